import { expect, it } from 'vitest';
import { WrongSignatures } from './wrongSignatures';

it('twenty wrong signatures of an address are answered in a minute, the next are not, others are', () => {
  let now = 1_000;
  const wrong = new WrongSignatures(() => now);
  for (let tries = 0; tries < 20; tries++) {
    wrong.refuseMany('192.0.2.1');
    wrong.note('192.0.2.1');
  }
  expect(() => wrong.refuseMany('192.0.2.1')).toThrow();
  wrong.refuseMany('192.0.2.2');
  now += 60_000;
  wrong.refuseMany('192.0.2.1');
});
