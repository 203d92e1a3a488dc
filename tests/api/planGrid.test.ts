import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { PlanGridData } from '#contract/schemas/planGrid';
import type { TargetGrid } from '#contract/schemas/target';
import { Workbench } from '../../web/plan/workbench';
import {
  type Client,
  createCompany,
  createDatabase,
  putTargets,
  startServer,
  type TestServer,
  wonDeal,
} from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await people.admin.send('POST', '/deals', wonDeal({ closedOn: '2025-11-10', amount: '120' }));
  await people.admin.send(
    'POST',
    '/deals',
    wonDeal({ salesperson: 'tbrandt', closedOn: '2026-05-11', amount: '70.50' }),
  );
  const change = (unit: string, period: string, target: string, over: object = {}) => ({
    unit,
    period: `FY2027${period}`,
    measure: 'revenue',
    target,
    ...over,
  });
  await putTargets(people.admin, [
    ...['-P07', '-P08', '-P09'].map((period) =>
      change('ivarga', period, '500.01', { floor: '400', stretch: '600' }),
    ),
    change('tbrandt', '', '12000'),
    change('tbrandt', '-P03', '900'),
    change('nkassem', '-Q1', '100'),
    change('salt', '', '20000'),
    change('deck', '-P08', '700'),
    change('eng', '-Q3', '0'),
  ]);
});
afterAll(() => server.stop());

const sheetOf = async (client: Client, unit: string): Promise<PlanGridData> =>
  (await client.get(`/plan-grid?unit=${unit}&year=FY2027`)).json();

/** Every cell that the page computes beside the one the server answers. */
async function expectSame(client: Client, unit: string): Promise<number> {
  const grid = (await client.get(`/targets?unit=${unit}&year=FY2027`)).json() as TargetGrid;
  const bench = new Workbench(await sheetOf(client, unit));
  let compared = 0;
  for (const row of grid.rows)
    row.cells.forEach((cell, i) => {
      const {
        value,
        targetSource,
        allocatedFrom,
        floor,
        stretch,
        missing,
        unallocated,
        allocated,
        active,
      } = bench.cellAt(row.unit.id, bench.calendar.parse(grid.periods[i]!.id)!);
      expect(
        {
          value,
          targetSource,
          allocatedFrom,
          floor,
          stretch,
          missing,
          unallocated,
          allocated,
          active,
        },
        `${row.unit.code} ${grid.periods[i]!.id}`,
      ).toEqual({
        value: cell.value,
        targetSource: cell.targetSource,
        allocatedFrom: cell.allocatedFrom,
        floor: cell.floor,
        stretch: cell.stretch,
        missing: cell.missing,
        unallocated: cell.unallocated,
        allocated: cell.allocated,
        active: cell.active,
      });
      compared++;
    });
  expect(bench.listRows().map((row) => row.unit.code)).toEqual(
    grid.rows.map((row) => row.unit.code),
  );
  return compared;
}

describe('the sheet', () => {
  it('gives in the page what the server computes, cell by cell, for a company, a branch, a team and a person', async () => {
    expect(await expectSame(people.admin, 'ht')).toBe(8 * 17);
    for (const unit of ['salt', 'deck', 'ivarga'])
      expect(await expectSame(people.manager, unit)).toBeGreaterThan(16);
  });

  it('also after someone has moved within a month, and by a calendar of weeks', async () => {
    await people.admin.send('POST', '/units/ivarga/move', {
      parent: 'eng',
      from: '2026-11-12',
      reason: 'test',
    });
    await expectSame(people.admin, 'ht');
    await expectSame(people.admin, 'salt');
    const byWeek = {
      kind: 'week',
      pattern: '4-4-5',
      endMonth: 3,
      endWeekday: 6,
      endsOn: 'nearest',
      yearLabel: 'ends',
    };
    expect(
      (
        await people.admin.send('PUT', '/company/calendar', {
          calendar: byWeek,
          weekdays: [1, 2, 3, 4, 5],
          timeZone: 'UTC',
          reason: 'test',
        })
      ).statusCode,
    ).toBe(200);
    await expectSame(people.admin, 'ht');
  });

  it('holds nobody outside what its reader may see, and no names of theirs', async () => {
    const text = JSON.stringify(await sheetOf(people.manager, 'salt'));
    expect(text).not.toContain('nkassem');
    expect((await people.manager.get('/plan-grid?unit=ht&year=FY2027')).json().code).toBe(
      'unknownUnit',
    );
    expect((await people.north.get('/targets/results?unit=salt&kind=month')).json().code).toBe(
      'unknownUnit',
    );
    expect(
      (await people.salesperson.get('/plan-grid?unit=ivarga&year=FY2027')).json().canEdit,
    ).toBe(false);
  });

  it('tells what was written since, and nothing of other units', async () => {
    const sheet = await sheetOf(people.admin, 'ht');
    await putTargets(people.admin, [
      { unit: 'tbrandt', period: 'FY2027-P12', measure: 'revenue', target: '33' },
      { unit: 'nkassem', period: 'FY2027-P12', measure: 'revenue', target: '44' },
    ]);
    const changes = (client: Client, unit: string) =>
      client.get(
        `/plan-grid/changes?unit=${unit}&year=FY2027&plan=${sheet.plan!.id}&cursor=${sheet.cursor}`,
      );
    const mine = (await changes(people.manager, 'salt')).json() as [number, string, number][];
    expect(
      mine.filter(([, period]) => period === 'FY2027-P12').map(([, , target]) => target),
    ).toEqual([3300]);
    expect((await changes(people.manager, 'ht')).json().code).toBe('unknownUnit');
    const all = (await changes(people.admin, 'ht')).json() as [number, string, number][];
    expect(
      all
        .filter(([, period]) => period === 'FY2027-P12')
        .map(([, , target]) => target)
        .sort(),
    ).toEqual([3300, 4400]);
  });

  it('counts past results by finished periods only', async () => {
    const past = (await people.admin.get('/targets/results?unit=ht&kind=year')).json() as {
      periods: { id: string }[];
      rows: number[][];
    };
    expect(past.periods.map((period) => period.id)).toEqual(['FY2026']);
    expect(past.rows[0]![1]).toBe(12_000);
  });
});
