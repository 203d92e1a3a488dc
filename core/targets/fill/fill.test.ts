import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { buildCalendar, type Period } from '../../period/calendar';
import { countWorkingDays } from '../../period/workingDays';
import { allocateRest } from './allocateRest';
import { describeEach, describeTogether } from './describe';
import { fillCells } from './fill';
import { grow } from './grow';
import type { FillSource, FillWay, LineTerms } from './way';

const calendar = buildCalendar({ kind: 'month', firstMonth: 4, yearLabel: 'ends' });
const months = calendar.months(2027);
const working = { weekdays: [1, 2, 3, 4, 5], closed: new Set<number>() };

const source = (over: Partial<FillSource> = {}): FillSource => ({
  targetOf: () => null,
  priorYearOf: () => 0,
  isActive: () => true,
  workingDaysIn: (_unit, period) => countWorkingDays(period, working),
  allWorkingDaysIn: (_unit, period) => countWorkingDays(period, working),
  rampShareOf: () => 10_000,
  peersOf: () => [],
  ...over,
});
const total = (over: Partial<Extract<FillWay, { kind: 'total' }>> = {}): FillWay => ({
  kind: 'total',
  total: 1_000_000,
  people: 'even',
  phasing: 'workingDays',
  terms: new Map(),
  ...over,
});
const fill = (
  way: FillWay,
  {
    unitIds = [1],
    periods = months,
    step = 1,
    from = source(),
  }: { unitIds?: number[]; periods?: Period[]; step?: number; from?: FillSource } = {},
) => fillCells({ way, unitIds, periods, step }, from);
const values = (result: ReturnType<typeof fillCells>) =>
  result.ok ? result.cells.map((cell) => cell.value) : result;

describe('a total', () => {
  it('over a year by working days is the example of docs/calculations.md, 6, in units of 1 and of 1,000', () => {
    expect(values(fill(total()))).toEqual([
      84_291, 80_460, 84_291, 88_123, 80_460, 84_291, 84_291, 80_460, 88_123, 80_460, 76_628,
      88_122,
    ]);
    expect(values(fill(total(), { step: 1000 }))).toEqual(
      [84, 81, 84, 88, 81, 84, 84, 81, 88, 80, 77, 88].map((each) => each * 1000),
    );
  });

  it('always adds up over people and periods, whatever weighs them, and never touches a locked line', () => {
    const amounts = fc.array(fc.integer({ min: -500, max: 5_000 }), {
      minLength: 60,
      maxLength: 60,
    });
    fc.assert(
      fc.property(
        fc.integer({ min: 30_000, max: 900_000 }),
        fc.constantFrom('even', 'priorYear', 'present'),
        fc.constantFrom('even', 'workingDays', 'priorYear', 'present'),
        amounts,
        fc.constantFrom(1, 100, 1000),
        fc.integer({ min: 1, max: 5 }),
        (sum, people, phasing, history, unit, count) => {
          const unitIds = Array.from({ length: count }, (_, i) => i);
          const at = (unitId: number, from: number) =>
            history[unitId * 12 + months.findIndex((month) => month.from === from)]!;
          const from = source({
            priorYearOf: (unitId, period) => at(unitId, period.from),
            targetOf: (unitId, period) => Math.max(0, at(unitId, period.from)),
          });
          const terms = new Map<number, LineTerms>(count > 1 ? [[0, { isLocked: true }]] : []);
          const locked =
            count > 1 ? months.reduce((all, month) => all + Math.max(0, at(0, month.from)), 0) : 0;
          const result = fill(total({ total: sum + locked, people, phasing, terms }), {
            unitIds,
            step: unit,
            from,
          });
          if (!result.ok) throw new Error(result.fault);
          expect([result.total, result.kept]).toEqual([sum + locked, locked]);
          expect(result.cells.reduce((all, cell) => all + cell.value, 0)).toBe(sum);
          expect(result.cells.some((cell) => cell.unitId === 0 && count > 1)).toBe(false);
          for (const cell of result.cells) expect(cell.value).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });

  it('leaves out periods in which a unit does not stand in the tree', () => {
    const result = fill(total({ total: 120, phasing: 'even' }), {
      from: source({ isActive: (_unit, period) => period.from >= months[8]!.from }),
    });
    expect(values(result)).toEqual([30, 30, 30, 30]);
  });

  it('takes the shape of last year, counting months of returns as nothing', () => {
    const shape = [10, 0, -5, 30, 0, 0, 0, 0, 0, 0, 0, 60];
    const result = fill(total({ total: 1000, phasing: 'priorYear' }), {
      from: source({
        priorYearOf: (_unit, period) => shape[months.findIndex((month) => month.id === period.id)]!,
      }),
    });
    expect(values(result)).toEqual([100, 0, 0, 300, 0, 0, 0, 0, 0, 0, 0, 600]);
  });

  it('falls back to working days for someone without a shape, and says so', () => {
    const result = fill(total({ phasing: 'priorYear' }));
    expect(result).toMatchObject({
      ok: true,
      notes: [{ code: 'fellBackToWorkingDays', unitId: 1 }],
    });
    expect(values(result)).toEqual(values(fill(total())));
  });

  it('refuses custom shares that are not 100 %, of people or of periods', () => {
    const terms = new Map<number, LineTerms>([
      [1, { share: 5_000 }],
      [2, { share: 4_900 }],
    ]);
    expect(fill(total({ people: 'custom', terms }), { unitIds: [1, 2] })).toEqual({
      ok: false,
      fault: 'sharesNot100',
      bound: null,
    });
    expect(
      fill(total({ phasing: 'custom', periodShares: [9_900] }), { periods: months.slice(0, 1) }),
    ).toMatchObject({ fault: 'sharesNot100' });
    terms.set(2, { share: 5_000 });
    expect(
      values(
        fill(
          total({
            total: 10,
            people: 'custom',
            phasing: 'custom',
            periodShares: [2_000, 8_000],
            terms,
          }),
          { unitIds: [1, 2], periods: months.slice(0, 2) },
        ),
      ),
    ).toEqual([1, 4, 1, 4]);
  });

  it('says which total the bounds allow, and fills nothing', () => {
    const terms = new Map<number, LineTerms>([
      [1, { most: 400 }],
      [2, { most: 500 }],
    ]);
    expect(fill(total({ total: 1000, terms }), { unitIds: [1, 2] })).toEqual({
      ok: false,
      fault: 'aboveMost',
      bound: 900,
    });
  });
});

describe('from last year plus a percent', () => {
  it('rounds once to the rounding unit, half away from zero', () => {
    expect(grow(100_049, 500, 100)).toBe(105_100);
    expect([grow(250, 0, 100), grow(-250, 0, 100), grow(249, 0, 100)]).toEqual([300, -300, 200]);
    expect(grow(9_007_199_254_740_991, 0)).toBe(9_007_199_254_740_991);
  });

  it('leaves a period without history empty, and names it', () => {
    const result = fill(
      { kind: 'priorYear', growth: 1_000 },
      {
        periods: months.slice(0, 3),
        from: source({
          priorYearOf: (_unit, period) =>
            ({ [months[0]!.id]: 1000, [months[1]!.id]: -50 })[period.id] ?? 0,
        }),
      },
    );
    expect(values(result)).toEqual([1100]);
    expect(result).toMatchObject({
      notes: [
        { code: 'noHistory', period: months[1] },
        { code: 'noHistory', period: months[2] },
      ],
    });
  });

  it.each([-10_000, -15_000])('refuses a growth of %i basis points', (growth) =>
    expect(fill({ kind: 'priorYear', growth })).toMatchObject({ ok: false, fault: 'growthTooLow' }),
  );
});

describe('the other ways', () => {
  it('set one amount each, change what stands there, or copy another plan', () => {
    const two = { unitIds: [1, 2], periods: months.slice(0, 2) };
    expect(values(fill({ kind: 'each', amount: 9 }, two))).toEqual([9, 9, 9, 9]);
    const from = source({
      targetOf: (unitId, period) => (unitId === 1 && period.id === months[1]!.id ? null : 200),
      otherOf: (unitId) => (unitId === 1 ? 5 : null),
    });
    expect(values(fill({ kind: 'percent', growth: 500 }, { ...two, from }))).toEqual([
      210, 210, 210,
    ]);
    expect(values(fill({ kind: 'copy' }, { ...two, from }))).toEqual([5, 5]);
  });

  it('say when there is nothing to fill', () => {
    expect(fill({ kind: 'percent', growth: 500 })).toMatchObject({
      ok: false,
      fault: 'nothingToFill',
    });
    expect(fill({ kind: 'each', amount: -1 })).toMatchObject({ ok: false, fault: 'negative' });
  });

  it('spell out each and together', () => {
    expect(describeEach(4, 1, '9,000', '36,000')).toBe('4 people x 9,000 = 36,000');
    expect(describeEach(1, 12, '9,000', '108,000')).toBe('1 person x 12 periods x 9,000 = 108,000');
    expect(describeTogether('36,000', '9,000')).toBe('36,000 together, 9,000 each');
  });
});

describe('handing out a rest', () => {
  it('brings those below to the own target in every period, by their present shares', () => {
    const now: Record<string, number> = {
      '1 FY2027-P01': 60,
      '2 FY2027-P01': 40,
      '1 FY2027-P02': 300,
      '2 FY2027-P02': 100,
    };
    const from = source({ targetOf: (unitId, period) => now[`${unitId} ${period.id}`] ?? null });
    const rests = [
      { period: months[0]!, own: 120 },
      { period: months[1]!, own: 200 },
      { period: months[2]!, own: 7 },
    ];
    const result = allocateRest(rests, [1, 2], 1, from);
    expect(values(result)).toEqual([72, 48, 150, 50, 4, 3]);
    expect(result).toMatchObject({
      cells: [
        { before: 60 },
        { before: 40 },
        { before: 300 },
        { before: 100 },
        { before: null },
        { before: null },
      ],
    });
  });
});

describe('from the last result of a ratio', () => {
  it('rounds to whole units of the last decimal', () => {
    const result = fill(
      { kind: 'priorYear', growth: 1_000 },
      { periods: months.slice(0, 1), from: source({ priorYearOf: () => 261.538461538 }) },
    );
    expect(result.ok && result.cells.map((cell) => cell.value)[0]).toBe(288);
  });
});

describe('a part of a full target', () => {
  it('gives newcomers and leavers their part of the full target, or of the average of the peers', () => {
    const from = source({
      rampShareOf: (_unit, period) => (period.id === months[0]!.id ? 5_000 : 10_000),
      workingDaysIn: () => 10,
      allWorkingDaysIn: () => 20,
      peersOf: (_unit, period) => (period.id === months[2]!.id ? [] : [800, 1200]),
    });
    const values = (full: number | null) => {
      const result = fill({ kind: 'partial', full }, { periods: months.slice(0, 3), from });
      return result.ok
        ? [
            result.cells.slice(0, 3).map((cell) => cell.value),
            result.notes.filter((note) => note.code === 'noPeers').length > 0,
          ]
        : result.fault;
    };
    expect(values(4000)).toEqual([[1000, 2000, 2000], false]);
    expect(values(null)).toEqual([[250, 500], true]);
    expect(values(-1)).toBe('negative');
  });
});
