import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createCompany, createDatabase, putTargets, startServer, type TestServer } from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;
const OCTOBER = 'FY2027-P07';

const book = (client: 'manager' | 'north', salesperson: string, deal: string, over: object = {}) =>
  people[client].send('POST', '/deals', {
    deal,
    salesperson,
    customer: 'Dock & Co',
    amount: '100.00',
    status: 'won',
    closedOn: '2026-10-10',
    ...over,
  });
const target = (unit: string, period = OCTOBER) => ({
  unit,
  period,
  measure: 'revenue',
  target: '1000.00',
});
const asClosed = async (unit: string) =>
  (await people.admin.get(`/attainment?unit=${unit}&period=${OCTOBER}&measure=revenue`)).json()
    .asClosed;
const calls = (unit: string, on: string) =>
  people.admin.send('PUT', '/activities', {
    changes: [{ unit, on, measure: 'calls', value: '12' }],
  });

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  const made = await people.admin.send('POST', '/measures', {
    code: 'calls',
    name: 'Calls',
    valueKind: 'count',
    group: 'Own',
    description: 'Calls made.',
    direction: 'higher',
    decimals: 0,
    definition: { kind: 'typed', accumulation: 'sum' },
  });
  expect(made.statusCode).toBe(200);
  await book('manager', 'ivarga', 'S-1');
  await book('north', 'nkassem', 'N-1');
  const closed = await people.admin.send('POST', '/closed-months', {
    periods: [OCTOBER],
    unit: 'salt',
  });
  expect(closed.statusCode).toBe(200);
});
afterAll(() => server.stop());

describe('a month closed for a branch', () => {
  it('says for whom it is closed, to those whom it concerns', async () => {
    const list = async (client: keyof typeof people) =>
      ((await people[client].get('/closed-months')).json() as { unit: { code: string } }[]).map(
        (each) => each.unit.code,
      );
    expect(await list('admin')).toEqual(['salt']);
    expect(await list('salesperson')).toEqual(['salt']);
    expect(await list('north')).toEqual([]);
  });

  it('takes no deal of the branch without a reason, and any of the others', async () => {
    expect((await book('north', 'nkassem', 'N-2')).statusCode).toBe(201);
    expect((await book('manager', 'ivarga', 'S-2')).json().code).toBe('closedNeedsReason');
    expect((await book('manager', 'ivarga', 'S-2', { reason: 'sent late' })).statusCode).toBe(201);
    expect(await asClosed('salt')).toEqual({ value: 10_000, count: 1 });
    expect(await asClosed('ht')).toMatchObject({ count: 1 });
    expect(await asClosed('north')).toBeNull();
  });

  it('holds for files', async () => {
    const file = (salesperson: string, deal: string) =>
      people.admin.import(
        'deals',
        `deal,salesperson,customer,amount,status,closed_on\n${deal},${salesperson},X,5,won,2026-10-02\n`,
      );
    expect((await file('nkassem', 'N-3')).statusCode).toBe(200);
    expect((await file('ivarga', 'S-3')).json().code).toBe('closedNeedsReason');
  });

  it('keeps the targets of the branch and all below, and leaves the others', async () => {
    expect((await putTargets(people.admin, [target('north')])).statusCode).toBe(200);
    expect((await putTargets(people.admin, [target('ht')])).statusCode).toBe(200);
    for (const unit of ['salt', 'ivarga'])
      expect((await putTargets(people.admin, [target(unit)])).json().code).toBe('monthClosed');
    expect((await putTargets(people.admin, [target('salt', 'FY2027-Q3')])).statusCode).toBe(200);
    const sheet = (await people.admin.get('/plan-grid?unit=ht&year=FY2027&measure=revenue')).json();
    expect(sheet.closedMonths).toEqual([]);
    const [{ period, unitIds }] = sheet.closedForUnits;
    const codes = sheet.units.flatMap((unit: { id: number; code: string }) =>
      unitIds.includes(unit.id) ? [unit.code] : [],
    );
    expect([period, codes.includes('ivarga'), codes.includes('nkassem')]).toEqual([
      OCTOBER,
      true,
      false,
    ]);
  });

  it('keeps typed-in values, of the company as of a branch', async () => {
    expect((await calls('ivarga', '2026-10-05')).json().errors).toMatchObject([
      { code: 'inClosedMonth', message: expect.stringContaining('October 2026') },
    ]);
    expect((await calls('nkassem', '2026-10-05')).statusCode).toBe(200);
    expect((await calls('ivarga', '2026-11-05')).statusCode).toBe(200);
    const grid = (
      await people.admin.get('/activities?unit=salt&period=FY2027&measure=calls')
    ).json();
    expect(grid.rows[0].locks[6]).toBe('closed');
  });

  it('lets nobody move into or out of it', async () => {
    const moved = (unit: string, parent: string, from = '2026-10-15') =>
      people.admin.send('POST', `/units/${unit}/move`, { parent, from, reason: 'new patch' });
    expect((await moved('nkassem', 'salt')).json().code).toBe('monthClosed');
    expect((await moved('ivarga', 'north')).json().code).toBe('monthClosed');
  });

  it('is closed for a branch alone, and opened for the branch alone', async () => {
    const close = (unit: string) =>
      people.admin.send('POST', '/closed-months', { periods: [OCTOBER], unit });
    expect((await close('ivarga')).json().errors).toMatchObject([
      { field: 'unit', code: 'monthOfABranch' },
    ]);
    expect((await close('nowhere')).json().code).toBe('unknownUnit');
    await people.admin.send('PUT', `/closed-months/${OCTOBER}`);
    const open = (unit?: string) =>
      people.admin.send('POST', `/closed-months/${OCTOBER}/open`, {
        name: 'October 2026',
        reason: 'audit',
        ...(unit && { unit }),
      });
    const left = async () =>
      (
        (await people.admin.get('/closed-months')).json() as { unit: { code: string } | null }[]
      ).map((each) => each.unit?.code ?? null);
    expect(await left()).toEqual(['salt', null]);
    // Both hold; what is moved in it counts once.
    expect(
      (
        await people.admin.import(
          'deals',
          'deal,salesperson,customer,amount,status,closed_on\nS-4,ivarga,X,7,won,2026-10-02\n',
          '?reason=one%20more',
        )
      ).statusCode,
    ).toBe(200);
    expect(await asClosed('salt')).toEqual({ value: 10_000, count: 2 });
    expect([200, 204]).toContain((await open()).statusCode);
    expect(await left()).toEqual(['salt']);
    expect([200, 204]).toContain((await open('salt')).statusCode);
    expect(await left()).toEqual([]);
    expect(await asClosed('salt')).toBeNull();
  });
});
