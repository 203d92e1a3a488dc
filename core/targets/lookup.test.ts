import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  always,
  buildSampleDataset,
  SAMPLE_MEMBERSHIPS,
  type SampleOptions,
} from '../dataset/sampleDataset';
import { parseDay, toIsoDay, weekdayOf } from '../period/day';
import { compareWithAllocated } from './agreement';
import { buildTargetLookup } from './lookup';

const look = (options: Omit<SampleOptions, 'asOf'>) => {
  const dataset = buildSampleDataset({ asOf: '2026-11-18', ...options });
  return (unitId: number, periodId: string) =>
    dataset.lookup.find(unitId, dataset.calendar.parse(periodId)!, 'revenue');
};
const months = (unitId: number, values: (number | null)[]) =>
  values.flatMap((target, i) =>
    target === null
      ? []
      : [{ unitId, periodId: `FY2027-P${String(i + 1).padStart(2, '0')}`, target }],
  );

describe('which target applies', () => {
  it('takes one that is set before anything else', () => {
    const find = look({
      targets: [...months(11, [1, 2, 3]), { unitId: 11, periodId: 'FY2027-Q1', target: 100 }],
    });
    expect(find(11, 'FY2027-Q1')).toMatchObject({ value: 100, targetSource: 'set' });
  });

  it('adds up over time, and names what is missing instead of giving a status', () => {
    const find = look({ targets: months(11, [10, 20, 30, 40]) });
    expect(find(11, 'FY2027-Q1')).toMatchObject({
      value: 60,
      targetSource: 'sumOfPeriods',
      missing: [],
    });
    expect(find(11, 'FY2027-Q2')).toMatchObject({
      value: 40,
      missing: [
        { unitId: 11, periodId: 'FY2027-P05' },
        { unitId: 11, periodId: 'FY2027-P06' },
      ],
    });
    expect(find(11, 'FY2027').missing).toHaveLength(4);
    expect(find(11, 'FY2027-P01..FY2027-P04')).toMatchObject({ value: 100, missing: [] });
  });

  it('does not miss a target for months in which the person was not there', () => {
    const joined = [
      ...SAMPLE_MEMBERSHIPS.filter((each) => each.unitId !== 11),
      { ...always(11, 3), from: parseDay('2026-05-01')! },
    ];
    const find = look({ memberships: joined, targets: months(11, [null, 20, 30]) });
    expect(find(11, 'FY2027-Q1')).toMatchObject({ value: 50, missing: [] });
  });

  it('shares a longer period out by working days, exactly', () => {
    const find = look({ targets: [{ unitId: 2, periodId: 'FY2027', target: 1_000_000 }] });
    expect(find(2, 'FY2027-P01')).toMatchObject({
      value: 84_291,
      targetSource: 'allocatedFromPeriod',
      allocatedFrom: 'FY2027',
    });
    const quarters = [1, 2, 3, 4].map((q) => find(2, `FY2027-Q${q}`).value!);
    expect(quarters.reduce((a, b) => a + b)).toBe(1_000_000);
  });

  it('keeps a month that is set when the rest of the year is shared out', () => {
    const find = look({
      targets: [
        { unitId: 2, periodId: 'FY2027', target: 1_000_000 },
        { unitId: 2, periodId: 'FY2027-P01', target: 500_000 },
      ],
    });
    const rest = Array.from(
      { length: 11 },
      (_, i) => find(2, `FY2027-P${String(i + 2).padStart(2, '0')}`).value!,
    );
    expect(rest.reduce((a, b) => a + b)).toBe(500_000);
  });

  it('shares a month out over its working days, nothing on a Sunday', () => {
    const find = look({ targets: months(11, [null, null, null, null, null, null, null, 2100]) });
    expect(find(11, '2026-11-18')).toMatchObject({
      value: 100,
      targetSource: 'allocatedFromPeriod',
    });
    expect(find(11, '2026-11-15').value).toBe(0);
    expect(find(11, '2026-W47')).toMatchObject({ value: 500 });
  });

  it('adds up over people, and is incomplete when one of them has none', () => {
    const find = look({ targets: [...months(11, [10]), ...months(12, [5]), ...months(13, [7])] });
    expect(find(3, 'FY2027-P01')).toMatchObject({
      value: 15,
      targetSource: 'sumOfUnits',
      missing: [],
    });
    expect(find(1, 'FY2027-P01')).toMatchObject({ value: 22, missing: [] });
    const partly = look({ targets: [...months(11, [10]), ...months(13, [7])] });
    expect(partly(2, 'FY2027-P01').missing).toEqual([{ unitId: 12, periodId: 'FY2027-P01' }]);
  });

  it('is none where there is none: never zero', () => {
    expect(look({})(3, 'FY2027-P01')).toMatchObject({ value: null, targetSource: 'none' });
  });

  it('divides the month of a person who moved within it between both teams, adding up exactly', () => {
    const moved = [
      ...SAMPLE_MEMBERSHIPS.filter((each) => each.unitId !== 11),
      { ...always(11, 3), to: parseDay('2026-11-16')! },
      { ...always(11, 4), from: parseDay('2026-11-16')! },
    ];
    const eight = (value: number) => Array.from({ length: 8 }, (_, i) => (i === 7 ? value : null));
    const find = look({
      memberships: moved,
      targets: [...months(11, eight(1001)), ...months(12, eight(50)), ...months(13, eight(70))],
    });
    expect(find(3, 'FY2027-P08').value! - 50 + find(4, 'FY2027-P08').value! - 70).toBe(1001);
    // Ten of its 21 working days, of 48 each: the first days have the odd units, as they have each
    // by itself.
    expect(find(3, 'FY2027-P08').value).toBe(480 + 50);
    expect(find(2, 'FY2027-P08').value).toBe(1121);
  });
});

describe('a stretch of days', () => {
  const moved = [
    ...SAMPLE_MEMBERSHIPS.filter((each) => each.unitId !== 11),
    { ...always(11, 3), to: parseDay('2026-11-16')! },
    { ...always(11, 4), from: parseDay('2026-11-16')! },
  ];
  const year = (unitId: number, month: number) =>
    months(
      unitId,
      Array.from({ length: 12 }, (_, i) => month + i * 37),
    );

  it('is asked exactly what its two parts are, wherever it is cut, also of a team that somebody left or joined', () => {
    const find = look({
      memberships: moved,
      targets: [...year(11, 1_001), ...year(12, 517), ...year(13, 703)],
    });
    const first = parseDay('2026-04-01')!;
    const day = fc.integer({ min: 0, max: 364 });
    fc.assert(
      fc.property(
        fc.constantFrom(11, 3, 4, 2),
        fc.uniqueArray(day, { minLength: 3, maxLength: 3 }),
        (unitId, days) => {
          const [from, cut, to] = days.sort((a, b) => a - b).map((each) => first + each) as [
            number,
            number,
            number,
          ];
          const range = (a: number, b: number) =>
            find(unitId, `${toIsoDay(a)}..${toIsoDay(b)}`).value ?? 0;
          expect(range(from, to)).toBe(range(from, cut) + range(cut + 1, to));
        },
      ),
      { numRuns: 150, seed: 12 },
    );
  });

  it('of which days have targets of their own adds them up: a week, a month, a quarter, a year', () => {
    const first = parseDay('2026-04-01')!;
    const days = Array.from({ length: 365 }, (_, i) => first + i).filter(
      (each) => weekdayOf(each) < 6,
    );
    const find = look({
      targets: days.map((each, at) => ({ unitId: 11, periodId: toIsoDay(each), target: 100 + at })),
    });
    const sumOf = (from: string, to: string) =>
      days.reduce(
        (sum, each, at) =>
          each >= parseDay(from)! && each <= parseDay(to)! ? sum + 100 + at : sum,
        0,
      );
    expect(find(11, 'FY2027-P01')).toMatchObject({
      value: sumOf('2026-04-01', '2026-04-30'),
      targetSource: 'sumOfPeriods',
      missing: [],
    });
    expect(find(11, 'FY2027-Q1')).toMatchObject({
      value: sumOf('2026-04-01', '2026-06-30'),
      missing: [],
    });
    expect(find(11, 'FY2027')).toMatchObject({
      value: sumOf('2026-04-01', '2027-03-31'),
      missing: [],
    });
    // Saturday and Sunday, on which nobody works, are no missing targets of a week.
    expect(find(11, '2026-W20')).toMatchObject({
      value: sumOf('2026-05-11', '2026-05-17'),
      missing: [],
      partCount: 5,
    });
  });

  it('of which a working day has none is incomplete and names it', () => {
    const find = look({
      targets: [
        ['2026-11-02', 5],
        ['2026-11-03', 7],
      ].map(([periodId, target]) => ({
        unitId: 11,
        periodId: String(periodId),
        target: Number(target),
      })),
    });
    const found = find(11, '2026-11-02..2026-11-04');
    expect([found.value, found.missing]).toEqual([12, [{ unitId: 11, periodId: '2026-11-04' }]]);
    expect(find(11, 'FY2027-P08').missing).toHaveLength(19);
  });
});

describe('own target against what is allocated', () => {
  it('keeps both numbers and says the difference', () => {
    const dataset = buildSampleDataset({
      asOf: '2026-11-18',
      targets: [
        { unitId: 3, periodId: 'FY2027-P01', target: 100 },
        ...months(11, [70]),
        ...months(12, [20]),
      ],
    });
    const april = dataset.calendar.parse('FY2027-P01')!;
    expect(compareWithAllocated(dataset.lookup, 3, april, 'revenue')).toEqual({
      own: 100,
      allocated: 90,
      unallocated: 10,
      overAssignedShare: null,
      missing: 0,
    });
    dataset.targets.put(
      { unitId: 12, measure: 'revenue', periodId: 'FY2027-P01' },
      { target: 40, floor: null, stretch: null },
    );
    expect(compareWithAllocated(dataset.lookup, 3, april, 'revenue')).toMatchObject({
      unallocated: -10,
      overAssignedShare: 0.1,
    });
  });
});

describe('answers that are kept', () => {
  it('are those of a fresh look, after any changes', () => {
    const ids = fc.constantFrom(1, 2, 3, 4, 11, 12, 13);
    const periods = fc.constantFrom(
      'FY2027',
      'FY2027-Q1',
      'FY2027-Q2',
      'FY2027-P01',
      'FY2027-P02',
      'FY2027-P05',
      '2026-04-07',
    );
    const moved = [
      ...SAMPLE_MEMBERSHIPS.filter((each) => each.unitId !== 12),
      { ...always(12, 3), to: parseDay('2026-05-10')! },
      { ...always(12, 4), from: parseDay('2026-05-10')! },
    ];
    fc.assert(
      fc.property(
        fc.array(fc.tuple(ids, periods, fc.option(fc.nat(1000))), { minLength: 1, maxLength: 12 }),
        (changes) => {
          const dataset = buildSampleDataset({ asOf: '2026-11-18', memberships: moved });
          for (const [unitId, periodId, target] of changes) {
            const key = { unitId, measure: 'revenue' as const, periodId };
            if (target === null) dataset.targets.remove(key);
            else dataset.targets.put(key, { target, floor: null, stretch: null });
            const fresh = buildTargetLookup(dataset);
            for (const unit of dataset.tree.units)
              for (const id of ['FY2027', 'FY2027-Q1', 'FY2027-P02', 'FY2027-P05', '2026-04-07']) {
                const period = dataset.calendar.parse(id)!;
                expect(dataset.lookup.find(unit.id, period, 'revenue')).toEqual(
                  fresh.find(unit.id, period, 'revenue'),
                );
              }
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

it('does not call the rounding of daily shares a difference', () => {
  const dataset = buildSampleDataset({
    asOf: '2026-11-18',
    targets: [
      { unitId: 2, periodId: 'FY2027-P01', target: 1000 },
      { unitId: 11, periodId: 'FY2027-P01', target: 333 },
      { unitId: 12, periodId: 'FY2027-P01', target: 333 },
      { unitId: 13, periodId: 'FY2027-P01', target: 334 },
    ],
  });
  const at = (id: string) =>
    compareWithAllocated(dataset.lookup, 2, dataset.calendar.parse(id)!, 'revenue').unallocated;
  expect(at('FY2027-P01')).toBe(0);
  expect(at('2026-04-07')).toBeNull();
});
