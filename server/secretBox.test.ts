import { randomBytes } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { createSecretBox } from './secretBox';

describe('a secret box', () => {
  const [key, other] = [randomBytes(32), randomBytes(32)];

  it('gives back what it sealed, each time sealed differently', () => {
    const box = createSecretBox(key);
    const [first, second] = [box.seal('whsec_é'), box.seal('whsec_é')];
    expect(first).not.toBe(second);
    expect(first).not.toContain('whsec');
    expect([box.open(first), box.open(second)]).toEqual(['whsec_é', 'whsec_é']);
  });

  it('opens nothing with another key, without one, or after a change', () => {
    const sealed = createSecretBox(key).seal('whsec_x');
    expect(() => createSecretBox(other).open(sealed)).toThrow();
    expect(() => createSecretBox(null).open(sealed)).toThrow('IRON_LADDER_SECRET_KEY');
    expect(() => createSecretBox(key).open(sealed.slice(0, -4) + 'AAA=')).toThrow();
  });

  it('leaves texts as they are without a key, and reads those from before there was one', () => {
    expect(createSecretBox(null).seal('whsec_x')).toBe('whsec_x');
    expect(createSecretBox(key).open('whsec_x')).toBe('whsec_x');
  });
});
