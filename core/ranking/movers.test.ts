import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { RankedUnit } from './ladder';
import { findMovers } from './movers';

const rung = (unitId: number, actual: number | null, priorActual: number | null): RankedUnit => ({
  unitId,
  actual,
  priorActual,
  rank: null,
  value: null,
  priorValue: null,
  rankChange: null,
});

describe('top and bottom movers', () => {
  it('are told by the difference, the farthest first, not by a percent', () => {
    const places = [
      rung(1, 1_000, 10),
      rung(2, 90_000, 80_000),
      rung(3, 10, 500),
      rung(4, 60_000, 70_000),
    ];
    expect(findMovers(places, 'higher', 3)).toEqual({ gained: [2, 1], lost: [4, 3] });
  });

  it('where lower is better are those who need less', () => {
    expect(findMovers([rung(1, 5, 9), rung(2, 9, 5)], 'lower', 3)).toEqual({
      gained: [1],
      lost: [2],
    });
  });

  it('leave out who stood still or has no figure in one of the two', () => {
    expect(findMovers([rung(1, 5, 5), rung(2, null, 5), rung(3, 5, null)], 'higher', 3)).toEqual({
      gained: [],
      lost: [],
    });
  });

  it('are those at the ends of a list sorted by the difference', () => {
    const figure = fc.option(fc.integer({ min: -4, max: 4 }));
    fc.assert(
      fc.property(
        fc.array(fc.tuple(figure, figure), { maxLength: 30 }),
        fc.integer({ min: 1, max: 4 }),
        (figures, most) => {
          const places = figures.map(([actual, prior], i) => rung(i, actual, prior));
          const sorted = places
            .filter((each) => each.actual !== null && each.priorActual !== null)
            .map((each) => ({ id: each.unitId, gain: each.actual! - each.priorActual! }))
            .sort((a, b) => b.gain - a.gain);
          expect(findMovers(places, 'higher', most)).toEqual({
            gained: sorted
              .filter(({ gain }) => gain > 0)
              .slice(0, most)
              .map(({ id }) => id),
            lost: sorted
              .filter(({ gain }) => gain < 0)
              .slice(-most)
              .reverse()
              .map(({ id }) => id),
          });
        },
      ),
    );
  });
});
