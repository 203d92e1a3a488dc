import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ResponseCache } from './responseCache';

const [NORTH, SALT] = [1, 2];
const reachesAll = () => null;

/** A company of two branches, whose changes are counted. */
function build(most = 1_000) {
  const changes = { all: 1, [NORTH]: 1, [SALT]: 1 } as Record<string, number>;
  const dataset = {
    day: 20_000,
    get moment() {
      return String(this.day);
    },
    versionOf: (reach: number | null) => changes[reach ?? 'all']!,
  };
  const kept = new ResponseCache<string>(dataset, most, (answer) => answer.length);
  let count = 0;
  const compute = async () => `answer ${++count}`;
  return {
    dataset,
    kept,
    compute,
    change: (unitId: number) => (changes[unitId] = ++changes['all']!),
    ask: (key = 'a', reach: number | null = null) =>
      kept.find(key, { compute, dependencyScopeOf: () => reach }),
    computed: () => count,
  };
}

describe('cached responses', () => {
  it('are given again as they were, each its own', async () => {
    const { ask } = build();
    expect([await ask(), await ask(), await ask('b'), await ask()]).toEqual([
      'answer 1',
      'answer 1',
      'answer 2',
      'answer 1',
    ]);
  });

  it('are computed again after a change of anybody, where anybody counts', async () => {
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
    expect([await ask('north', NORTH), await ask('north', NORTH)]).toEqual([
      'answer 2',
      'answer 2',
    ]);
  });

  it('are computed again on another business date', async () => {
    const { ask, dataset } = build();
    await ask();
    dataset.day++;
    expect(await ask()).toBe('answer 2');
  });

  it.each([
    ['its unit', NORTH, 'answer 1'],
    ['another unit', SALT, 'half'],
  ])(
    'computed while %s changed: kept only if that does not concern them',
    async (_case, changed, expected) => {
      const { kept, change, ask } = build();
      await kept.find('a', {
        compute: async () => {
          change(changed);
          return 'half';
        },
        dependencyScopeOf: () => NORTH,
      });
      expect(await ask('a', NORTH)).toBe(expected);
    },
  );

  it('computed over midnight are not kept', async () => {
    const { kept, dataset, ask } = build();
    await kept.find('a', {
      compute: async () => {
        dataset.day++;
        await ask('b');
        return 'of yesterday';
      },
      dependencyScopeOf: reachesAll,
    });
    expect(await ask()).toBe('answer 2');
  });

  it('are computed once for all who ask at the same time', async () => {
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
    await expect(
      kept.find('a', {
        compute: () => Promise.reject(new Error('away')),
        dependencyScopeOf: reachesAll,
      }),
    ).rejects.toThrow('away');
    expect(await ask()).toBe('answer 1');
  });

  it('of a unit that is not there are not begun', async () => {
    const { kept, compute, ask } = build();
    await expect(
      kept.find('a', {
        compute,
        dependencyScopeOf: () => {
          throw new Error('unknown unit');
        },
      }),
    ).rejects.toThrow('unknown unit');
    expect(await ask()).toBe('answer 1');
  });

  it('that nobody asked for longest go when they would become too many', async () => {
    const { ask } = build('answer 1'.length * 2);
    await ask('a');
    await ask('b');
    expect(await ask('a')).toBe('answer 1');
    await ask('c');
    expect([await ask('a'), await ask('b')]).toEqual(['answer 1', 'answer 4']);
  });

  it('computed again take the room of the old ones, not more', async () => {
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
  it('computes what is in use once more before anybody asks', async () => {
    const { kept, ask, change, computed } = build();
    await ask('north', NORTH);
    await ask('salt', SALT);
    change(SALT);
    await kept.revalidate();
    expect(computed()).toBe(3);
    expect([await ask('north', NORTH), await ask('salt', SALT)]).toEqual(['answer 1', 'answer 3']);
  });

  it('leaves what nobody was given since to whoever asks', async () => {
    const { kept, ask, change, computed } = build();
    await ask();
    for (let i = 0; i < 3; i++) {
      change(SALT);
      await kept.revalidate();
    }
    expect(computed()).toBe(2);
    expect(await ask()).toBe('answer 3');
    change(SALT);
    await kept.revalidate();
    expect(computed()).toBe(4);
  });

  it('begins again for what changes while it goes', async () => {
    const { kept, ask, change, computed } = build();
    await ask('north', NORTH);
    await ask('salt', SALT);
    change(NORTH);
    const first = kept.revalidate();
    change(SALT);
    await Promise.all([first, kept.revalidate()]);
    expect(computed()).toBe(4);
    expect([await ask('north', NORTH), await ask('salt', SALT)].sort()).toEqual([
      'answer 3',
      'answer 4',
    ]);
  });

  it('gives way to whoever asks first', async () => {
    const { kept, ask, change, computed } = build();
    await ask();
    change(SALT);
    const going = kept.revalidate();
    expect(await ask()).toBe('answer 2');
    await going;
    expect(computed()).toBe(2);
  });

  it('passes over what cannot be answered: it is said to whoever asks', async () => {
    const { kept, change, ask, computed } = build();
    let isThere = true;
    const question = {
      compute: async () => (isThere ? 'there' : Promise.reject(new Error('unknown unit'))),
      dependencyScopeOf: reachesAll,
    };
    await kept.find('gone', question);
    await ask();
    isThere = false;
    change(SALT);
    await kept.revalidate();
    expect(computed()).toBe(2);
    await expect(kept.find('gone', question)).rejects.toThrow('unknown unit');
  });

  it('computes nothing of another day', async () => {
    const { kept, ask, change, dataset, computed } = build();
    await ask();
    change(SALT);
    dataset.day++;
    await kept.revalidate();
    expect(computed()).toBe(1);
  });
});

describe('over a long history', () => {
  /** A person in two teams over time: their bookings concern both, their branch and the company. */
  const CONCERNS: Record<string, readonly string[]> = {
    ilse: ['ilse', 'deck', 'salt', 'company'],
    tomas: ['tomas', 'deck', 'engines', 'salt', 'company'],
    noor: ['noor', 'north', 'company'],
  };
  const UNITS = ['ilse', 'tomas', 'noor', 'deck', 'engines', 'salt', 'north', 'company'];

  it('no answer is older than the last change that concerns it, and no more are computed than must be', async () => {
    const step = fc.oneof(
      fc.record({
        kind: fc.constant('book' as const),
        person: fc.constantFrom(...Object.keys(CONCERNS)),
      }),
      fc.record({ kind: fc.constant('all' as const) }),
      fc.record({ kind: fc.constant('ahead' as const) }),
      fc.record({ kind: fc.constant('day' as const) }),
      fc.record({
        kind: fc.constant('ask' as const),
        unit: fc.constantFrom(...UNITS),
        reachesAll: fc.boolean(),
      }),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 60 }), async (steps) => {
        let [all, general] = [0, 0];
        const last = new Map<string, number>();
        const dataset = {
          day: 1,
          get moment() {
            return String(this.day);
          },
          versionOf: (reach: number | null) =>
            reach === null ? all : Math.max(general, last.get(UNITS[reach]!) ?? 0),
        };
        const kept = new ResponseCache<string>(dataset, 10_000, (answer) => answer.length);
        const known = new Map<string, { answer: string; isFresh: boolean; isInUse: boolean }>();
        const age = (concerns: (key: string) => boolean) => {
          for (const [key, each] of known) if (concerns(key)) each.isFresh = false;
        };
        for (const each of steps) {
          if (each.kind === 'book') {
            all++;
            for (const unit of CONCERNS[each.person]!) last.set(unit, all);
            age((key) => key.startsWith('all ') || CONCERNS[each.person]!.includes(key.slice(4)));
          } else if (each.kind === 'all') {
            general = ++all;
            age(() => true);
          } else if (each.kind === 'ahead') {
            await kept.revalidate();
            for (const one of known.values())
              if (!one.isFresh && one.isInUse)
                Object.assign(one, {
                  answer: `${all} ${dataset.day}`,
                  isFresh: true,
                  isInUse: false,
                });
          } else if (each.kind === 'day') {
            dataset.day++;
            known.clear();
          } else {
            const key = `${each.reachesAll ? 'all' : 'own'} ${each.unit}`;
            let wasComputed = false;
            const answer = await kept.find(key, {
              compute: async () => {
                wasComputed = true;
                return `${all} ${dataset.day}`;
              },
              dependencyScopeOf: () => (each.reachesAll ? null : UNITS.indexOf(each.unit)),
            });
            const before = known.get(key);
            expect([key, wasComputed]).toEqual([key, !before?.isFresh]);
            expect(answer).toBe(before?.isFresh ? before.answer : `${all} ${dataset.day}`);
            known.set(key, { answer, isFresh: true, isInUse: true });
          }
        }
      }),
      { numRuns: 300 },
    );
  });
});
