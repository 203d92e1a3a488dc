import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DataQuality, DataQualityKind } from '#contract/schemas/customer';
import {
  type Client,
  createCompany,
  createDatabase,
  startServer,
  type TestServer,
} from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await people.admin.send('PUT', '/rates', {
    changes: [{ currency: 'GBP', from: '2026-01-01', rate: '1.16' }],
  });
  await people.admin.import(
    'deals',
    [
      'deal,salesperson,customer,amount,currency,status,closed_on,expected_on,cost',
      'M-1,ivarga,Pike,100.00,EUR,won,2026-10-03,,',
      'M-2,ivarga,Pike,100.00,EUR,won,2026-09-03,,60.00',
      'M-3,nkassem,Tern,50.00,EUR,open,,2026-10-20,',
      'M-4,nkassem,Tern,50.00,EUR,open,,2026-11-10,',
      'M-5,nkassem,Tern,50.00,GBP,won,2026-11-03,,40.00',
      'M-6,ivarga,Heron,33.00,EUR,won,2026-10-08,,10.00',
      'M-7,ivarga,Heron,33.00,EUR,won,2026-10-09,,10.00',
    ].join('\n'),
  );
});
afterAll(() => server.stop());

const quality = async (query = '', client: Client = people.admin): Promise<DataQuality> =>
  (await client.get(`/data-quality${query}`)).json();
const count = ({ counts }: DataQuality, kind: DataQualityKind) =>
  counts.find((each) => each.kind === kind)?.count;
const close = (periods: string[], client: Client = people.admin) =>
  client.send('POST', '/closed-months', { periods });
const closed = async () =>
  ((await people.admin.get('/closed-months')).json() as { period: string }[]).map(
    ({ period }) => period,
  );

describe('the end of a month', () => {
  it('counts what concerns the month alone', async () => {
    const october = await quality('?period=FY2027-P07');
    expect(count(october, 'missingCost')).toBe(1);
    expect(count(october, 'overdue')).toBe(1);
    expect(count(october, 'duplicates')).toBe(1);
    const all = await quality();
    expect(count(all, 'overdue')).toBe(2);
    const september = await quality('?period=FY2027-P06');
    expect(september.total - count(september, 'oldRates')!).toBe(0);
    expect((await people.admin.get('/data-quality?period=FY2027-Q1')).statusCode).toBe(404);
    expect((await people.admin.get('/data-quality?period=nothing')).statusCode).toBe(404);
  });

  it('tells the administrator of rates older than a quarter, and nobody else', async () => {
    expect(count(await quality(), 'oldRates')).toBe(1);
    expect(count(await quality('', people.manager), 'oldRates')).toBeUndefined();
    await people.admin.send('PUT', '/rates', {
      changes: [{ currency: 'GBP', from: '2026-11-01', rate: '1.17' }],
    });
    expect(count(await quality(), 'oldRates')).toBe(0);
  });

  it('tells who plans of units whose targets stop', async () => {
    expect(count(await quality('?period=FY2027-P07'), 'missingTargets')).toBe(0);
    const { plan } = (
      await people.admin.send('POST', '/plans', { year: 'FY2027', name: 'Plan', from: 'empty' })
    ).json();
    const change = (unit: string, period: string) => ({
      unit,
      period,
      measure: 'revenue',
      target: '1000',
    });
    await people.admin.send('PUT', '/targets', {
      plan: plan.id,
      changes: [
        change('ivarga', 'FY2027-P07'),
        change('ivarga', 'FY2027-P08'),
        change('nkassem', 'FY2027-P07'),
      ],
    });
    await people.admin.send('POST', `/plans/${plan.id}/publish`, { note: 'x' });
    // Noor, and Northgate, whose target is the sum of hers.
    expect(count(await quality('?period=FY2027-P07'), 'missingTargets')).toBe(2);
    expect(count(await quality('?period=FY2027-P07', people.manager), 'missingTargets')).toBe(0);
    expect(count(await quality(), 'missingTargets')).toBe(2);
    expect(count(await quality('', people.salesperson), 'missingTargets')).toBeUndefined();
  });

  it('tells of people in no unit who have open deals', async () => {
    expect(count(await quality(), 'peopleWithoutUnit')).toBe(0);
    await people.admin.import(
      'units',
      'unit,name,kind,parent,from,to\nnkassem,Noor Kassem,salesperson,north,2026-01-01,2026-11-15\n',
    );
    expect(count(await quality(), 'peopleWithoutUnit')).toBe(1);
    expect(count(await quality('', people.manager), 'peopleWithoutUnit')).toBeUndefined();
  });

  it('closes several months, all or none, by an administrator', async () => {
    expect((await close(['FY2027-P06', 'FY2027-P08'])).json().code).toBe('notEnded');
    expect((await close(['FY2027-P06', 'FY2027-Q1'])).json().code).toBe('unknownPeriod');
    expect((await close([])).statusCode).toBe(422);
    expect(await closed()).toEqual([]);
    expect((await close(['FY2027-P06'], people.manager)).statusCode).toBe(403);
    expect((await close(['FY2027-P06', 'FY2027-P07', 'FY2027-P07'])).json()).toHaveLength(2);
    expect((await close(['FY2027-P05', 'FY2027-P06'])).json()).toHaveLength(3);
    expect(await closed()).toEqual(['FY2027-P05', 'FY2027-P06', 'FY2027-P07']);
  });
});
