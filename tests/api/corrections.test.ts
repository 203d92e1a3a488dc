import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createCompany, createDatabase, startServer, type TestServer } from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;
const OCTOBER = 'FY2027-P07';

const book = (over: Record<string, unknown>) =>
  people.manager.send('POST', '/deals', {
    salesperson: 'ivarga',
    customer: 'Dock & Co',
    amount: '100.00',
    status: 'won',
    closedOn: '2026-10-10',
    ...over,
  });
const standing = async (period = OCTOBER, unit = 'salt', measure = 'revenue') =>
  (await people.manager.get(`/attainment?unit=${unit}&period=${period}&measure=${measure}`)).json();
const corrections = async (period = OCTOBER, unit = 'salt') =>
  (await people.manager.get(`/corrections?unit=${unit}&period=${period}`)).json().corrections;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await book({ deal: 'before', cost: '50.00' });
  await book({ deal: 'later', amount: '30.00', closedOn: '2026-10-12', salesperson: 'tbrandt' });
  expect((await people.admin.send('PUT', `/closed-months/${OCTOBER}`)).statusCode).toBe(200);
});
afterAll(() => server.stop());

describe('a closed month (GUARDS 36)', () => {
  it('takes no booking, change, void or import without a reason, and loses nothing by refusing', async () => {
    const refused = await book({ deal: 'c1' });
    expect([refused.statusCode, refused.json().code, refused.json().errors[0]]).toMatchObject([
      409,
      'closedNeedsReason',
      { field: 'reason' },
    ]);
    expect(
      (
        await people.admin.import(
          'deals',
          'deal,salesperson,customer,amount,status,closed_on\nc2,ivarga,X,5,won,2026-10-02\n',
        )
      ).json().code,
    ).toBe('closedNeedsReason');
    const { deals } = (await people.manager.get(`/deals?period=${OCTOBER}`)).json();
    const { id, version } = deals.find((each: { deal: string }) => each.deal === 'before');
    const change = await people.manager.send('PUT', `/deals/${id}`, {
      version,
      deal: {
        deal: 'before',
        salesperson: 'ivarga',
        customer: 'Dock & Co',
        amount: '101.00',
        cost: '50.00',
        status: 'won',
        closedOn: '2026-10-10',
      },
    });
    expect(change.json().code).toBe('closedNeedsReason');
    // Moving it out of the month is a correction of the month too.
    const away = await people.manager.send('PUT', `/deals/${id}`, {
      version,
      deal: {
        deal: 'before',
        salesperson: 'ivarga',
        customer: 'Dock & Co',
        amount: '100.00',
        cost: '50.00',
        status: 'won',
        closedOn: '2026-11-02',
      },
    });
    expect(away.json().code).toBe('closedNeedsReason');
    expect(deals).toHaveLength(2);
    expect((await standing()).figures.actual).toBe(13_000);
    expect([(await standing()).asClosed, await corrections()]).toEqual([null, []]);
  });

  it('lists each correction with its effect, and keeps the figure as closed beside the corrected one', async () => {
    expect((await book({ deal: 'c1', reason: 'came in late' })).statusCode).toBe(201);
    const { deals } = (await people.manager.get(`/deals?period=${OCTOBER}`)).json();
    const { id, version } = deals.find((each: { deal: string }) => each.deal === 'before');
    await people.manager.send('POST', `/deals/${id}/void`, {
      version,
      reason: 'booked by mistake',
    });
    await people.manager.send(
      'POST',
      `/imports/deals?reason=year%20end`,
      'deal,salesperson,customer,amount,status,closed_on\nc2,ivarga,X,5.50,won,2026-10-02\nc3,tbrandt,X,7,won,2026-10-02\n',
      { 'content-type': 'text/csv' },
    );
    expect(await corrections()).toMatchObject([
      {
        userName: 'manager',
        subject: 'deals.csv',
        dealId: null,
        action: 'imported',
        reason: 'year end',
        revenue: 1_250,
        deals: 2,
      },
      {
        subject: 'before',
        dealId: id,
        action: 'voided',
        reason: 'booked by mistake',
        revenue: -10_000,
        deals: -1,
      },
      { subject: 'c1', action: 'booked', reason: 'came in late', revenue: 10_000, deals: 1 },
    ]);
    expect(
      (await people.manager.get(`/corrections?unit=salt&period=${OCTOBER}`)).json().revenue,
    ).toBe(1_250);
    expect(await standing()).toMatchObject({
      figures: { actual: 14_250 },
      asClosed: { value: 13_000, count: 3 },
    });
    expect((await standing(OCTOBER, 'ivarga')).asClosed).toEqual({ value: 10_000, count: 3 });
    expect((await standing(OCTOBER, 'eng')).asClosed).toEqual({ value: 3_000, count: 1 });
    expect((await standing('FY2027-Q3')).asClosed).toMatchObject({ value: 13_000 });
    expect((await standing(OCTOBER, 'salt', 'gross_margin')).asClosed).toMatchObject({
      value: 500,
    });
    expect((await standing('FY2027-P08')).asClosed).toBeNull();
  });

  it('shows nobody the corrections of others (GUARDS 40)', async () => {
    expect(
      (await people.north.get(`/corrections?unit=north&period=${OCTOBER}`)).json().corrections,
    ).toEqual([]);
    expect((await people.north.get(`/corrections?unit=salt&period=${OCTOBER}`)).statusCode).toBe(
      404,
    );
  });

  it('begins anew when it was opened and closed again', async () => {
    const opened = await people.admin.send('POST', `/closed-months/${OCTOBER}/open`, {
      name: 'October 2026',
      reason: 'audit',
    });
    expect([200, 204]).toContain(opened.statusCode);
    expect((await book({ deal: 'c4' })).statusCode).toBe(201);
    await people.admin.send('PUT', `/closed-months/${OCTOBER}`);
    expect([await corrections(), (await standing()).asClosed]).toEqual([[], null]);
  });
});
