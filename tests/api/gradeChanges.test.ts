import { afterAll, beforeAll, describe, expect, it } from 'vitest';
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

const target = (unit: string, period: string, euros: number) => ({
  unit,
  period,
  measure: 'revenue',
  target: String(euros),
});
const statusOf = async (unit: string, period: string) =>
  (await people.admin.get(`/attainment?unit=${unit}&period=${period}`)).json().figures.status;
const makeDraft = async (name: string, targets: ReturnType<typeof target>[]) => {
  const { plan } = (
    await people.admin.send('POST', '/plans', { year: 'FY2027', name, from: 'published' })
  ).json();
  await putTargets(people.admin, targets, { plan: plan.id, reason: undefined });
  return plan.id as number;
};
const changesOf = async (id: number, query = '') =>
  (await people.admin.get(`/plans/${id}/grade-changes${query}`)).json();
const named = (rows: { unit: { code: string }; period: string }[]) =>
  rows.map(({ unit, period }) => `${unit.code} ${period}`).sort();

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await people.admin.send('POST', '/deals', wonDeal({ closedOn: '2026-10-05', amount: '900' }));
  await people.admin.send('POST', '/deals', wonDeal({ closedOn: '2026-11-05', amount: '900' }));
  await putTargets(people.admin, [
    target('ivarga', 'FY2027-P07', 1_000),
    target('ivarga', 'FY2027-P08', 1_000),
  ]);
});
afterAll(() => server.stop());

describe('whose grade publishing would change', () => {
  it('is said of running periods and of ended months that change, and comes true', async () => {
    const draft = await makeDraft('Harder', [
      target('ivarga', 'FY2027-P07', 900),
      target('ivarga', 'FY2027-P08', 5_000),
      target('ivarga', 'FY2027-P09', 2_000),
    ]);
    const { count, rows } = await changesOf(draft);
    expect(count).toBe(rows.length);
    expect(named(rows)).toEqual(expect.arrayContaining(['ivarga FY2027-P07', 'ivarga FY2027-P08']));
    for (const { unit, period, before } of rows)
      expect(await statusOf(unit.code, period)).toMatchObject({ label: before.label });
    await people.admin.send('POST', `/plans/${draft}/publish`, { note: 'agreed' });
    for (const { unit, period, after } of rows)
      expect(await statusOf(unit.code, period)).toMatchObject({ label: after.label });
  });

  it('leaves out what is published from a later period on, and what changes no grade', async () => {
    const draft = await makeDraft('Later', [
      target('ivarga', 'FY2027-P07', 100_000),
      target('ivarga', 'FY2027-P08', 5_001),
    ]);
    expect(named((await changesOf(draft)).rows)).toContain('ivarga FY2027-P07');
    expect(named((await changesOf(draft, '?from=FY2027-P08')).rows)).not.toContain(
      'ivarga FY2027-P07',
    );
    expect((await changesOf(draft, '?from=FY2027-P09')).count).toBe(0);
    expect((await changesOf(draft, '?from=soon')).code).toBe('unknownPeriod');
    expect((await changesOf(9_999)).code).toBe('unknownPlan');
  });
});
