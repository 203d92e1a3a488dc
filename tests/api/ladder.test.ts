import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { LadderView } from '#contract/schemas/ladder';
import {
  type Client,
  createCompany,
  createDatabase,
  putTargets,
  startServer,
  type TestServer,
  wonDeal,
} from './harness';

const NOVEMBER = 'FY2027-P08';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

/** One team of thirty more, so that a ranking has ties, a newcomer and someone without a target. */
const MORE = Array.from({ length: 30 }, (_, index) => `s${index}`);

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  const units = [
    'unit,name,kind,parent,from,to',
    ...MORE.map(
      (code, index) =>
        `${code},Seller ${String(index).padStart(2, '0')},salesperson,eng,${index === 29 ? '2026-11-09' : ''},`,
    ),
  ].join('\n');
  expect((await people.admin.import('units', units)).json()).toMatchObject({ written: true });
  await putTargets(
    people.admin,
    [...MORE.slice(0, 28), 'ivarga', 'nkassem'].flatMap((unit) =>
      ['FY2027-P07', NOVEMBER].map((period) => ({
        unit,
        period,
        measure: 'revenue',
        target: '1000.00',
      })),
    ),
  );
  const deals = [
    'deal,salesperson,customer,amount,status,closed_on',
    ...MORE.flatMap((code, index) => [
      `${code}-1,${code},Pike,${index === 29 ? 10 : 100 * (1 + (index >> 1))},won,2026-11-${String(9 + (index % 9)).padStart(2, '0')}`,
      ...(index % 3 === 0 && index !== 29
        ? [`${code}-0,${code},Pike,${50 * (1 + index)},won,2026-10-05`]
        : []),
    ]),
  ];
  expect((await people.admin.import('deals', deals.join('\n'))).json()).toMatchObject({
    written: true,
  });
  expect(
    (
      await people.admin.send(
        'POST',
        '/deals',
        wonDeal({ salesperson: 'ivarga', amount: '2000.00' }),
      )
    ).statusCode,
  ).toBe(201);
  expect(
    (
      await people.admin.send('PUT', '/units/s28/ramp', {
        ramp: { from: '2026-11-01', shares: [25, 50] },
      })
    ).statusCode,
  ).toBe(200);
});
afterAll(() => server.stop());

const ladder = async (query: string, client: Client = people.admin): Promise<LadderView> => {
  const answer = await client.get(`/ladder?period=${NOVEMBER}&${query}`);
  expect(answer.statusCode).toBe(200);
  return answer.json();
};

describe('a ladder', () => {
  it('ranks with ties that share a place, and the next one skips', async () => {
    const { rankings } = await ladder('unit=eng&by=actual');
    const ranks = rankings
      .filter((place) => place.rank !== null)
      .map((place) => [place.value, place.rank]);
    for (const [value, rank] of ranks)
      expect(rank).toBe(
        1 + rankings.filter((place) => place.value !== null && place.value > value!).length,
      );
    expect(new Set(ranks.map(([, rank]) => rank)).size).toBeLessThan(ranks.length);
  });

  it('lists who has no target unranked in one by attainment, never as the last', async () => {
    const { rankings, ranked, count } = await ladder('unit=eng');
    expect([ranked, count]).toEqual([28, 31]);
    expect(rankings.slice(ranked).map((place) => [place.rank, place.attainment])).toEqual([
      [null, null],
      [null, null],
      [null, null],
    ]);
    expect(rankings.slice(ranked).map((place) => place.unit.code)).toContain('s28');
  });

  it('marks who joined after the period began, and takes out who is on a ramp', async () => {
    const whole = await ladder('unit=eng&by=actual');
    expect(whole.rankings.find((place) => place.unit.code === 's29')!).toMatchObject({
      joinedLate: true,
      leftEarly: false,
      excludesDeals: false,
    });
    const without = await ladder('unit=eng&by=actual&withoutRamps=true');
    expect([without.onRamp, without.rankings.length]).toEqual([1, whole.rankings.length - 1]);
    expect(without.rankings.map((place) => place.unit.code)).not.toContain('s28');
  });

  it.each([
    ['attainment', true],
    ['actual', false],
    ['growth', true],
    ['gap', false],
  ] as const)('by %s is in the order of it, the best first', async (by, isShare) => {
    const { rankings } = await ladder(`unit=ht&by=${by}`);
    const values = rankings.filter((place) => place.rank !== null).map((place) => place.value!);
    expect(values).toEqual([...values].sort((a, b) => b - a));
    expect(values.length).toBeGreaterThan(5);
    expect(rankings[0]!.valueText!.includes('%')).toBe(isShare);
  });

  it('moves against the same point of the prior period, among those ranked in both', async () => {
    const { rankings } = await ladder('unit=eng&by=actual');
    expect(new Set(rankings.map((place) => place.rankChange)).size).toBeGreaterThan(3);
    const before = [...rankings]
      .filter((place) => place.priorValue !== null)
      .sort((a, b) => b.priorValue! - a.priorValue!);
    for (const place of rankings.filter((each) => each.rankChange !== null)) {
      const then = 1 + before.filter((each) => each.priorValue! > place.priorValue!).length;
      expect([place.unit.code, place.rankChange]).toEqual([place.unit.code, then - place.rank!]);
    }
  });

  it.each([
    ['salesperson', 32],
    ['team', 2],
    ['branch', 1],
  ])('of the %ss under a branch has %i', async (level, count) => {
    const view = await ladder(`unit=salt&level=${level}&by=actual`);
    expect([view.level, view.count]).toEqual([level, count]);
    expect(view.levels).toEqual(['salesperson', 'team', 'branch']);
  });

  it.each(['2026-11-18', '2026-W47', NOVEMBER, 'FY2027-Q3', 'FY2027', 'FY2027-P07..FY2027-P08'])(
    'is there for %s',
    async (period) => {
      const view = (
        await people.admin.get(`/ladder?unit=salt&period=${period}&by=actual`)
      ).json() as LadderView;
      expect(view.sentence).toMatch(/lead/);
      expect(view.rankings.every((place) => place.rank !== null)).toBe(true);
    },
  );

  it('names a hundred at a time, says how many there are, and keeps the reader’s own', async () => {
    const few = await ladder('unit=eng&limit=3&by=actual');
    expect([few.rankings.length, few.count]).toEqual([3, 31]);
    const all = await ladder('unit=eng&limit=1000&by=actual');
    expect(all.rankings).toHaveLength(31);
    expect(few.rankings).toEqual(all.rankings.slice(0, 3));
    expect((await ladder('unit=ivarga', people.salesperson)).mine).toMatchObject({
      unit: { code: 'ivarga' },
      rank: 1,
    });
  });

  it('says so when nobody stands there, or nothing has begun', async () => {
    expect((await people.admin.get('/ladder?unit=salt&period=FY2028-P02')).json().sentence).toBe(
      'May 2027 has not started.',
    );
    expect((await ladder('unit=ht&measure=win_rate')).sentence).toMatch(
      /^Nobody has a complete target in November 2026, so there is no ranking by attainment\.$/,
    );
  });

  it('is the reader’s part only', async () => {
    expect((await people.manager.get(`/ladder?unit=ht&period=${NOVEMBER}`)).json()).toMatchObject({
      code: 'unknownUnit',
    });
    const own = await ladder('unit=ivarga', people.salesperson);
    expect([own.isShared, own.rankings.map((place) => place.unit.code)]).toEqual([
      false,
      ['ivarga'],
    ]);
    expect(
      (await people.north.get(`/ladder?unit=north&period=${NOVEMBER}`))
        .json()
        .rankings.map((place: { unit: { code: string } }) => place.unit.code),
    ).toEqual(['nkassem']);
  });

  it('shared with a team shows that team and no other, not even one’s branch', async () => {
    expect(
      (await people.admin.send('PUT', '/company/sharing', { sharesTeamLadder: true })).statusCode,
    ).toBe(200);
    const shared = await ladder('unit=ivarga', people.salesperson);
    expect([shared.isShared, shared.unit.code, shared.levels]).toEqual([
      true,
      'deck',
      ['salesperson'],
    ]);
    expect((await people.salesperson.get(`/ladder?unit=deck&period=${NOVEMBER}`)).statusCode).toBe(
      404,
    );
    expect(
      (await people.admin.send('PUT', '/company/sharing', { sharesTeamLadder: false })).statusCode,
    ).toBe(200);
  });
});

describe('columns beside the ranked measure', () => {
  const ask = async (columns: string, limit = 3) =>
    people.manager.get(
      `/ladder?unit=salt&period=${NOVEMBER}&level=salesperson&limit=${limit}&columns=${columns}`,
    );

  it('are the figures of the same people in the same order, and of the unit in the total', async () => {
    const view = (await ask('deals_won,average_deal')).json() as LadderView;
    const figure = async (unit: string, measure: string) =>
      (
        await people.manager.get(`/attainment?unit=${unit}&period=${NOVEMBER}&measure=${measure}`)
      ).json().figures.actual as number | null;
    for (const column of view.columns) {
      const code = column.measure.code;
      expect(column.values).toEqual(
        await Promise.all(view.rankings.map((place) => figure(place.unit.code, code))),
      );
      expect(column.total).toBe(await figure('salt', code));
    }
    expect(view.columns.map((each) => each.measure.code)).toEqual(['deals_won', 'average_deal']);
    expect(view.total.actual).toBe(await figure('salt', 'revenue'));
  });

  it('are four at most, and measures there are', async () => {
    expect(
      (await ask('revenue,deals_won,win_rate,gross_profit,gross_margin')).json(),
    ).toMatchObject({ status: 422, errors: [{ field: 'columns' }] });
    expect((await ask('luck')).statusCode).toBe(404);
    expect(((await ask('')).json() as LadderView).columns).toEqual([]);
  });
});

it('draws the pace of a quarter where its status is judged: by its months', async () => {
  const query = 'unit=eng&period=FY2027-Q3';
  const ladder = (await people.manager.get(`/ladder?${query}`)).json() as LadderView;
  const standing = (await people.manager.get(`/attainment?${query}`)).json();
  expect(ladder.elapsedShare).toBe(standing.elapsedShare);
  for (const month of ['FY2027-P07', NOVEMBER, 'FY2027-P09'])
    await putTargets(people.admin, [
      {
        unit: 'tbrandt',
        period: month,
        measure: 'revenue',
        target: month === NOVEMBER ? '1' : '100',
      },
    ]);
  const query2 = 'unit=tbrandt&period=FY2027-Q3';
  const { figures } = (await people.manager.get(`/attainment?${query2}`)).json();
  expect(figures.elapsed.dueBasis).toBe('months');
  const own = (await people.manager.get(`/ladder?${query2}`)).json() as LadderView;
  expect(own.elapsedShare).toBe(figures.elapsed.dueShare);
  expect(own.elapsedShare).not.toBe(
    figures.elapsed.workingDaysElapsed / figures.elapsed.workingDays,
  );
});
