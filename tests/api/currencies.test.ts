import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  type Client,
  createCompany,
  createDatabase,
  startServer,
  type TestServer,
} from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;
let draft: number;

const NOVEMBER = 'FY2027-P08';
const set = (client: Client, plan: number, ...changes: object[]) =>
  client.send('PUT', '/targets', {
    plan,
    changes: changes.map((each) => ({
      unit: 'ivarga',
      period: NOVEMBER,
      measure: 'revenue',
      ...each,
    })),
  });
const rates = (client: Client, plan: number, over: Record<string, string>) =>
  client.send('PUT', `/plans/${plan}/rates`, { rates: over });
const sheet = async (client: Client, plan?: number) =>
  (
    await client.get(`/plan-grid?unit=salt&year=FY2027${plan === undefined ? '' : `&plan=${plan}`}`)
  ).json();
const stored = async (client: Client, plan?: number, period = NOVEMBER) =>
  (await sheet(client, plan)).targets.find((each: unknown[]) => each[1] === period);

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  draft = (
    await people.admin.send('POST', '/plans', {
      year: 'FY2027',
      name: 'Company plan',
      from: 'empty',
    })
  ).json().plan.id;
});
afterAll(() => server.stop());

describe('targets in other currencies', () => {
  it.each<[string, Record<string, string>, string, string]>([
    ['a currency that is none', { XYZ: '1.1' }, 'rates/XYZ', 'unknownCurrency'],
    ['the reporting currency', { EUR: '1' }, 'rates/EUR', 'reportingCurrency'],
    ['nought', { GBP: '0' }, 'rates/GBP', 'notARate'],
    ['words', { GBP: 'par' }, 'rates/GBP', 'notARate'],
  ])('refuse the rate of %s', async (_case, over, field, code) => {
    const answer = await rates(people.admin, draft, over);
    expect([answer.statusCode, answer.json().errors[0]]).toMatchObject([422, { field, code }]);
  });

  it('are converted once by the plan’s fixed rate, and kept as they were set', async () => {
    expect(
      (await set(people.admin, draft, { target: '100', currency: 'GBP' })).json().errors[0],
    ).toMatchObject({ field: 'changes/0/currency', code: 'noPlanRate' });
    await rates(people.admin, draft, { GBP: '1.16' });
    const saved = await set(people.admin, draft, {
      target: '100.01',
      floor: '90',
      currency: 'GBP',
    });
    expect(saved.statusCode).toBe(200);
    expect(await stored(people.admin, draft)).toMatchObject([
      expect.any(Number),
      NOVEMBER,
      11_601,
      10_440,
      null,
      1,
      { currency: 'GBP', target: 10_001, floor: 9_000, stretch: null },
    ]);
    expect(
      (
        await set(people.admin, draft, { measure: 'deals_won', target: '5', currency: 'GBP' })
      ).json().errors[0],
    ).toMatchObject({ code: 'currencyNotMoney' });
    expect(
      (await set(people.admin, draft, { target: '1.234', currency: 'GBP' })).json().errors[0],
    ).toMatchObject({ code: 'tooManyDecimals' });
  });

  it('come back in their own currency when a step is undone', async () => {
    const { undo } = (await set(people.admin, draft, { target: '500' })).json();
    expect(undo[0]).toMatchObject({ currency: 'GBP', target: '100.01', floor: '90.00' });
    await people.admin.send('PUT', '/targets', { plan: draft, changes: undo });
    expect((await stored(people.admin, draft))[6]).toMatchObject({
      currency: 'GBP',
      target: 10_001,
    });
  });

  it('are converted anew when a draft’s rate changes, and hold the rate in place', async () => {
    expect((await rates(people.admin, draft, { GBP: '1.2' })).json()).toMatchObject({
      converted: 1,
      plan: { rates: { GBP: '1.2' } },
    });
    expect((await stored(people.admin, draft))[2]).toBe(12_001);
    const history = (
      await people.admin.get(
        `/targets/history?unit=ivarga&period=${NOVEMBER}&measure=revenue&plan=${draft}`,
      )
    ).json();
    expect(history[0]).toMatchObject({
      from: 11_601,
      to: 12_001,
      reason: 'the rates of the plan changed',
    });
    expect((await rates(people.admin, draft, {})).json().errors[0]).toMatchObject({
      field: 'rates/GBP',
      code: 'rateInUse',
    });
  });

  it('go with the plan when it is published, and count in the reporting currency', async () => {
    expect(
      (await people.admin.send('POST', `/plans/${draft}/publish`, { note: 'agreed' })).statusCode,
    ).toBe(200);
    const published = await sheet(people.manager);
    expect([published.rates, published.targets[0][2], published.targets[0][6].target]).toEqual([
      { GBP: '1.2' },
      12_001,
      10_001,
    ]);
    expect(
      (await people.manager.get(`/attainment?unit=ivarga&period=${NOVEMBER}`)).json().figures.target
        .value,
    ).toBe(12_001);
    expect((await people.manager.send('GET', '/exports/targets')).body).toContain(
      `ivarga,${NOVEMBER},revenue,120.01`,
    );
    // A part of the company plans at the company's rates.
    const own = (
      await people.manager.send('POST', '/plans', {
        year: 'FY2027',
        name: 'Ours',
        from: 'published',
      })
    ).json().plan;
    expect(own.rates).toEqual({ GBP: '1.2' });
    expect((await stored(people.manager, own.id))[6]).toMatchObject({ target: 10_001 });
    expect((await rates(people.manager, own.id, { GBP: '1.3' })).json().code).toBe(
      'ratesOfCompany',
    );
    expect((await rates(people.admin, published.plan.id, { GBP: '1.3' })).json().code).toBe(
      'notADraft',
    );
  });
});

describe('ramps', () => {
  const ramp = (client: Client, unit: string, value: unknown) =>
    client.send('PUT', `/units/${unit}/ramp`, { ramp: value });

  it('are set, shown, marked in the ranking and taken away', async () => {
    const set = await ramp(people.manager, 'ivarga', { from: '2026-10-05', shares: [0, 50, 100] });
    expect(set.json()).toMatchObject({
      unit: { code: 'ivarga' },
      ramp: { from: '2026-10-05', shares: [0, 50, 100] },
    });
    expect((await sheet(people.manager)).ramps).toEqual([
      [expect.any(Number), expect.any(Number), [0, 5000, 10_000]],
    ]);
    const places = async (period: string) =>
      (await people.manager.get(`/attainment?unit=salt&period=${period}`))
        .json()
        .rankings.find((each: { unit: { code: string } }) => each.unit.code === 'ivarga');
    expect([(await places(NOVEMBER)).isOnRamp, (await places('FY2027-P09')).isOnRamp]).toEqual([
      true,
      false,
    ]);
    expect((await ramp(people.manager, 'ivarga', null)).json().ramp).toBeNull();
  });

  it('are refused for teams, for strangers and beyond their bounds', async () => {
    expect(
      (await ramp(people.manager, 'deck', { from: '2026-10-05', shares: [50] })).json().errors[0],
    ).toMatchObject({ code: 'notANewcomer' });
    expect(
      (await ramp(people.north, 'ivarga', { from: '2026-10-05', shares: [50] })).statusCode,
    ).toBe(404);
    expect(
      (await ramp(people.viewer, 'ivarga', { from: '2026-10-05', shares: [50] })).statusCode,
    ).toBe(403);
    expect(
      (await ramp(people.manager, 'nkassem', { from: '2026-10-05', shares: [50] })).statusCode,
    ).toBe(404);
    expect(
      (await ramp(people.manager, 'ivarga', { from: '2026-10-05', shares: [150] })).statusCode,
    ).toBe(422);
    expect(
      (await ramp(people.manager, 'ivarga', { from: '2026-02-30', shares: [50] })).statusCode,
    ).toBe(422);
  });
});
