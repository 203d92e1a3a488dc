import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ComparisonView } from '#contract/schemas/comparison';
import type { PlanSummary } from '#contract/schemas/plan';
import {
  createCompany,
  createDatabase,
  putTargets,
  startServer,
  type TestServer,
  wonDeal,
} from './harness';

/** Benchmarks that are no other days: another plan; and other days with units as they are now. */
let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

const ask = (over: string, as = people.admin) =>
  as.get(`/comparison?unit=salt&period=FY2027-P08${over}`);
const compare = async (over: string, as = people.admin): Promise<ComparisonView> => {
  const answer = await ask(over, as);
  expect(answer.statusCode, answer.body).toBe(200);
  return answer.json();
};
const told = (rows: readonly { name: string; now: number | null; then: number | null }[]) =>
  Object.fromEntries(rows.map(({ name, now, then }) => [name, [now, then]]));
const target = (unit: string, amount: string) => ({
  unit,
  measure: 'revenue',
  period: 'FY2027-P08',
  target: amount,
});

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  // Tomas stood under Deck & rigging in 2025, and stands under Engines in 2026.
  for (const [salesperson, closedOn, amount] of [
    ['ivarga', '2025-11-04', '400.00'],
    ['tbrandt', '2025-11-17', '250.00'],
    ['ivarga', '2026-11-05', '300.00'],
    ['tbrandt', '2026-11-10', '150.00'],
  ]) {
    const booked = await people.manager.send(
      'POST',
      '/deals',
      wonDeal({ salesperson, closedOn, amount }),
    );
    expect(booked.statusCode, booked.body).toBe(201);
  }
});
afterAll(() => server.stop());

describe('compared with another plan', () => {
  const drafted = async (): Promise<PlanSummary> => {
    const made = await people.admin.send('POST', '/plans', {
      year: 'FY2027',
      name: 'Second try',
      from: 'published',
    });
    return made.json<{ plan: PlanSummary }>().plan;
  };
  let draft: PlanSummary;
  beforeAll(async () => {
    await putTargets(people.admin, [target('salt', '1000.00'), target('deck', '700.00')]);
    draft = await drafted();
    await putTargets(people.admin, [target('salt', '1500.00'), target('deck', '600.00')], {
      plan: draft.id,
    });
  });

  it('stands with the targets of a draft, which count nowhere else', async () => {
    const { figure, rows, against, sentence, others } = await compare(`&against=plan:${draft.id}`);
    expect([figure.now, figure.then]).toEqual([45_000, 150_000]);
    expect(told(rows)['Deck & rigging']).toEqual([30_000, 60_000]);
    expect(against).toEqual({
      benchmark: `plan:${draft.id}`,
      name: 'the target of “Second try” (draft)',
      days: null,
      isCut: false,
    });
    expect(sentence.map(({ text }) => text).join('')).toBe(
      'Saltmarsh in November 2026 is €1,050 below the whole target of “Second try” (draft).',
    );
    // What counts stands beside it.
    expect(others.find(({ benchmark }) => benchmark === 'target')).toMatchObject({ then: 100_000 });
    expect((await compare('&against=target')).figure.then).toBe(100_000);
  });

  it('follows the draft, and keeps what was replaced once it is published', async () => {
    await putTargets(people.admin, [target('salt', '1600.00')], { plan: draft.id });
    expect((await compare(`&against=plan:${draft.id}`)).figure.then).toBe(160_000);
    await people.admin.send('POST', `/plans/${draft.id}/publish`, { note: 'agreed' });
    expect((await compare('&against=target')).figure.then).toBe(160_000);
    const plans = (await people.admin.get('/plans?year=FY2027')).json<PlanSummary[]>();
    const replaced = plans.find(({ status }) => status === 'replaced')!;
    const { figure, against } = await compare(`&against=plan:${replaced.id}`);
    expect(figure.then).toBe(100_000);
    expect(against.name).toContain('(replaced)');
  });

  it('is for those alone who plan there, and no other plan exists', async () => {
    const other = await drafted();
    expect((await ask(`&against=plan:${other.id}`, people.viewer)).json().code).toBe('unknownPlan');
    expect((await ask(`&against=plan:${other.id}`, people.north)).json().code).toBe('unknownUnit');
    // Northgate is planned below the company, of which the draft is: its own row of it is seen.
    const own = await people.north.get(
      `/comparison?unit=north&period=FY2027-P08&against=plan:${other.id}`,
    );
    expect(own.json<ComparisonView>().figure).toMatchObject({ now: 0, then: null });
    expect((await ask('&against=plan:999999')).json().code).toBe('unknownPlan');
    for (const bad of ['plan:0', 'plan:', 'plan:1e9', 'plan:-1'])
      expect([bad, (await ask(`&against=${bad}`)).json().code]).toEqual([bad, 'unknownPeriod']);
  });
});

describe('units as they were, and as they are now', () => {
  const units = (over: string) => compare(`&by=unit${over}`);

  it('counts who has moved where they stood, until it is asked otherwise', async () => {
    const was = await units('');
    expect([was.organisation, was.isReorganised]).toEqual(['asItWas', true]);
    expect(told(was.rows)).toEqual({ 'Deck & rigging': [30_000, 65_000], Engines: [15_000, 0] });
  });

  it('counts all their days where they stand today, and the whole stays the same', async () => {
    const now = await units('&organisation=asItIsNow');
    expect([now.organisation, now.isReorganised]).toEqual(['asItIsNow', true]);
    expect(told(now.rows)).toEqual({
      'Deck & rigging': [30_000, 40_000],
      Engines: [15_000, 25_000],
    });
    expect([now.figure.now, now.figure.then]).toEqual([45_000, 65_000]);
    const deck = await people.admin.get(
      '/comparison?unit=deck&period=FY2027-P08&by=salesperson&organisation=asItIsNow',
    );
    expect(told(deck.json<ComparisonView>().rows)).toEqual({ 'Ilse Varga': [30_000, 40_000] });
  });

  it('against a target is always as it was: targets were set for those units', async () => {
    const { organisation, figure } = await compare('&against=target&organisation=asItIsNow');
    expect(organisation).toBe('asItWas');
    expect(figure.now).toBe(45_000);
  });

  it('says nothing of it where nobody moved', async () => {
    const answer = await people.admin.get('/comparison?unit=north&period=FY2027-P08');
    expect(answer.json<ComparisonView>().isReorganised).toBe(false);
  });
});
