import { describe, expect, it } from 'vitest';
import type { SheetTarget } from '#contract/schemas/sheet';
import { buildSampleSheet } from './sampleSheet';
import { Workbench } from './workbench';

const start = (...targets: SheetTarget[]) => new Workbench(buildSampleSheet({}, targets));
const look = (bench: Workbench, unitId: number, periodId: string) => bench.cellAt(unitId, bench.calendar.parse(periodId)!);
const month = (bench: Workbench, n = 8) => bench.calendar.parse(`FY2027-P${String(n).padStart(2, '0')}`)!;

describe('the workbench', () => {
  it('adds up what is set, at once, to quarter, team and branch', () => {
    const bench = start([3, 'FY2027-P08', 1000, null, null, 1]);
    const change = bench.toChange(4, month(bench), 500);
    expect(change).toMatchObject({ unit: 'tb', period: 'FY2027-P08', target: '5.00', version: 0 });
    bench.expect([change]);
    expect(look(bench, 2, 'FY2027-P08').value).toBe(1500);
    expect(look(bench, 1, 'FY2027-Q3')).toMatchObject({ value: 1500, missing: 4 });
  });

  it('takes back what the server refuses, and keeps what it saves', () => {
    const bench = start([3, 'FY2027-P08', 1000, null, null, 4]);
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
    expect(bench.take([[4, 'FY2027-P08', 9, null, null, 1], [3, 'FY2027-P08', 6, null, null, 1]])).toBe(true);
    expect([look(bench, 3, 'FY2027-P08').value, look(bench, 4, 'FY2027-P08').value]).toEqual([5, 9]);
    // The server refuses the own change: theirs is what stands there.
    bench.settle(own, null);
    expect(look(bench, 3, 'FY2027-P08').value).toBe(6);
    expect(bench.take([[4, 'FY2027-P08', 9, null, null, 1]])).toBe(false);
  });

  it('keeps floor and stretch with a target that is typed over, and drops them with one that is cleared', () => {
    const bench = start([3, 'FY2027-P08', 1000, 800, 1200, 1]);
    expect(bench.toChange(3, month(bench), 1100)).toMatchObject({ target: '11.00', floor: '8.00', stretch: '12.00' });
    expect(bench.toChange(3, month(bench), 1100, { floor: null })).toMatchObject({ floor: null, stretch: '12.00' });
    expect(bench.toChange(3, month(bench), null)).toMatchObject({ target: null, floor: null, stretch: null });
  });

  it('says where the result to start from is older than last year', () => {
    const basis = Array.from({ length: 12 }, (_, i) => `FY${i < 8 ? 2026 : 2025}-P${String(i + 1).padStart(2, '0')}`);
    const bench = new Workbench(buildSampleSheet({ basis }));
    expect(bench.describeOlderBasis([bench.calendar.parse('FY2027-Q1')!])).toBeNull();
    expect(bench.describeOlderBasis([bench.calendar.parse('FY2027-Q3')!])).toBe("December 2026 starts from FY 2025: last year's is not finished yet.");
    expect(bench.describeOlderBasis([bench.calendar.year(2027)])).toContain('December 2026 to March 2027 start from FY 2025');
  });

  it('leaves a step alone that was made in another place', () => {
    const bench = start();
    const elsewhere = { unit: 'gone', period: 'FY2027-P08', measure: 'revenue' as const, target: '1', version: 0 };
    bench.expect([elsewhere, { ...elsewhere, unit: 'iv', period: 'FY2026-P08' }]);
    expect(look(bench, 1, 'FY2027-P08').value).toBeNull();
  });
});
