import { beforeEach, describe, expect, it, vi } from 'vitest';
import { dropKept, keepDeal, type KeptDeal, listKept, MOST_KEPT_DEALS } from './keptDeals';

const deal = (key: string, at = '2026-11-18T09:00:00.000Z') =>
  ({ key, at, refusal: null, deal: { customer: 'Key Yard' }, values: {} }) as unknown as KeptDeal;
const keysOf = (userId: number) => listKept(userId).map(({ key }) => key);

/** A browser's storage with room for so many characters. */
function openStorage(room = Number.POSITIVE_INFINITY) {
  const texts = new Map<string, string>();
  return {
    getItem: (name: string) => texts.get(name) ?? null,
    setItem: (name: string, text: string) => {
      if (text.length > room) throw new Error('QuotaExceededError');
      texts.set(name, text);
    },
    removeItem: (name: string) => texts.delete(name),
  };
}

describe('deals kept on the device', () => {
  beforeEach(() => vi.stubGlobal('localStorage', openStorage()));

  it('wait in the order they were kept, each once, for whom they are', () => {
    keepDeal(1, deal('b', '2026-11-18T10:00:00.000Z'));
    keepDeal(1, deal('a'));
    keepDeal(1, deal('a'));
    keepDeal(2, deal('c'));
    expect([keysOf(1), keysOf(2), keysOf(3)]).toEqual([['a', 'b'], ['c'], []]);
    dropKept(1, 'a');
    expect(keysOf(1)).toEqual(['b']);
  });

  it('are the same list until something changes', () => {
    keepDeal(1, deal('a'));
    expect(listKept(1)).toBe(listKept(1));
  });

  it('says that there is no room, and loses nothing it had', () => {
    keepDeal(1, deal('a'));
    vi.stubGlobal('localStorage', {
      ...openStorage(10),
      getItem: globalThis.localStorage.getItem,
    });
    expect(keepDeal(1, deal('b'))).toBe(false);
    expect(keysOf(1)).toEqual(['a']);
  });

  it(`keeps ${MOST_KEPT_DEALS} and not one more`, () => {
    for (let n = 1; n < MOST_KEPT_DEALS; n++) keepDeal(1, deal(String(n)));
    expect(keepDeal(1, deal('last'))).toBe(true);
    expect(keepDeal(1, deal('one more'))).toBe(false);
    expect(keepDeal(1, deal('last'))).toBe(true);
  });

  it('is empty where the storage holds nonsense or is forbidden', () => {
    localStorage.setItem('iron-ladder kept deals 1', '{"cut of');
    expect(listKept(1)).toEqual([]);
    vi.stubGlobal('localStorage', undefined);
    expect(listKept(1)).toEqual([]);
    expect(keepDeal(1, deal('a'))).toBe(false);
  });
});
