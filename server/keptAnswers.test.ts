import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { KeptAnswers } from './keptAnswers';

const [NORTH, SALT] = [1, 2];
const reachesAll = () => null;

/** A company of two branches, whose changes are counted. */
function build(most = 1_000) {
  const changes = { all: 1, [NORTH]: 1, [SALT]: 1 } as Record<string, number>;
  const books = { asOf: 20_000, stampOf: (reach: number | null) => changes[reach ?? 'all']! };
  const kept = new KeptAnswers<string>(books, most, (answer) => answer.length);
  let count = 0;
  const reckon = async () => `answer ${++count}`;
  return {
    books, kept, reckon,
    change: (unitId: number) => (changes[unitId] = ++changes['all']!),
    ask: (key = 'a', reach: number | null = null) => kept.find(key, { reckon, reachOf: () => reach }),
    reckoned: () => count,
  };
}

describe('kept answers', () => {
  it('are given again as they were, each its own', async () => {
    const { ask } = build();
    expect([await ask(), await ask(), await ask('b'), await ask()]).toEqual(['answer 1', 'answer 1', 'answer 2', 'answer 1']);
  });

  it('are reckoned anew after a change of anybody, where anybody counts', async () => {
    const { ask, change } = build();
    await ask();
    change(SALT);
    expect(await ask()).toBe('answer 2');
  });

  it('of a unit stay while others change, and end with a change of its own', async () => {
    const { ask, change } = build();
    await ask('north', NORTH);
    change(SALT);
    expect(await ask('north', NORTH)).toBe('answer 1');
    change(NORTH);
    expect([await ask('north', NORTH), await ask('north', NORTH)]).toEqual(['answer 2', 'answer 2']);
  });

  it('are reckoned anew on another business date', async () => {
    const { ask, books } = build();
    await ask();
    books.asOf++;
    expect(await ask()).toBe('answer 2');
  });

  it.each([['its unit', NORTH, 'answer 1'], ['another unit', SALT, 'half']])('reckoned while %s changed: kept only if that does not concern them', async (_case, changed, expected) => {
    const { kept, change, ask } = build();
    await kept.find('a', {
      reckon: async () => {
        change(changed);
        return 'half';
      },
      reachOf: () => NORTH,
    });
    expect(await ask('a', NORTH)).toBe(expected);
  });

  it('reckoned over midnight are not kept', async () => {
    const { kept, books, ask } = build();
    await kept.find('a', {
      reckon: async () => {
        books.asOf++;
        await ask('b');
        return 'of yesterday';
      },
      reachOf: reachesAll,
    });
    expect(await ask()).toBe('answer 2');
  });

  it('are reckoned once for all who ask at the same time', async () => {
    const { ask } = build();
    expect(await Promise.all([ask(), ask(), ask()])).toEqual(['answer 1', 'answer 1', 'answer 1']);
  });

  it('under way when something changes are not given to who asks after it', async () => {
    const { ask, change } = build();
    const before = ask();
    change(SALT);
    expect(await Promise.all([before, ask()])).toEqual(['answer 1', 'answer 2']);
    expect(await ask()).toBe('answer 2');
  });

  it('that could not be given are asked for again', async () => {
    const { kept, ask } = build();
    await expect(kept.find('a', { reckon: () => Promise.reject(new Error('away')), reachOf: reachesAll })).rejects.toThrow('away');
    expect(await ask()).toBe('answer 1');
  });

  it('of a unit that is not there are not begun', async () => {
    const { kept, reckon, ask } = build();
    await expect(kept.find('a', { reckon, reachOf: () => { throw new Error('unknown unit'); } })).rejects.toThrow('unknown unit');
    expect(await ask()).toBe('answer 1');
  });

  it('begin anew when they would become too many', async () => {
    const { ask } = build('answer 1'.length * 2);
    await ask('a');
    await ask('b');
    expect(await ask('a')).toBe('answer 1');
    await ask('c');
    expect(await ask('a')).toBe('answer 4');
  });

  it('reckoned anew take the room of the old ones, not more', async () => {
    const { ask, change } = build('answer 1'.length * 2);
    await ask('b', SALT);
    for (let i = 0; i < 5; i++) {
      await ask('a', NORTH);
      change(NORTH);
    }
    expect(await ask('b', SALT)).toBe('answer 1');
  });
});

describe('going ahead', () => {
  it('reckons what is in use once more before anybody asks', async () => {
    const { kept, ask, change, reckoned } = build();
    await ask('north', NORTH);
    await ask('salt', SALT);
    change(SALT);
    await kept.goAhead();
    expect(reckoned()).toBe(3);
    expect([await ask('north', NORTH), await ask('salt', SALT)]).toEqual(['answer 1', 'answer 3']);
  });

  it('leaves what nobody was given since to whoever asks', async () => {
    const { kept, ask, change, reckoned } = build();
    await ask();
    for (let i = 0; i < 3; i++) {
      change(SALT);
      await kept.goAhead();
    }
    expect(reckoned()).toBe(2);
    expect(await ask()).toBe('answer 3');
    change(SALT);
    await kept.goAhead();
    expect(reckoned()).toBe(4);
  });

  it('begins again for what changes while it goes', async () => {
    const { kept, ask, change, reckoned } = build();
    await ask('north', NORTH);
    await ask('salt', SALT);
    change(NORTH);
    const first = kept.goAhead();
    change(SALT);
    await Promise.all([first, kept.goAhead()]);
    expect(reckoned()).toBe(4);
    expect([await ask('north', NORTH), await ask('salt', SALT)].sort()).toEqual(['answer 3', 'answer 4']);
  });

  it('gives way to whoever asks first', async () => {
    const { kept, ask, change, reckoned } = build();
    await ask();
    change(SALT);
    const going = kept.goAhead();
    expect(await ask()).toBe('answer 2');
    await going;
    expect(reckoned()).toBe(2);
  });

  it('passes over what cannot be answered: it is said to whoever asks', async () => {
    const { kept, change, ask, reckoned } = build();
    let isThere = true;
    const question = { reckon: async () => (isThere ? 'there' : Promise.reject(new Error('unknown unit'))), reachOf: reachesAll };
    await kept.find('gone', question);
    await ask();
    isThere = false;
    change(SALT);
    await kept.goAhead();
    expect(reckoned()).toBe(2);
    await expect(kept.find('gone', question)).rejects.toThrow('unknown unit');
  });

  it('reckons nothing of another day', async () => {
    const { kept, ask, change, books, reckoned } = build();
    await ask();
    change(SALT);
    books.asOf++;
    await kept.goAhead();
    expect(reckoned()).toBe(1);
  });
});

describe('over a long history', () => {
  /** A person in two teams over time: their bookings concern both, their branch and the company. */
  const CONCERNS: Record<string, readonly string[]> = { ilse: ['ilse', 'deck', 'salt', 'company'], tomas: ['tomas', 'deck', 'engines', 'salt', 'company'], noor: ['noor', 'north', 'company'] };
  const UNITS = ['ilse', 'tomas', 'noor', 'deck', 'engines', 'salt', 'north', 'company'];

  it('no answer is older than the last change that concerns it, and no more are reckoned than must be', async () => {
    const step = fc.oneof(
      fc.record({ kind: fc.constant('book' as const), person: fc.constantFrom(...Object.keys(CONCERNS)) }),
      fc.record({ kind: fc.constant('all' as const) }), fc.record({ kind: fc.constant('ahead' as const) }), fc.record({ kind: fc.constant('day' as const) }),
      fc.record({ kind: fc.constant('ask' as const), unit: fc.constantFrom(...UNITS), reachesAll: fc.boolean() }),
    );
    await fc.assert(fc.asyncProperty(fc.array(step, { maxLength: 60 }), async (steps) => {
      let [all, general] = [0, 0];
      const last = new Map<string, number>();
      const books = { asOf: 1, stampOf: (reach: number | null) => (reach === null ? all : Math.max(general, last.get(UNITS[reach]!) ?? 0)) };
      const kept = new KeptAnswers<string>(books, 10_000, (answer) => answer.length);
      const known = new Map<string, { answer: string; isFresh: boolean; isInUse: boolean }>();
      const age = (concerns: (key: string) => boolean) => { for (const [key, each] of known) if (concerns(key)) each.isFresh = false; };
      for (const each of steps) {
        if (each.kind === 'book') {
          all++;
          for (const unit of CONCERNS[each.person]!) last.set(unit, all);
          age((key) => key.startsWith('all ') || CONCERNS[each.person]!.includes(key.slice(4)));
        } else if (each.kind === 'all') {
          general = ++all;
          age(() => true);
        } else if (each.kind === 'ahead') {
          await kept.goAhead();
          for (const one of known.values()) if (!one.isFresh && one.isInUse) Object.assign(one, { answer: `${all} ${books.asOf}`, isFresh: true, isInUse: false });
        } else if (each.kind === 'day') {
          books.asOf++;
          known.clear();
        } else {
          const key = `${each.reachesAll ? 'all' : 'own'} ${each.unit}`;
          let isReckoned = false;
          const answer = await kept.find(key, {
            reckon: async () => {
              isReckoned = true;
              return `${all} ${books.asOf}`;
            },
            reachOf: () => (each.reachesAll ? null : UNITS.indexOf(each.unit)),
          });
          const before = known.get(key);
          expect([key, isReckoned]).toEqual([key, !before?.isFresh]);
          expect(answer).toBe(before?.isFresh ? before.answer : `${all} ${books.asOf}`);
          known.set(key, { answer, isFresh: true, isInUse: true });
        }
      }
    }), { numRuns: 300 });
  });
});
