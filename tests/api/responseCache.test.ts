import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';
import {
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
  await putTargets(people.admin, [
    { unit: 'salt', measure: 'revenue', period: 'FY2027-P08', target: '9000.00' },
    { unit: 'ivarga', measure: 'revenue', period: 'FY2027-P08', target: '5000.00' },
  ]);
});
afterAll(() => server.stop());

const PERIOD = 'period=FY2027-P08';
const VIEWS = [
  ['standing', `/attainment?unit=salt&${PERIOD}`],
  ['ladder', `/ladder?unit=salt&${PERIOD}`],
  ['strip', '/attainment/by-period?unit=salt'],
  ['days', `/series?unit=salt&${PERIOD}&step=day`],
  ['scorecard', `/scorecard?unit=salt&${PERIOD}&measures=revenue,average_deal`],
  ['sales mix', `/sales-mix?unit=salt&${PERIOD}`],
  [
    'two measures',
    `/measure-comparison?unit=salt&${PERIOD}&measure=revenue&compareMeasure=deals_won&level=salesperson`,
  ],
  ['tree', `/attainment/units?${PERIOD}`],
] as const;

let count = 0;
const stamp = (code: string) =>
  server.replica.versionOf(server.replica.company!.tree.findByCode(code)!.id);
const book = async (salesperson: string, over = {}) => {
  const answer = await people.admin.send('POST', '/deals', wonDeal({ salesperson, ...over }));
  expect(answer.statusCode).toBe(201);
  await server.replica.catchUp();
};

describe('an answer that is kept', () => {
  it.each(VIEWS)(
    '%s: is the new one after a deal of its own people, and equal to one that was never kept',
    async (_view, path) => {
      const before = (await people.manager.get(path)).body;
      await book('ivarga', { amount: `${++count * 1_000}.00`, customer: `Yard ${count}` });
      const after = (await people.manager.get(path)).body;
      expect(after).not.toBe(before);
      const other = await startServer(server.url);
      try {
        const { cookie } = people.manager;
        expect(
          JSON.parse((await other.app.inject({ url: `/api/v1${path}`, headers: { cookie } })).body),
        ).toEqual(JSON.parse(after));
      } finally {
        await other.stop();
      }
    },
  );

  it('stays while another branch dataset, and ends with its own booking, a target or a rule', async () => {
    const atFirst = stamp('salt');
    await book('nkassem');
    expect([stamp('salt'), stamp('north') > atFirst, stamp('ht') > atFirst]).toEqual([
      atFirst,
      true,
      true,
    ]);
    await book('ivarga');
    const booked = stamp('salt');
    expect(booked).toBeGreaterThan(atFirst);
    expect([stamp('deck'), stamp('ivarga')]).toEqual([booked, booked]);
    expect(stamp('eng')).toBeLessThan(booked);
    await putTargets(people.admin, [
      { unit: 'nkassem', measure: 'revenue', period: 'FY2027-P08', target: '3000.00' },
    ]);
    await server.replica.catchUp();
    expect(stamp('salt')).toBeGreaterThan(booked);
  });

  it('ends for the team someone stood in before, when a deal of those days comes late', async () => {
    const before = [stamp('deck'), stamp('eng')];
    await book('tbrandt', { closedOn: '2026-06-10' });
    expect([stamp('deck') > before[0]!, stamp('eng') > before[1]!]).toEqual([true, true]);
  });

  it('of a grade by the average of peers ends with the deals of a peer elsewhere', async () => {
    const standing = async () =>
      (await people.manager.get(`/attainment?unit=salt&${PERIOD}`)).json<{
        figures: { status: { grade: number } };
        grading: { peers: number; thresholds: object | null };
      }>();
    const shipped = (await people.admin.get('/status-rules'))
      .json<{ measures: { measure: string; versions: { rule: object }[] }[] }>()
      .measures.find((each) => each.measure === 'revenue')!
      .versions.at(-1)!.rule;
    const words = ['below it', 'around it', 'above it', 'top'];
    expect(
      (
        await people.admin.send('PUT', '/status-rules/revenue', {
          effectiveFrom: '2026-11-01',
          rule: {
            ...shipped,
            benchmark: 'peerAverage',
            thresholds: { upper: 110, lower: 90 },
            labels: { open: words, ended: words },
          },
        })
      ).statusCode,
    ).toBe(200);
    await server.replica.catchUp();
    const before = await standing();
    await book('ivarga', { amount: '900000.00' });
    const above = await standing();
    await book('nkassem', { amount: '5000000.00' });
    const after = await standing();
    // A mean of two branches, of which the other has far more now; of so few it is not told.
    expect([before.grading.peers, before.grading.thresholds, after.grading.thresholds]).toEqual([
      2,
      null,
      null,
    ]);
    expect([above.figures.status.grade, after.figures.status.grade]).toEqual([3, 1]);
    expect((await people.admin.send('DELETE', '/status-rules/revenue/2026-11-01')).statusCode).toBe(
      200,
    );
  });

  it('of new customers ends when somebody elsewhere turns out to have been first', async () => {
    const path = `/attainment?unit=salt&${PERIOD}&measure=new_customers`;
    await book('ivarga', { customer: 'Shared Yard', closedOn: '2026-11-12' });
    const before = (await people.manager.get(path)).json<{ figures: { actual: number } }>().figures
      .actual;
    await book('nkassem', { customer: 'Shared Yard', closedOn: '2026-11-03' });
    expect(
      (await people.manager.get(path)).json<{ figures: { actual: number } }>().figures.actual,
    ).toBe(before - 1);
  });

  it('of a branch tells how far the bookings reach when another branch books a later day', async () => {
    const newestDay = async () =>
      (await people.manager.get(`/attainment?unit=salt&${PERIOD}`)).json<{ newestDay: string }>()
        .newestDay;
    const before = await newestDay();
    await book('nkassem', { closedOn: '2026-11-18' });
    expect([before < '2026-11-18', await newestDay()]).toEqual([true, '2026-11-18']);
  });

  it('is ready again after a booking before anybody asks, once for each time it was asked for', async () => {
    // A salesperson's: nothing else is asked here by their rights, so whoever looks at their books
    // computes this.
    const path = `/attainment?unit=ivarga&${PERIOD}`;
    const ivarga = server.replica.company!.tree.findByCode('ivarga')!.id;
    await people.salesperson.get(path);
    const dataset = vi.spyOn(server.replica, 'datasetFor');
    const looks = () => dataset.mock.calls.filter(([unitId]) => unitId === ivarga).length;
    await book('ivarga', { amount: '77.00' });
    await vi.waitFor(() => expect(looks()).toBeGreaterThan(1));
    dataset.mockClear();
    const { figures } = (await people.salesperson.get(path)).json<{
      figures: { actual: number };
    }>();
    // One look for the rights of who asks, none to compute.
    expect(looks()).toBe(1);
    dataset.mockRestore();
    await book('ivarga', { amount: '1.00' });
    expect(
      (await people.salesperson.get(path)).json<{ figures: { actual: number } }>().figures.actual,
    ).toBe(figures.actual + 100);
  });
});
