import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Chance, oddsOf } from './odds';
import { applyWhatIf, dealsIn, type OpenDeal, outlookOf, weigh, type WhatIf } from './outlook';
import { answerPipeline } from './pipeline';

/** Every outcome in turn: what the odds are by their definition. */
function bruteForce(needed: number, chances: readonly Chance[]): number {
  let odds = 0;
  for (let outcome = 0; outcome < 2 ** chances.length; outcome++) {
    let [sum, probability] = [0, 1];
    chances.forEach((chance, index) => {
      const closes = (outcome >> index) & 1;
      probability *= closes ? chance.probability : 1 - chance.probability;
      if (closes) sum += chance.amount;
    });
    if (sum >= needed) odds += probability;
  }
  return odds;
}

const chance = fc.record({
  amount: fc.integer({ min: 0, max: 40 }),
  probability: fc.constantFrom(0, 0.1, 0.25, 0.5, 0.85, 1),
});

describe('the odds', () => {
  it('are those of all outcomes, whatever the deals', () => {
    fc.assert(
      fc.property(
        fc.array(chance, { maxLength: 11 }),
        fc.integer({ min: -5, max: 200 }),
        (chances, needed) => {
          const { odds, method } = oddsOf(needed, chances);
          expect(method).toBe('exact');
          expect(odds).toBeCloseTo(bruteForce(needed, chances), 12);
        },
      ),
    );
  });

  it('are certain where nothing is needed, and none where all of it would not do', () => {
    expect(oddsOf(0, []).odds).toBe(1);
    expect(oddsOf(-5, [{ amount: 1, probability: 0.5 }]).odds).toBe(1);
    expect(oddsOf(11, [{ amount: 10, probability: 0.5 }]).odds).toBe(0);
    expect(oddsOf(10, [{ amount: 10, probability: 1 }]).odds).toBe(1);
    expect(oddsOf(10, [{ amount: 10, probability: 0.5 }]).odds).toBe(0.5);
  });
});

const deal = (over: Partial<OpenDeal> = {}): OpenDeal => ({
  id: 1,
  unitBelow: 'a',
  stage: 'Quoted',
  amount: 1_000,
  probability: 0.4,
  expectedOn: 110,
  ...over,
});

describe('the outlook', () => {
  it('keeps booked and expected apart, and divides last', () => {
    expect(
      outlookOf({ actual: 500, target: 1_500 }, [deal(), deal({ id: 2, probability: null })]),
    ).toMatchObject({
      actual: 500,
      open: 2_000,
      weighted: 400,
      forecast: 900,
      withoutProbability: 1,
      forecastAttainment: 0.6,
      shortfall: 600,
      coverage: 2,
      odds: { odds: 0.4 },
    });
  });

  it('has no shortfall, coverage or odds without a target, and none to cover once it is made', () => {
    expect(outlookOf({ actual: 5, target: null }, [deal()])).toMatchObject({
      forecastAttainment: null,
      shortfall: null,
      coverage: null,
      odds: null,
    });
    expect(outlookOf({ actual: 2_000, target: 1_500 }, [deal()])).toMatchObject({
      shortfall: 0,
      coverage: null,
      odds: { odds: 1 },
    });
  });

  it('takes a split deal as one: it closes for everybody or for nobody', () => {
    const parts = [deal({ amount: 600 }), deal({ amount: 400, unitBelow: 'b' })];
    expect(outlookOf({ actual: 0, target: 1_000 }, parts)).toMatchObject({
      count: 1,
      open: 1_000,
      weighted: 400,
      odds: { odds: 0.4, deals: 1 },
    });
  });

  it('rounds each deal once, half away from zero', () => {
    expect(weigh(1, 0.5)).toBe(1);
    expect(weigh(333, 0.3333)).toBe(111);
    expect(weigh(100, null)).toBe(0);
  });

  it('counts overdue deals in the running period only, and only when asked', () => {
    const [late, due] = [deal({ id: 1, expectedOn: 95 }), deal({ id: 2, expectedOn: 105 })];
    const [running, next] = [
      { from: 90, to: 120 },
      { from: 120, to: 150 },
    ];
    expect(dealsIn([late, due], running, 100, false)).toEqual([due]);
    expect(dealsIn([late, due], running, 100, true)).toEqual([late, due]);
    expect(dealsIn([late, due], next, 100, true)).toEqual([]);
    expect(dealsIn([deal({ expectedOn: 100 })], running, 100, false)).toHaveLength(1);
  });

  it('supposes without changing what is there', () => {
    const deals = [deal({ id: 1, expectedOn: 95 }), deal({ id: 2 }), deal({ id: 3 })];
    const whatIf: [number, WhatIf][] = [
      [1, { kind: 'close' }],
      [2, { kind: 'out' }],
      [3, { kind: 'move', to: 130 }],
    ];
    expect(applyWhatIf(deals, new Map(whatIf), 100)).toEqual([
      deal({ id: 1, probability: 1, expectedOn: 100 }),
      deal({ id: 3, expectedOn: 130 }),
    ]);
    expect(deals[0]!.probability).toBe(0.4);
  });

  it('of units and stages adds up to the whole', () => {
    const deals = [
      deal(),
      deal({ id: 2, unitBelow: 'b', stage: null, amount: 300 }),
      deal({ id: 3, expectedOn: 95 }),
    ];
    const goal = { actual: 0, target: 5_000 };
    const horizons = [
      {
        id: 'm',
        from: 90,
        to: 120,
        goal,
        below: [
          { unit: 'a', ...goal },
          { unit: 'b', ...goal },
        ],
      },
    ];
    const {
      horizons: [month],
      overdue,
    } = answerPipeline({ asOf: 100, horizons, deals, countsOverdue: false, whatIf: [] });
    expect(month!.below.reduce((sum, each) => sum + each.weighted, 0)).toBe(
      month!.outlook.weighted,
    );
    expect(month!.stages.reduce((sum, each) => sum + each.open, 0)).toBe(month!.outlook.open);
    expect(overdue).toEqual({ count: 1, open: 1_000, weighted: 400, dealIds: [3] });
    expect(
      answerPipeline({
        asOf: 100,
        horizons,
        deals,
        countsOverdue: true,
        whatIf: [[1, { kind: 'close' }]],
      }).horizons[0],
    ).toMatchObject({ outlook: { weighted: 1_000 + 120 + 400 }, asIs: { weighted: 920 } });
  });
});
