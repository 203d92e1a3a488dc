import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ActivityGrid } from '#contract/schemas/activity';
import type { StandingView, YearOverview } from '#contract/schemas/attainment';
import type { Contributions } from '#contract/schemas/contributions';
import { findTotalDifferences } from '#server/ledger/recompute';
import {
  type Client,
  createCompany,
  createDatabase,
  startServer,
  type TestServer,
  wonDeal,
} from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await people.admin.import(
    'deals',
    [
      'deal,salesperson,customer,amount,status,closed_on,cost',
      'H-1,ivarga,Pike,100.00,won,2025-12-03,60.00',
      'H-2,nkassem,Tern,50.00,won,2026-11-03,',
      'H-3,ivarga,Tern,70.00,lost,2025-10-03,',
    ].join('\n'),
  );
});
afterAll(() => server.stop());

const HEAD = 'unit,period,measure,value\n';
const history = async (rows: string, client: Client = people.admin, query = '') =>
  (await client.import('history', HEAD + rows, query)).json();
const standing = async (query: string, client: Client = people.admin): Promise<StandingView> =>
  (await client.get(`/attainment?${query}`)).json();
const grid = async (measure: string, year: string): Promise<ActivityGrid> =>
  (await people.admin.get(`/activities?unit=ht&period=${year}&measure=${measure}`)).json();
const save = async (changes: object[], client: Client = people.manager) =>
  (await client.send('PUT', '/activities', { changes })).json();

describe('totals from before', () => {
  it('come from history.csv, all or none, and change nothing when read again', async () => {
    const rows =
      'ivarga,FY2026-P08,revenue,900.00\nivarga,FY2026-P08,deals_won,9\nnorth,FY2026-P07,revenue,400\n';
    expect(await history(rows, people.admin, '?check=true')).toMatchObject({
      created: 3,
      written: false,
    });
    expect(await history(rows)).toMatchObject({ created: 3, refused: 0, written: true });
    expect(await history(rows)).toMatchObject({ created: 0, changed: 0, unchanged: 3 });
    const out = (await people.admin.get('/exports/history')).body;
    expect(out.split('\r\n').slice(1).filter(Boolean).sort()).toEqual([
      'ivarga,FY2026-P08,deals_won,9',
      'ivarga,FY2026-P08,revenue,900.00',
      'north,FY2026-P07,revenue,400.00',
    ]);
    expect((await people.admin.get('/exports/activities')).body).toBe('unit,on,measure,value\r\n');
  });

  it('count in every figure of whole months, are said there, and have no deals', async () => {
    const month = await standing('unit=salt&period=FY2026-P08');
    expect(month.figures).toMatchObject({
      actual: 90_000,
      monthlyTotals: { days: '1–30 Nov 2025', value: 90_000, isUnknown: false },
    });
    const year = await standing('unit=ht&period=FY2026');
    expect(year.figures.actual).toBe(90_000 + 40_000 + 10_000);
    expect(year.unassigned).toBeNull();
    expect((await standing('unit=ht&period=FY2026&measure=average_deal')).figures).toMatchObject({
      actual: null,
      monthlyTotals: { isUnknown: true },
    });
    expect((await standing('unit=ivarga&period=FY2026&measure=average_deal')).figures.actual).toBe(
      10_000,
    );
    const strip: YearOverview = (
      await people.admin.get('/attainment/by-period?unit=ht&year=FY2026')
    ).json();
    expect(
      strip.months.filter((cell) => cell.hasMonthlyTotals).map((cell) => cell.shortName),
    ).toEqual(['Oct', 'Nov']);
    expect(await findTotalDifferences(server.db)).toEqual([]);
  });

  it('are rows behind the figure, which add up to it', async () => {
    const behind: Contributions = (
      await people.admin.get('/attainment/contributions?unit=ht&period=FY2026&measure=revenue')
    ).json();
    expect(behind).toMatchObject({
      value: 140_000,
      monthlyTotals: { days: '1 Oct–30 Nov 2025', numerator: 130_000 },
      total: { count: 1, numerator: 140_000 },
      remainder: { count: 0, numerator: 0 },
    });
  });

  it('are compared with whole; at the same point of a running month there is nothing to compare', async () => {
    const { priorYear } = await standing('unit=salt&period=FY2027-P08');
    expect(priorYear).toMatchObject({
      toDate: null,
      total: 90_000,
      difference: null,
      changeText: 'n/a',
      monthlyTotals: { days: '1–30 Nov 2025', isUnknown: true },
    });
    const october = await standing('unit=north&period=FY2027-P07');
    expect(october.priorYear).toMatchObject({ toDate: 40_000, difference: -40_000 });
  });

  it.each([
    ['a unit there is not', 'nobody,FY2026-P01,revenue,1', 'unit'],
    ['no month', 'ivarga,FY2026-Q1,revenue,1', 'period'],
    ['a month that has not ended', 'ivarga,FY2027-P08,revenue,1', 'period'],
    ['a month with deals', 'ivarga,FY2026-P09,revenue,1', 'value'],
    ['a month with deals below', 'salt,FY2026-P09,revenue,1', 'value'],
    ['a measure that follows from others', 'ivarga,FY2026-P01,gross_margin,30', 'measure'],
    ['no measure', 'ivarga,FY2026-P01,nothing,1', 'measure'],
    ['no amount', 'ivarga,FY2026-P01,revenue,abc', 'value'],
    ['a unit above one that has it', 'salt,FY2026-P08,revenue,1', 'value'],
    ['a unit below one that has it', 'ivarga,FY2026-P03,revenue,1', 'value'],
    ['who was not there', 'nkassem,FY2025-P08,revenue,1', 'period'],
  ])('refuse %s at its column', async (_what, row, column) => {
    const before = (await people.admin.get('/exports/history')).body;
    const report = await history(`deck,FY2026-P03,revenue,5\n${row}\n`);
    expect(report).toMatchObject({ written: false, refusals: [{ line: 3, column }] });
    expect((await people.admin.get('/exports/history')).body).toBe(before);
  });

  it('refuse two of one month in one file: twice the same, or a unit and one below it', async () => {
    expect(await history('eng,FY2026-P02,revenue,5\neng,FY2026-P02,revenue,6\n')).toMatchObject({
      refused: 1,
      refusals: [{ line: 3, column: 'unit' }],
    });
    const report = await history('salt,FY2026-P02,revenue,5\neng,FY2026-P02,revenue,6\n');
    expect(report).toMatchObject({ refused: 1, written: false });
  });

  it('and deals never stand in one month: the deal is refused in form and file', async () => {
    const { errors } = (
      await people.manager.send('POST', '/deals', wonDeal({ closedOn: '2025-11-12' }))
    ).json();
    expect(errors).toEqual([expect.objectContaining({ field: 'closedOn', code: 'totalThere' })]);
    const file = await people.admin.import(
      'deals',
      'deal,salesperson,customer,amount,status,closed_on\nX-1,ivarga,Pike,5,won,2025-11-12\n',
    );
    expect(file.json()).toMatchObject({ refused: 1, refusals: [{ column: 'closed_on' }] });
    const lost = wonDeal({ closedOn: '2025-11-12', status: 'lost' });
    expect((await people.manager.send('POST', '/deals', lost)).statusCode).toBe(201);
  });

  it('are typed in the grid by who plans, and taken back', async () => {
    const march = (sheet: ActivityGrid, unit: string, at = 11) => {
      const row = sheet.rows.find((each) => each.unit.code === unit)!;
      return { own: row.own[at], whole: row.whole[at], lock: row.locks[at], on: row.on[at] };
    };
    const change = { unit: 'eng', on: '2025-03-01', measure: 'revenue', value: '12.50' };
    const sheet = await grid('revenue', 'FY2025');
    expect(sheet.columns).toHaveLength(12);
    expect(march(sheet, 'eng')).toEqual({ own: null, whole: null, lock: null, on: '2025-03-01' });
    expect((await save([{ ...change, unit: 'ivarga' }], people.salesperson)).errors).toEqual([
      expect.objectContaining({ code: 'notYours' }),
    ]);
    expect((await save([change], people.north)).errors).toEqual([
      expect.objectContaining({ code: 'unknownUnit' }),
    ]);
    const { undo } = await save([change]);
    const after = await grid('revenue', 'FY2025');
    expect(march(after, 'eng')).toMatchObject({ own: 1_250, whole: 1_250, lock: null });
    expect(march(after, 'salt')).toMatchObject({ own: null, whole: 1_250, lock: 'elsewhere' });
    expect((await save([{ ...change, unit: 'salt' }])).errors).toEqual([
      expect.objectContaining({ code: 'totalTwice' }),
    ]);
    expect(march(await grid('revenue', 'FY2026'), 'ivarga', 8)).toMatchObject({
      own: null,
      whole: 10_000,
      lock: 'deals',
      on: null,
    });
    expect(march(await grid('revenue', 'FY2027'), 'ivarga', 7).lock).toBe('notOver');
    await save(undo);
    expect((await standing('unit=ht&period=FY2025-P12')).figures.actual).toBe(0);
    expect(
      (
        await people.salesperson.get('/activities?unit=ivarga&period=FY2026&measure=revenue')
      ).json(),
    ).toMatchObject({ canEdit: false });
    expect((await people.salesperson.import('history', HEAD)).statusCode).toBe(403);
  });
});
