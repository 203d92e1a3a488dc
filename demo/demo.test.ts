import { describe, expect, it } from 'vitest';
import { buildCalendar } from '#core/period/calendar';
import { parseDay } from '#core/period/day';
import { generateCustomers } from './customers';
import { type DealRow, generateDeals } from './deals';
import { generateHistory } from './history';
import { listHolidays } from './load';
import { BRANCHES, DEMO_USERS, SELLERS, TEAMS } from './people';
import { generateTargets } from './targets';

const calendar = buildCalendar({ kind: 'month', firstMonth: 4, yearLabel: 'ends' });
const working = { weekdays: [1, 2, 3, 4, 5], closed: new Set<number>() };
const dealsOf = (today: string): DealRow[] => {
  const day = parseDay(today)!;
  return [
    ...generateDeals({ today: day, yearStart: calendar.year(calendar.labelOf(day)).from, working }),
  ];
};
const deals = dealsOf('2026-11-18');
const closed = (rows: DealRow[]) => rows.filter((row) => row['status'] !== 'open');

describe('the demo company', () => {
  it('is the same for the same day', () => expect(dealsOf('2026-11-18')).toEqual(deals));

  it('only grows from day to day within a fiscal year', () => {
    const later = new Map(closed(dealsOf('2026-11-25')).map((row) => [row['deal'], row]));
    // Only payment comes later.
    for (const row of closed(deals)) {
      const next = later.get(row['deal'])!;
      expect(next).toEqual({ ...row, paid_on: row['paid_on'] || next['paid_on'] });
    }
    expect(later.size).toBeGreaterThan(closed(deals).length);
  });

  it('has about 40 salespeople, three fiscal years and some 12,000 deals', () => {
    expect(SELLERS.length).toBeGreaterThanOrEqual(38);
    expect(deals.length).toBeGreaterThan(10_000);
    expect(deals.length).toBeLessThan(16_000);
    expect(
      new Set(closed(deals).map((row) => calendar.labelOf(parseDay(row['closed_on']!)!))),
    ).toEqual(new Set([2025, 2026, 2027]));
  });

  it('closes nothing after the business date and gives every deal an id of its own', () => {
    const today = parseDay('2026-11-18')!;
    for (const row of closed(deals))
      expect(parseDay(row['closed_on']!)!).toBeLessThanOrEqual(today);
    expect(new Set(deals.map((row) => row['deal'])).size).toBe(deals.length);
  });

  it('has what a real book has: refunds, splits, a second currency, a pipeline, lost deals', () => {
    const share = (test: (row: DealRow) => boolean) => deals.filter(test).length / deals.length;
    expect(share((row) => Number(row['amount']) < 0)).toBeGreaterThan(0.005);
    expect(share((row) => row['credit'] !== '')).toBeGreaterThan(0.01);
    expect(share((row) => row['currency'] === 'GBP')).toBeGreaterThan(0.03);
    expect(share((row) => row['status'] === 'open')).toBeGreaterThan(0.01);
    expect(share((row) => row['status'] === 'lost')).toBeGreaterThan(0.1);
  });

  it('has a leaver, a joiner on a ramp, a team that moved, a steep rise and a fall', () => {
    expect(SELLERS.filter((seller) => seller.leaves !== undefined)).toHaveLength(1);
    const joiner = SELLERS.find((seller) => seller.joins !== undefined)!;
    const ramp = generateTargets()
      .filter((target) => target.unit === joiner.code)
      .slice(0, 4)
      .map((target) => target.euros);
    expect(ramp[0]).toBe(0);
    expect(ramp[1]! < ramp[2]! && ramp[2]! < ramp[3]!).toBe(true);
    expect(TEAMS.filter((team) => 'movedFrom' in team)).toHaveLength(1);
    expect(Math.max(...SELLERS.map((seller) => seller.trend ?? 0))).toBeGreaterThan(0.2);
    expect(Math.min(...SELLERS.map((seller) => seller.trend ?? 0))).toBeLessThan(-0.2);
  });

  it('has a cause to be found: orders of a year ago that did not come again', () => {
    const rows = deals.filter(
      (row) =>
        row['salesperson'] === 'nbaker' &&
        row['customer'] === 'Osprey Marine' &&
        row['product'] === 'Inboard diesel 75' &&
        Number(row['amount']) > 30_000,
    );
    expect(rows.map((row) => row['closed_on']!.slice(0, 7))).toEqual(Array(3).fill('2025-11'));
    expect(rows.reduce((sum, row) => sum + Number(row['amount']), 0)).toBe(124_000);
  });

  it('has customers with owners and groups, and a year of totals before the first deals', () => {
    const customers = [...generateCustomers(deals)];
    expect(customers.every(({ group }) => group !== '')).toBe(true);
    expect(customers.filter(({ owner }) => owner !== '').length).toBeGreaterThan(100);
    const history = [...generateHistory(calendar, calendar.year(2027).from)];
    expect(history.filter(({ measure }) => measure === 'revenue')).toHaveLength(
      12 * BRANCHES.length,
    );
    expect(new Set(history.map(({ period }) => period!.slice(0, 6)))).toEqual(new Set(['FY2024']));
  });

  it('has a branch of thin margin and one the other way round', () => {
    const margin = (branch: string) => {
      const codes = SELLERS.filter(
        (seller) => TEAMS.find((team) => team.code === seller.team)!.branch === branch,
      ).map((seller) => seller.code);
      const rows = deals.filter(
        (row) =>
          row['status'] === 'won' && row['cost'] !== '' && codes.includes(row['salesperson']!),
      );
      const sum = (column: string) => rows.reduce((total, row) => total + Number(row[column]), 0);
      return 1 - sum('cost') / sum('amount');
    };
    expect(margin('key')).toBeLessThan(0.2);
    expect(margin('lakeside')).toBeGreaterThan(0.38);
  });

  it('keeps to places that exist', () => {
    const branches = BRANCHES.map((branch) => branch.code as string);
    for (const team of TEAMS) expect(branches).toContain(team.branch);
    for (const seller of SELLERS)
      expect(TEAMS.map((team) => team.code as string)).toContain(seller.team);
    for (const user of DEMO_USERS)
      expect(['harrow-tide', ...branches, ...SELLERS.map((seller) => seller.code)]).toContain(
        user.unit,
      );
  });

  it('takes public holidays from the package', async () => {
    const days = (await listHolidays(parseDay('2026-04-01')!, parseDay('2027-04-01')!)).map(
      (each) => each.on,
    );
    expect(days).toContain('2026-12-25');
    expect(days).toContain('2027-01-01');
  });
});
