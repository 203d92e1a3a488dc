import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { findTotalDifferences } from '#server/ledger/recompute';
import { Replica } from '#server/ledger/replica';
import {
  Client,
  createCompany,
  createDatabase,
  startServer,
  type TestServer,
  wonDeal,
} from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

/** The small company with deals, targets and values, said to be a demonstration. */
async function build(): Promise<void> {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await people.admin.send('POST', '/deals', wonDeal({ customer: 'Pike' }));
  await people.admin.import('customers', 'customer,group\nTern,Yards\n');
  await people.admin.import('products', 'product,category\nRP-1,Rigging\n');
  await people.admin.import('history', 'unit,period,measure,value\nsalt,FY2026-P01,revenue,500\n');
  const { plan } = (
    await people.admin.send('POST', '/plans', { year: 'FY2027', name: 'Plan', from: 'empty' })
  ).json();
  await people.admin.send('PUT', '/targets', {
    plan: plan.id,
    changes: [{ unit: 'ivarga', period: 'FY2027-P08', measure: 'revenue', target: '1000' }],
  });
  await people.admin.send('POST', `/plans/${plan.id}/publish`, { note: 'x' });
  await people.admin.send('POST', '/closed-months', { periods: ['FY2027-P01'] });
}
const sayDemo = async () => {
  await server.pool.query('update company set is_demo = true');
  await server.replica.readCompany();
};
const figures = async (period: string, client = people.admin) =>
  (await client.get(`/attainment?unit=ivarga&period=${period}`)).json().figures;
const company = (over: object = {}) => ({
  company: 'East Pier',
  currency: 'SEK',
  timeZone: 'Europe/Stockholm',
  calendar: { kind: 'month', firstMonth: 1, yearLabel: 'ends' },
  weekdays: [1, 2, 3, 4, 5],
  administrator: { name: 'Bo Lind', email: 'bo@eastpier.example', password: 'a long enough word' },
  branches: ['Quay'],
  ...over,
});

describe('sample data', () => {
  beforeAll(build);
  afterAll(() => server.stop());

  it('are told of before they go, and only to an administrator', async () => {
    expect((await people.admin.get('/sample-data')).json()).toEqual({
      isDemo: false,
      deals: 1,
      customers: 2,
      targets: 1,
      values: 1,
      people: 3,
      units: 5,
    });
    expect((await people.manager.get('/sample-data')).statusCode).toBe(403);
  });

  it('are never those of a company of one’s own', async () => {
    for (const [path, body] of [
      ['/sample-data/removal', { name: 'Mine' }],
      ['/sample-data/company', company()],
    ] as const) {
      expect((await people.admin.send('POST', path, body)).json().code).toBe('noSampleData');
      expect((await people.manager.send('POST', path, body)).statusCode).toBe(403);
    }
    await expect(server.pool.query('select put_sample_data_away(false)')).rejects.toThrow(
      'Only sample data',
    );
    expect((await figures('FY2027-P08')).actual).toBe(100_000);
  });

  it('go, and people, units and setup stay, on every server', async () => {
    await sayDemo();
    const other = new Replica({
      db: server.context.db,
      jobs: server.context.jobs,
      url: server.url,
      now: () => ({ day: server.replica.asOf, minute: 24 * 60 }),
    });
    await other.start();
    expect(
      (await people.admin.send('POST', '/sample-data/removal', { name: ' ' })).statusCode,
    ).toBe(422);
    const answer = await people.admin.send('POST', '/sample-data/removal', { name: 'East Pier' });
    expect(answer.json()).toMatchObject({ name: 'East Pier', isDemo: false });
    expect((await people.admin.get('/sample-data')).json()).toMatchObject({
      deals: 0,
      customers: 0,
      targets: 0,
      values: 0,
      people: 3,
      units: 5,
    });
    expect(await figures('FY2027-P08')).toMatchObject({ actual: 0, target: { value: null } });
    expect(
      (await people.admin.get('/attainment?unit=salt&period=FY2026-P01')).json().figures,
    ).toMatchObject({
      actual: 0,
      monthlyTotals: null,
    });
    expect((await people.admin.get('/closed-months')).json()).toEqual([]);
    expect((await people.admin.get('/lookups')).json()).toMatchObject({
      customers: [],
      products: [],
      stages: [{ name: 'Enquiry' }, { name: 'Quoted' }, { name: 'Terms agreed' }],
    });
    expect((await people.salesperson.get('/session')).statusCode).toBe(200);
    await expect.poll(() => other.company!.isDemo === false && other.newestDay === null).toBe(true);
    const scope = other.datasetFor(other.company!.tree.root!.id);
    const month = scope.calendar.parse('FY2027-P08')!;
    expect(
      scope.lookup.find(scope.tree.findByCode('ivarga')!.id, month, 'revenue').value,
    ).toBeNull();
    const salt = scope.tree.findByCode('salt')!.id;
    expect(scope.activities.entriesIn('revenue', salt, scope.calendar.parse('FY2026')!)).toEqual(
      [],
    );
    await other.stop();
    // Booking goes on as in any company.
    await people.salesperson.send('POST', '/deals', wonDeal({ customer: 'New' }));
    expect((await figures('FY2027-P08')).actual).toBe(100_000);
    expect(await findTotalDifferences(server.db)).toEqual([]);
  });
});

describe('a sample company', () => {
  beforeAll(async () => {
    await build();
    await sayDemo();
  });
  afterAll(() => server.stop());

  it('stays whole where the new one is not right', async () => {
    for (const [over, field] of [
      [{ currency: 'XXQ' }, 'currency'],
      [{ timeZone: 'Nowhere' }, 'timeZone'],
      [
        { administrator: { ...company().administrator, password: 'password1234' } },
        'administrator/password',
      ],
    ] as const)
      expect(
        (await people.admin.send('POST', '/sample-data/company', company(over))).json().errors,
      ).toContainEqual(expect.objectContaining({ field }));
    expect((await figures('FY2027-P08')).actual).toBe(100_000);
  });

  it('is put away whole, and one’s own begins in the same step, signed in', async () => {
    const answer = await people.admin.send('POST', '/sample-data/company', company());
    expect(answer.statusCode).toBe(201);
    const bo = new Client(server);
    bo.adopt(answer);
    expect((await bo.get('/session')).json()).toMatchObject({
      name: 'Bo Lind',
      role: 'administrator',
    });
    expect((await bo.get('/company')).json()).toMatchObject({
      name: 'East Pier',
      currency: 'SEK',
      isDemo: false,
    });
    for (const client of [people.admin, people.manager, people.salesperson])
      expect((await client.get('/session')).statusCode).toBe(401);
    expect((await bo.get('/sample-data')).json()).toMatchObject({ deals: 0, people: 0, units: 2 });
    const units = (await bo.get('/exports/units')).body.split('\r\n').slice(1, -1);
    expect(units.map((row) => row.split(',')[1])).toEqual(['East Pier', 'Quay']);
    expect((await bo.send('POST', '/sample-data/removal', { name: 'x' })).json().code).toBe(
      'noSampleData',
    );
  });
});
