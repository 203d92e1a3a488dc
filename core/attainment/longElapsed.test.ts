import { expect, it } from 'vitest';
import { buildSampleDataset } from '../dataset/sampleDataset';
import type { Elapsed } from './elapsed';
import { LongElapsed } from './longElapsed';

const { calendar } = buildSampleDataset({ asOf: '2026-11-18' });
const quarter = calendar.parse('FY2027-Q3')!;
const year = calendar.parse('FY2027')!;
const some = {} as Elapsed;

it('keeps what is known of a period and a measure, each by itself', () => {
  const known = new LongElapsed();
  known.of(quarter, 'revenue', 1).set(11, some);
  expect(known.of(quarter, 'revenue', 1).get(11)).toBe(some);
  expect(known.of(quarter, 'deals_won', 1).size).toBe(0);
  expect(known.of(year, 'revenue', 1).size).toBe(0);
  // Others were asked for meanwhile: it is there all the same.
  expect(known.of(quarter, 'revenue', 1).get(11)).toBe(some);
  expect(known.of(quarter, 'deals_won', 1)).toBe(known.of(quarter, 'deals_won', 1));
});

it('forgets all of it when a target has changed', () => {
  const known = new LongElapsed();
  known.of(quarter, 'revenue', 1).set(11, some);
  expect(known.of(quarter, 'revenue', 2).size).toBe(0);
  known.of(quarter, 'revenue', 2).set(12, some);
  expect([...known.of(quarter, 'revenue', 2).keys()]).toEqual([12]);
  expect(known.of(quarter, 'revenue', 3).size).toBe(0);
});
