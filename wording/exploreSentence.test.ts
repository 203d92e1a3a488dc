import { describe, expect, it } from 'vitest';
import { describeExplored, type Explored } from './exploreSentence';

const say = (over: Partial<Explored>) =>
  describeExplored({
    unitName: 'Saltmarsh',
    when: 'November 2026 so far',
    hasPriorYear: true,
    unit: { kind: 'money', currency: 'EUR' },
    noun: '',
    total: { these: 61_200_000, all: 335_000_000, before: 73_300_000 },
    chosen: ['Engines', 'Yards'],
    ...over,
  })
    .map(({ text }) => text)
    .join('');

describe('the sentence of what is explored', () => {
  it('says how much of what, and how that has changed', () =>
    expect(say({})).toBe(
      '€612k of €3.35m, 18% of what Saltmarsh won in November 2026 so far: Engines, Yards. Down €121k (17%) on the same days last year.',
    ));
  it('says all of it where nothing is chosen', () =>
    expect(say({ chosen: [], total: { these: 500, all: 500, before: 500 } })).toBe(
      'Saltmarsh won €5 in November 2026 so far. As much as on the same days last year.',
    ));
  it('gives no percent on a low base, of nothing, and of refunds', () => {
    expect(say({ total: { these: 100_000, all: 200_000, before: 5_000 } })).toMatch(
      /Up €950 on the same days last year\.$/,
    );
    expect(say({ total: { these: 100_000, all: 200_000, before: 0 } })).toMatch(
      /Nothing on the same days last year to compare with\.$/,
    );
    expect(say({ total: { these: -500, all: -2_000, before: null } })).toBe(
      '−€5 of what Saltmarsh won in November 2026 so far: Engines, Yards.',
    );
  });
  it('says that there is nothing', () =>
    expect(say({ total: { these: 0, all: 0, before: 0 } })).toBe(
      'Saltmarsh has won nothing in November 2026 so far, so there is nothing to explore.',
    ));
});
