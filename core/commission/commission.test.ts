import fc from 'fast-check';
import { HyperFormula } from 'hyperformula';
import { describe, expect, it } from 'vitest';
import { buildMeasure, type MeasureRecord } from '../measure/measure';
import { SHIPPED_MEASURES } from '../measure/shipped';
import { baseScaleOf } from './base';
import type { CommissionDeal } from './dealCommission';
import { computeMonth, type MonthFacts } from './month';
import { buildRateCurve, productOf, roundedOf, roundProduct } from './rateCurve';
import { buildStatements, type Statement, type StatementFacts } from './statement';
import { type CommissionTerms, findTierFault } from './terms';
import { earnedWith, missingTo } from './whatIf';

const terms = (over: Partial<CommissionTerms> = {}): CommissionTerms => ({
  measure: 'revenue',
  periodKind: 'month',
  tierMode: 'marginal',
  tiers: [
    { from: 0, rate: 50_000 },
    { from: 10_000, rate: 80_000 },
  ],
  withoutTarget: 'lowest',
  specialRates: [],
  bonus: null,
  floor: null,
  cap: null,
  guarantee: null,
  draw: null,
  ...over,
});
let next = 1;
const deal = (base: number | null, over: Partial<CommissionDeal> = {}): CommissionDeal => ({
  deal: next++,
  day: next,
  lines: [{ product: 1, category: 1, base }],
  ...over,
});
const MONEY = { isMoney: true, perOne: 1, perPart: 1, perTargetUnit: 1 };
const COUNT = { ...MONEY, isMoney: false };
const facts = (over: Partial<MonthFacts> = {}): MonthFacts => ({
  month: 'M1',
  terms: terms(),
  scale: MONEY,
  target: 100_000,
  isOnRamp: false,
  before: { all: 0, regular: 0 },
  deals: [],
  ...over,
});
const amountsOf = (over: Partial<MonthFacts>) =>
  computeMonth(facts(over)).lines.map(({ amount }) => amount);
const partsOf = (over: Partial<MonthFacts>) =>
  Object.fromEntries(computeMonth(facts(over)).parts.map(({ kind, amount }) => [kind, amount]));

describe('what commission is paid on', () => {
  const scaleOf = (over: Partial<MeasureRecord>) =>
    baseScaleOf(
      buildMeasure({ ...SHIPPED_MEASURES[0]!, code: 'own', valueKind: 'count', ...over }),
    );
  const quantity = { kind: 'sum', of: { field: 'quantity', states: ['won'] } } as const;

  it('adds up over time and has more as better: money or a number', () => {
    const paid = SHIPPED_MEASURES.filter((record) => baseScaleOf(buildMeasure(record)));
    expect(paid.map(({ code }) => code)).toEqual([
      'revenue',
      'deals_won',
      'gross_profit',
      'new_customers',
    ]);
    expect(scaleOf({ definition: { kind: 'typed', accumulation: 'last' } })).toBeNull();
    expect(scaleOf({ definition: { kind: 'distinct', of: 'customer' } })).toBeNull();
    const lower = {
      definition: { kind: 'typed', accumulation: 'sum' },
      direction: 'lower',
    } as const;
    expect(scaleOf(lower)).toBeNull();
  });

  it('is counted in whole units, whatever its decimals: a quantity and its target alike', () => {
    // Totals keep thousandths of a quantity; a target without decimals is in ones.
    const states = {
      definition: { ...quantity, of: { ...quantity.of, states: [...quantity.of.states] } },
    };
    expect(scaleOf({ ...states, decimals: 0 })).toEqual({
      isMoney: false,
      perOne: 1_000,
      perPart: 1,
      perTargetUnit: 1_000,
    });
    expect(scaleOf({ ...states, decimals: 3 })).toMatchObject({ perOne: 1_000, perTargetUnit: 1 });
    const typed = { kind: 'typed', accumulation: 'sum' } as const;
    expect(scaleOf({ definition: typed, decimals: 2 })).toMatchObject({ perOne: 100, perPart: 1 });
  });
});

describe('tiers', () => {
  it('pay each part of the amount at its own band’s rate (the example of CALCULATIONS 13)', () => {
    // 5 % up to the target of 1,000.00, 8 % above it.
    expect(amountsOf({ deals: [deal(60_000), deal(60_000)] })).toEqual([3_000, 2_000 + 1_600]);
  });

  it('take back what a refund un-does at the rate it was paid at', () => {
    expect(amountsOf({ deals: [deal(120_000), deal(-20_000), deal(-100_000)] })).toEqual([
      6_600, -1_600, -5_000,
    ]);
    expect(amountsOf({ deals: [deal(-10_000)] })).toEqual([-500]);
  });

  it('on all pay one rate on everything, and the earlier deals of the period at a new one', () => {
    const all = terms({ tierMode: 'all', periodKind: 'quarter' });
    expect(amountsOf({ terms: all, deals: [deal(60_000), deal(60_000)] })).toEqual([4_800, 4_800]);
    const over = { terms: all, before: { all: 60_000, regular: 60_000 }, deals: [deal(40_000)] };
    expect(amountsOf(over)).toEqual([3_200]);
    expect(partsOf(over)).toEqual({ newTier: 60_000 * 0.03 });
  });

  it('of somebody without a target pay the lowest, or nothing, as the terms say', () => {
    expect(amountsOf({ target: null, deals: [deal(200_000)] })).toEqual([10_000]);
    const nothing = terms({ withoutTarget: 'nothing' });
    expect(amountsOf({ terms: nothing, target: null, deals: [deal(200_000)] })).toEqual([0]);
    expect(amountsOf({ terms: nothing, target: 0, deals: [deal(200_000)] })).toEqual([0]);
    const simple = terms({ tiers: [{ from: 0, rate: 50_000 }], withoutTarget: 'nothing' });
    expect(amountsOf({ terms: simple, target: null, deals: [deal(200_000)] })).toEqual([10_000]);
  });

  it('must begin at 0 and rise', () => {
    expect(findTierFault([{ from: 1, rate: 1 }])).toBe('tierStart');
    expect(findTierFault([])).toBe('tierStart');
    const crossed = [0, 9_000, 8_000].map((from) => ({ from, rate: 1 }));
    expect(findTierFault(crossed)).toBe('tierOrder');
    expect(findTierFault(crossed.slice(0, 2))).toBeNull();
  });

  it('meet no gap and no overlap: the parts between any two sums add up to their distance', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -1_000_000, max: 1_000_000 }),
        fc.integer({ min: -1_000_000, max: 1_000_000 }),
        fc.integer({ min: 1, max: 500_000 }),
        (from, to, target) => {
          const { partsBetween } = buildRateCurve(terms(), target);
          const sum = partsBetween(from, to).reduce((all, { base }) => all + base, 0);
          expect(sum).toBe(to - from);
          const back = partsBetween(to, from).map(({ base, rate }) => ({ base: -base, rate }));
          expect(back.reverse()).toEqual(partsBetween(from, to));
        },
      ),
    );
  });
});

describe('a deal', () => {
  it('is rounded once, half away from zero; its lines add up to it', () => {
    const lines = [1, 2, 3].map((product) => ({ product, category: 0, base: 10 }));
    // 3 × 0.5 = 1.5, rounded to 2: one each to the largest fraction, the earlier first.
    expect(amountsOf({ deals: [deal(0, { lines })] })).toEqual([1, 1, 0]);
    const back = lines.map((line) => ({ ...line, base: -10 }));
    expect(amountsOf({ deals: [deal(0, { lines: back })] })).toEqual([0, -1, -1]);
  });

  it('pays a product or category at a rate of its own, a product’s before its category’s', () => {
    const special = terms({
      specialRates: [
        { by: 'category', id: 7, rate: 20_000 },
        { by: 'product', id: 3, rate: 0 },
      ],
    });
    const lines = [
      { product: 2, category: 7, base: 90_000 },
      { product: 3, category: 7, base: 10_000 },
      { product: 4, category: 8, base: 10_000 },
    ];
    // What has its own rate counts towards the target all the same: the last is above it.
    expect(amountsOf({ terms: special, deals: [deal(0, { lines })] })).toEqual([1_800, 0, 800]);
  });

  it('without a cost earns nothing under a plan on profit, and is said', () => {
    const month = computeMonth(
      facts({ terms: terms({ measure: 'gross_profit' }), deals: [deal(null), deal(1_000)] }),
    );
    expect([month.earned, month.unknown]).toEqual([50, 1]);
  });

  it('of a plan on the number of deals earns an amount each', () => {
    const each = terms({ measure: 'deals_won', tiers: [{ from: 0, rate: 2_500 }] });
    expect(amountsOf({ terms: each, scale: COUNT, deals: [deal(1), deal(1), deal(0)] })).toEqual([
      2_500, 2_500, 0,
    ]);
  });

  it('of a plan on quantities in thousandths earns its part of the amount for one', () => {
    const each = terms({ measure: 'units', tiers: [{ from: 0, rate: 1_001 }] });
    const scale = { ...COUNT, perOne: 1_000 };
    // 2.5 and 0.0005 units at 10.01 each: rounded once a deal, half away from zero.
    expect(amountsOf({ terms: each, scale, deals: [deal(2_500), deal(-2_500), deal(1)] })).toEqual([
      2_503, -2_503, 1,
    ]);
  });
});

describe('rounding', () => {
  it('is the same in doubles as in whole numbers of any size, at every half too', () => {
    const base = fc.oneof(
      fc.integer({ min: -2_000_000_000, max: 2_000_000_000 }),
      fc.integer({ min: -(2 ** 45), max: 2 ** 45 }),
      // Halves of a minor unit: base × rate is an odd multiple of 500,000.
      fc.integer({ min: -1_000_000, max: 1_000_000 }).map((half) => 2 * half + 1),
    );
    const rate = fc.oneof(fc.integer({ min: 0, max: 1_000_000 }), fc.constant(500_000));
    const scales = [MONEY, COUNT, { ...COUNT, perOne: 1_000 }];
    fc.assert(
      fc.property(
        fc.array(fc.record({ base, rate }), { maxLength: 4 }),
        fc.constantFrom(...scales),
        (parts, scale) => {
          expect(roundedOf(parts, scale)).toBe(roundProduct(productOf(parts, scale)));
        },
      ),
      { numRuns: 2_000 },
    );
  });
});

describe('a month', () => {
  it('has its bonus once, in the month that reaches the target, and gives it back when it is lost', () => {
    const bonus = terms({ bonus: 10_000, periodKind: 'quarter' });
    const at = (before: number, base: number) =>
      partsOf({ terms: bonus, before: { all: before, regular: before }, deals: [deal(base)] });
    expect(at(50_000, 50_000)).toEqual({ bonus: 10_000 });
    expect(at(100_000, 50_000)).toEqual({});
    expect(at(100_000, -1)).toEqual({ bonus: -10_000 });
  });

  it('earns no more than its cap, no less than its floor or the guarantee of a ramp', () => {
    expect(partsOf({ terms: terms({ cap: 4_000 }), deals: [deal(100_000)] })).toEqual({
      cap: -1_000,
    });
    expect(partsOf({ terms: terms({ floor: 4_000 }), deals: [deal(10_000)] })).toEqual({
      floor: 3_500,
    });
    const ramp = { terms: terms({ guarantee: 4_000 }), deals: [deal(10_000)] };
    expect(partsOf(ramp)).toEqual({});
    expect(partsOf({ ...ramp, isOnRamp: true })).toEqual({ guarantee: 3_500 });
  });
});

/** Three months in a row of one payee. */
const months = (bases: number[][], over: Partial<CommissionTerms> = {}): StatementFacts[] => {
  let all = 0;
  return bases.map((deals, i) => {
    const before = { all, regular: all };
    all += deals.reduce((sum, base) => sum + base, 0);
    return {
      ...facts({
        month: `M${i}`,
        terms: terms(over),
        before: (over.periodKind ?? 'month') === 'month' ? { all: 0, regular: 0 } : before,
        // The same deal is the same deal, whatever it is worth.
        deals: deals.map((base, at) => deal(base, { deal: i * 100 + at })),
      }),
      awards: [],
      locked: null,
    };
  });
};
const lock = (facts: StatementFacts[], statements: Statement[], count: number) =>
  facts.map((each, i) =>
    i < count
      ? {
          ...each,
          locked: {
            entries: statements[i]!.entries,
            total: statements[i]!.total,
            owed: statements[i]!.owed,
            target: each.target,
            isOnRamp: false,
          },
        }
      : each,
  );
const totalsOf = (facts: StatementFacts[]) => buildStatements(facts).map(({ total }) => total);

describe('statements', () => {
  it('pay a draw ahead and take it back from later commission', () => {
    // Earned 1,000, 6,000 and 2,000 with 3,000 in advance each month.
    const drawn = months([[20_000], [105_000], [40_000]], { draw: 3_000 });
    expect(totalsOf(drawn)).toEqual([3_000, 3_400, 3_000]);
    expect(buildStatements(drawn).map(({ owed }) => owed)).toEqual([2_000, 0, 1_000]);
  });

  it('carry over what refunds took below nothing', () => {
    expect(totalsOf(months([[-20_000], [60_000]]))).toEqual([0, 2_000]);
  });

  it('stay as they were locked; a voided deal is taken back in the first open one', () => {
    const before = months([[60_000, 60_000], [10_000], []]);
    const locked = lock(months([[60_000], [10_000], []]), buildStatements(before), 2);
    const [first, , third] = buildStatements(locked);
    expect(first!.total).toBe(6_600);
    expect(third!.entries).toMatchObject([
      { kind: 'correction', deal: 1, ofMonth: 'M0', amount: -3_600 },
      { kind: 'advance', amount: 3_600 },
    ]);
    expect(third!.total).toBe(0);
  });

  it('correct once: a correction that was locked is not made again', () => {
    const was = buildStatements(months([[60_000, 60_000], [40_000], [10_000]]));
    const corrected = lock(months([[60_000], [40_000], [10_000]]), was, 1);
    const then = buildStatements(corrected);
    const after = lock(corrected, then, 2).map((each, i) => (i === 0 ? corrected[0]! : each));
    expect(buildStatements(after)[2]!.entries.filter(({ kind }) => kind === 'correction')).toEqual(
      [],
    );
  });

  it('a target changed later changes nothing that is locked', () => {
    const before = months([[120_000], []]);
    const locked = lock(before, buildStatements(before), 1);
    locked[0]!.target = 10;
    expect(totalsOf(locked)).toEqual([6_600, 0]);
  });

  it('whatever was locked when: all that is paid, less what is owed, is what was earned (property)', () => {
    const base = fc.integer({ min: -50_000, max: 150_000 });
    const all = fc.array(fc.array(base, { maxLength: 4 }), { minLength: 3, maxLength: 6 });
    const limits = fc.record({
      draw: fc.option(fc.integer({ min: 0, max: 5_000 })),
      cap: fc.option(fc.integer({ min: 1_000, max: 9_000 })),
      bonus: fc.option(fc.integer({ min: 0, max: 5_000 })),
      tierMode: fc.constantFrom('marginal' as const, 'all' as const),
      periodKind: fc.constantFrom('month' as const, 'year' as const),
    });
    fc.assert(
      fc.property(all, all, fc.nat(5), limits, (was, is, count, over) => {
        const same = Array.from({ length: was.length }, (_, i) => is[i] ?? []);
        const now = months(same, over);
        const locked = Math.min(count, was.length - 1);
        const statements = buildStatements(lock(now, buildStatements(months(was, over)), locked));
        const paid = statements.reduce((sum, { total }) => sum + total, 0);
        const earned = now.reduce((sum, each) => sum + computeMonth(each).earned, 0);
        expect(paid - statements.at(-1)!.owed).toBe(earned);
        for (const { entries, total } of statements)
          expect(entries.reduce((sum, { amount }) => sum + amount, 0)).toBe(total);
      }),
    );
  });
});

describe('against a spreadsheet engine (HyperFormula)', () => {
  it('tiered, capped and drawn statements agree cell by cell', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -40_000, max: 90_000 }), { minLength: 1, maxLength: 8 }),
        fc.integer({ min: 10_000, max: 200_000 }),
        fc.integer({ min: 2_000, max: 9_000 }),
        fc.integer({ min: 0, max: 3_000 }),
        (bases, target, cap, draw) => {
          const rows = bases.map((base, i) => {
            const row = i + 1;
            // A: base, B: sum before, C: sum after, D: commission of the deal, in hundredths until
            // it is rounded: those are whole numbers.
            const earned = (sum: string) => `(MIN(${sum},$F$1)*5+MAX(0,${sum}-$F$1)*8)`;
            return [
              base,
              i === 0 ? 0 : `=C${i}`,
              `=A${row}+B${row}`,
              `=ROUND((${earned(`C${row}`)}-${earned(`B${row}`)})/100,0)`,
            ];
          });
          const n = bases.length;
          rows[0] = [
            ...rows[0]!,
            '',
            target,
            `=SUM(D1:D${n})`,
            `=MIN(G1,${cap})`,
            `=MAX(H1,${draw})`,
          ];
          const sheet = HyperFormula.buildFromArray(rows, { licenseKey: 'gpl-v3' });
          const cell = (col: number, row = 0) => sheet.getCellValue({ sheet: 0, col, row });
          const over = { terms: terms({ cap, draw }), target };
          const deals = bases.map((base) => deal(base));
          const [statement] = buildStatements([
            { ...facts({ ...over, deals }), awards: [], locked: null },
          ]);
          const lines = statement!.entries.filter(({ kind }) => kind === 'deal');
          expect(lines.map(({ amount }) => amount)).toEqual(bases.map((_, row) => cell(3, row)));
          expect(statement!.earned).toBe(cell(7));
          expect(statement!.total).toBe(cell(8));
          sheet.destroy();
        },
      ),
      { numRuns: 25 },
    );
    // Building a sheet takes a while on a busy machine.
  }, 60_000);
});

describe('what if', () => {
  it('says what an attainment and a next deal would earn', () => {
    const now = facts({ deals: [deal(90_000)] });
    expect(missingTo(now, 10_500)).toBe(15_000);
    expect(earnedWith(now, 15_000)).toBe(5_000 + 400);
    expect(missingTo(facts({ target: null }), 10_500)).toBeNull();
    expect(missingTo(facts({ deals: [deal(200_000)] }), 10_500)).toBe(0);
  });
});
