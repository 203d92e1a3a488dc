import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { SignInLimit } from './signInLimit';

describe('the limit of failed sign-ins', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());

  const fail = (limit: SignInLimit, times: number, email = 'a@b.c', address = '1.1.1.1') => {
    for (let i = 0; i < times; i++) limit.countFailure(address, email);
  };

  it('lets eight through, then asks to wait, and lets in again after a minute', () => {
    const limit = new SignInLimit();
    fail(limit, 7);
    expect(() => limit.check('1.1.1.1', 'a@b.c')).not.toThrow();
    fail(limit, 1);
    expect(() => limit.check('9.9.9.9', 'A@B.c')).toThrow('tooManyTries');
    vi.advanceTimersByTime(60_001);
    expect(() => limit.check('1.1.1.1', 'a@b.c')).not.toThrow();
  });

  it('counts an address over many e-mails', () => {
    const limit = new SignInLimit();
    for (let i = 0; i < 30; i++) fail(limit, 1, `user${i}@b.c`);
    expect(() => limit.check('1.1.1.1', 'new@b.c')).toThrow('tooManyTries');
    expect(() => limit.check('2.2.2.2', 'new@b.c')).not.toThrow();
  });

  it('forgets the failures of an e-mail that got in', () => {
    const limit = new SignInLimit();
    fail(limit, 8);
    limit.forget('a@b.c');
    expect(() => limit.check('1.1.1.1', 'a@b.c')).not.toThrow();
  });
});
