import { describe, expect, it } from 'vitest';
import type { GridTarget, PlanGridData } from '#contract/schemas/planGrid';
import { END_OF_TIME, FIRST_DAY, parseDay } from '#core/period/day';
import { proposePart } from './proposal';
import { buildSampleSheet } from './sampleSheet';
import { toWeekChanges } from './weeks';
import { Workbench } from './workbench';

const start = (...targets: GridTarget[]) => new Workbench(buildSampleSheet({}, targets));
const look = (bench: Workbench, unitId: number, periodId: string) =>
  bench.cellAt(unitId, bench.calendar.parse(periodId)!);
const month = (bench: Workbench, n = 8) =>
  bench.calendar.parse(`FY2027-P${String(n).padStart(2, '0')}`)!;

describe('the workbench', () => {
  it('adds up what is set, at once, to quarter, team and branch', () => {
    const bench = start([3, 'FY2027-P08', 1000, null, null, 1, null]);
    const change = bench.toChange(4, month(bench), 500);
    expect(change).toMatchObject({ unit: 'tb', period: 'FY2027-P08', target: '5.00', version: 0 });
    bench.expect([change]);
    expect(look(bench, 2, 'FY2027-P08').value).toBe(1500);
    expect(look(bench, 1, 'FY2027-Q3')).toMatchObject({ value: 1500, missing: 4 });
  });

  it('takes back what the server refuses, and keeps what it saves', () => {
    const bench = start([3, 'FY2027-P08', 1000, null, null, 4, null]);
    const refused = [bench.toChange(3, month(bench), 77)];
    bench.expect(refused);
    expect(look(bench, 3, 'FY2027-P08').value).toBe(77);
    bench.settle(refused, null);
    expect(look(bench, 3, 'FY2027-P08').value).toBe(1000);
    const saved = [bench.toChange(3, month(bench), 88)];
    bench.expect(saved);
    bench.settle(saved, [5]);
    expect(look(bench, 3, 'FY2027-P08').value).toBe(88);
    expect(bench.toChange(3, month(bench), 99).version).toBe(5);
  });

  it('makes the second of two quick changes rest on the first', () => {
    const bench = start();
    const first = [bench.toChange(3, month(bench), 1)];
    bench.expect(first);
    const second = [bench.toChange(3, month(bench), 2)];
    expect(second[0]!.version).toBe(1);
    bench.expect(second);
    bench.settle(first, [1]);
    expect(look(bench, 3, 'FY2027-P08').value).toBe(2);
    bench.settle(second, [2]);
    expect(look(bench, 3, 'FY2027-P08').value).toBe(2);
  });

  it("shows others' changes, except over own ones that are under way", () => {
    const bench = start();
    const own = [bench.toChange(3, month(bench), 5)];
    bench.expect(own);
    expect(
      bench.take([
        [4, 'FY2027-P08', 9, null, null, 1, null],
        [3, 'FY2027-P08', 6, null, null, 1, null],
      ]),
    ).toBe(true);
    expect([look(bench, 3, 'FY2027-P08').value, look(bench, 4, 'FY2027-P08').value]).toEqual([
      5, 9,
    ]);
    // The server refuses the own change: theirs is what stands there.
    bench.settle(own, null);
    expect(look(bench, 3, 'FY2027-P08').value).toBe(6);
    expect(bench.take([[4, 'FY2027-P08', 9, null, null, 1, null]])).toBe(false);
  });

  it('keeps floor and stretch with a target that is typed over, and drops them with one that is cleared', () => {
    const bench = start([3, 'FY2027-P08', 1000, 800, 1200, 1, null]);
    expect(bench.toChange(3, month(bench), 1100)).toMatchObject({
      target: '11.00',
      floor: '8.00',
      stretch: '12.00',
    });
    expect(bench.toChange(3, month(bench), 1100, { floor: null })).toMatchObject({
      floor: null,
      stretch: '12.00',
    });
    expect(bench.toChange(3, month(bench), null)).toMatchObject({
      target: null,
      floor: null,
      stretch: null,
    });
  });

  it('says where the result to start from is older than last year', () => {
    const priorPeriodIds = Array.from(
      { length: 12 },
      (_, i) => `FY${i < 8 ? 2026 : 2025}-P${String(i + 1).padStart(2, '0')}`,
    );
    const bench = new Workbench(buildSampleSheet({ priorPeriodIds }));
    expect(bench.describeOlderBasis([bench.calendar.parse('FY2027-Q1')!])).toBeNull();
    expect(bench.describeOlderBasis([bench.calendar.parse('FY2027-Q3')!])).toBe(
      'December 2026 starts from FY 2025: last year’s is not finished yet.',
    );
    expect(bench.describeOlderBasis([bench.calendar.year(2027)])).toContain(
      'December 2026 to March 2027 start from FY 2025',
    );
  });

  it('leaves a step alone that was made in another place', () => {
    const bench = start();
    const elsewhere = {
      unit: 'gone',
      period: 'FY2027-P08',
      measure: 'revenue' as const,
      target: '1',
      version: 0,
    };
    bench.expect([elsewhere, { ...elsewhere, unit: 'iv', period: 'FY2026-P08' }]);
    expect(look(bench, 1, 'FY2027-P08').value).toBeNull();
  });
});

describe('a plan in another currency', () => {
  const own = { currency: 'GBP', target: 10_001, floor: null, stretch: null };
  const sheet = () =>
    buildSampleSheet({}, [
      [3, 'FY2027-P01', 11_601, null, null, 1, own],
      [4, 'FY2027-P01', 11_600, null, null, 1, null],
    ]);
  const april = (bench: Workbench) => bench.calendar.parse('FY2027-P01')!;
  it('shows what was set in it as it was set, and everything else at the fixed rate', () => {
    const bench = new Workbench(sheet(), 'GBP');
    expect([
      bench.cellAt(3, april(bench)).value,
      bench.cellAt(4, april(bench)).value,
      bench.cellAt(2, april(bench)).value,
    ]).toEqual([10_001, 10_000, 20_001]);
    expect([bench.figure.currency, bench.rate, bench.cellAt(3, april(bench)).priorYear]).toEqual([
      'GBP',
      '1.16',
      86,
    ]);
  });
  it('says in its changes what they are in, and reads back those that undo them', () => {
    const bench = new Workbench(sheet(), 'GBP');
    const change = bench.toChange(4, april(bench), 20_000);
    expect(change).toMatchObject({ currency: 'GBP', target: '200.00' });
    bench.expect([change]);
    expect(bench.cellAt(2, april(bench)).value).toBe(30_001);
    bench.settle([change], [2]);
    bench.expect([{ ...change, currency: 'EUR', target: '116.00', version: 2 }]);
    expect(bench.cellAt(4, april(bench)).value).toBe(10_000);
  });
  it('stays in the reporting currency where the plan has no rate', () =>
    expect(new Workbench(sheet(), 'USD').currency).toBe('EUR'));
});

describe('weeks', () => {
  it('are set by their working days, and add them up', () => {
    const bench = new Workbench(buildSampleSheet());
    const week = bench.calendar.parse('2026-W15')!;
    const changes = toWeekChanges(bench, 3, week, 1_000);
    expect(changes.map((each) => [each.period.slice(8), each.target])).toEqual([
      ['06', '2.00'],
      ['07', '2.00'],
      ['08', '2.00'],
      ['09', '2.00'],
      ['10', '2.00'],
      ['11', '0.00'],
      ['12', '0.00'],
    ]);
    bench.expect(changes);
    expect(bench.cellAt(3, week)).toMatchObject({ value: 1_000, targetSource: 'sumOfPeriods' });
    expect(toWeekChanges(bench, 3, week, null)).toHaveLength(7);
  });
});

describe('a part of a month', () => {
  it('is proposed for a joiner from the next whole month, and by a ramp', () => {
    const joined = parseDay('2026-04-20')!;
    const targets: Parameters<typeof buildSampleSheet>[1] = [
      [4, 'FY2027-P02', 21_000, null, null, 1, null],
      [4, 'FY2027-P03', 22_000, null, null, 1, null],
    ];
    const memberships: PlanGridData['memberships'] = [
      [1, null, FIRST_DAY, END_OF_TIME],
      [2, 1, FIRST_DAY, END_OF_TIME],
      [3, 2, FIRST_DAY, END_OF_TIME],
      [4, 2, joined, END_OF_TIME],
    ];
    const bench = new Workbench(buildSampleSheet({ memberships }, targets));
    expect(proposePart(bench, 4, bench.calendar.parse('FY2027-P01')!)).toMatchObject({
      present: 9,
      all: 22,
      full: 21_000,
      value: 8_600,
    });
    expect(proposePart(bench, 4, bench.calendar.parse('FY2027-P02')!)).toBeNull();
    const ramped = new Workbench(
      buildSampleSheet({ memberships, ramps: [[4, joined, [0, 5000]]] }, targets),
    );
    expect(proposePart(ramped, 4, ramped.calendar.parse('FY2027-P02')!)).toMatchObject({
      share: 5000,
      full: 22_000,
      value: 11_000,
    });
  });
});
