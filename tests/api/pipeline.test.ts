import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Pipeline } from '#contract/schemas/pipeline';
import { createCompany, createDatabase, putTargets, startServer, type TestServer } from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await putTargets(people.admin, [
    { unit: 'salt', period: 'FY2027-P08', measure: 'revenue', target: '10000' },
  ]);
  await people.admin.import(
    'deals',
    [
      'deal,salesperson,customer,amount,currency,status,closed_on,expected_on,probability,stage,credit',
      'W-1,ivarga,Pike,2000,EUR,won,2026-11-03,,,,',
      'O-1,ivarga,Pike,1000,EUR,open,,2026-11-25,0.4,Quoted,',
      'O-2,ivarga,Eel,500,EUR,open,,2026-11-10,,Enquiry,',
      'O-3,tbrandt,Tern,300,EUR,open,,2026-12-05,,,',
      'O-4,ivarga,Heron,900,EUR,open,,2026-12-20,0.8,Quoted,ivarga:60;tbrandt:40',
      'O-5,nkassem,Crab,700,EUR,open,,2026-11-28,0.5,Quoted,',
      'L-1,ivarga,Pike,50,EUR,lost,2026-11-03,,,,',
    ].join('\n'),
  );
});
afterAll(() => server.stop());

const pipeline = async (unit: string, client = people.admin): Promise<Pipeline> =>
  (await client.get(`/pipeline?unit=${unit}`)).json();

describe('the pipeline of a unit', () => {
  it('has each open deal as far as it is credited to its people, with the probability of its stage where it has none', async () => {
    const { deals, below } = await pipeline('salt');
    expect(below.map((unit) => unit.code)).toEqual(['deck', 'eng']);
    expect(
      deals.map((deal) => [
        deal.deal,
        deal.unitBelow,
        deal.amount,
        deal.probability,
        deal.isFromStage,
      ]),
    ).toEqual([
      ['O-1', 'deck', 100_000, 0.4, false],
      ['O-4', 'deck', 54_000, 0.8, false],
      ['O-2', 'deck', 50_000, 0.1, true],
      ['O-4', 'eng', 36_000, 0.8, false],
      ['O-3', 'eng', 30_000, null, false],
    ]);
  });

  it('looks ahead to month, quarter and year with what is won and wanted, only where the target is complete', async () => {
    const { horizons } = await pipeline('salt');
    expect(horizons.map((horizon) => [horizon.name, horizon.period.id]).slice(0, 6)).toEqual([
      ['this month', 'FY2027-P08'],
      ['next month', 'FY2027-P09'],
      ['this quarter', 'FY2027-Q3'],
      ['this year', 'FY2027'],
      ['Nov', 'FY2027-P08'],
      ['Dec', 'FY2027-P09'],
    ]);
    expect(horizons[0]).toMatchObject({
      goal: { actual: 200_000, target: 1_000_000 },
      below: [
        { unit: 'deck', actual: 200_000, target: null },
        { unit: 'eng', actual: 0, target: null },
      ],
    });
    expect(horizons[1]!.goal).toEqual({ actual: 0, target: null });
  });

  it('is never another’s: a person sees the part credited to them, and nobody a unit beside their own', async () => {
    expect(
      (await pipeline('ivarga', people.salesperson)).deals.map((deal) => [deal.deal, deal.amount]),
    ).toEqual([
      ['O-1', 100_000],
      ['O-4', 54_000],
      ['O-2', 50_000],
    ]);
    expect((await people.north.get('/pipeline?unit=salt')).statusCode).toBe(404);
    expect((await pipeline('north', people.north)).deals.map((deal) => deal.deal)).toEqual(['O-5']);
  });
});
