import { describe, expect, it } from 'vitest';
import type { MeasuresByMonth } from '#contract/schemas/measuresByMonth';
import { SHIPPED_MEASURES } from '#core/measure/shipped';
import { describeCorrelation } from './correlation';

const series = ['revenue', 'deals_won'].map((code) => ({
  measure: SHIPPED_MEASURES.find((each) => each.code === code)!,
  values: [],
})) as unknown as MeasuresByMonth['series'];
const say = (value: number | null, months = 19) =>
  describeCorrelation({ series }, { measure: 'deals_won', value, months });

describe('how two measures go together', () => {
  it.each([
    [0.7, 'rise and fall together:'],
    [0.69, 'rise and fall together loosely:'],
    [0.4, 'rise and fall together loosely:'],
    [0.39, 'hardly go together:'],
    [-0.39, 'hardly go together:'],
    [-0.4, 'go opposite ways loosely:'],
    [-0.7, 'go opposite ways:'],
  ])('a correlation of %s', (value, words) => {
    expect(say(value)).toContain(`Revenue and deals won ${words} correlation `);
  });

  it('is said with its sign and months, and never as a cause', () => {
    expect(say(-0.5)).toBe(
      'Revenue and deals won go opposite ways loosely: correlation −0.50 over 19 ended months. That says nothing of cause.',
    );
    expect(say(null, 1)).toContain('1 ended month is too few');
    expect(say(null, 3)).toContain('3 ended months are too few');
  });
});
