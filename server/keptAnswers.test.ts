import { describe, expect, it } from 'vitest';
import { KeptAnswers } from './keptAnswers';

function build() {
  const replica = { stamp: 1, asOf: 20_000 };
  const kept = new KeptAnswers(replica);
  let count = 0;
  return { replica, kept, reckon: async () => ({ count: ++count }), ask: (key = 'a') => kept.find(key, async () => ({ count: ++count })) };
}

describe('kept answers', () => {
  it('are given again as they were, each its own', async () => {
    const { ask } = build();
    expect([await ask(), await ask(), await ask('b'), await ask()]).toEqual(['{"count":1}', '{"count":1}', '{"count":2}', '{"count":1}']);
  });

  it.each([['a change', { stamp: 2 }], ['another business date', { asOf: 20_001 }]])('are reckoned anew after %s', async (_case, over) => {
    const { ask, replica } = build();
    await ask();
    Object.assign(replica, over);
    expect(await ask()).toBe('{"count":2}');
  });

  it('reckoned while something changed are not kept: they may hold a part of it', async () => {
    const { kept, replica, ask } = build();
    await kept.find('a', async () => {
      replica.stamp++;
      return { half: true };
    });
    expect(await ask()).toBe('{"count":1}');
  });

  it('that could not be given are asked for again', async () => {
    const { kept, ask } = build();
    await expect(kept.find('a', () => Promise.reject(new Error('away')))).rejects.toThrow('away');
    expect(await ask()).toBe('{"count":1}');
  });
});
