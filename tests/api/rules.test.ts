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

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await putTargets(people.admin, [
    { unit: 'ivarga', period: 'FY2027-P08', measure: 'revenue', target: '1000.00' },
  ]);
  expect(
    (
      await people.manager.send(
        'POST',
        '/deals',
        wonDeal({ salesperson: 'ivarga', amount: '600.00', closedOn: '2026-11-10' }),
      )
    ).statusCode,
  ).toBe(201);
});
afterAll(() => server.stop());

const shipped = async () =>
  (await people.manager.get('/status-rules'))
    .json()
    .measures.find((each: { measure: string }) => each.measure === 'revenue')
    .versions.at(-1).rule;
const word = async () =>
  (await people.manager.get('/attainment?unit=ivarga&period=FY2027-P08')).json().figures.status
    .label;

describe('status rules', () => {
  it('say who would change grade, keep nothing by it, and hold from their day on', async () => {
    const stricter = { ...(await shipped()), thresholds: { upper: 120, lower: 100 } };
    expect(await word()).toBe('on pace');
    const tried = (
      await people.manager.send('POST', '/status-rules/revenue/preview', {
        period: 'FY2027-P08',
        rules: [stricter],
      })
    ).json();
    expect(
      tried.units.find((each: { unit: { code: string } }) => each.unit.code === 'ivarga'),
    ).toMatchObject({ current: { grade: 3 }, previews: [{ grade: 1 }] });
    expect(await word()).toBe('on pace');
    expect(
      (
        await people.admin.send('PUT', '/status-rules/revenue', {
          effectiveFrom: '2026-11-19',
          rule: stricter,
        })
      ).statusCode,
    ).toBe(200);
    expect(await word()).toBe('on pace');
    expect(
      (
        await people.admin.send('PUT', '/status-rules/revenue', {
          effectiveFrom: '2026-11-01',
          rule: stricter,
          reason: 'stricter',
        })
      ).statusCode,
    ).toBe(200);
    expect(await word()).toBe('behind');
    for (const from of ['2026-11-01', '2026-11-19'])
      expect((await people.admin.send('DELETE', `/status-rules/revenue/${from}`)).statusCode).toBe(
        200,
      );
    expect(await word()).toBe('on pace');
  });

  it('are refused at the field, and to whoever may not set them', async () => {
    const rule = { ...(await shipped()), thresholds: { upper: 80, lower: 95 } };
    expect(
      (
        await people.admin.send('PUT', '/status-rules/revenue', {
          effectiveFrom: '2026-11-01',
          rule,
        })
      ).json().errors,
    ).toMatchObject([{ field: 'rule/thresholds', code: 'thresholdsCrossed' }]);
    expect(
      (
        await people.manager.send('PUT', '/status-rules/revenue', {
          effectiveFrom: '2026-11-01',
          rule: await shipped(),
        })
      ).statusCode,
    ).toBe(403);
  });
});

describe('the rule of a period', () => {
  const rule = async (over: object = {}) => ({ ...(await shipped()), ...over });
  const put = async (from: string, over: object, who = people.admin) =>
    who.send('PUT', '/status-rules/revenue', { effectiveFrom: from, rule: await rule(over) });
  const remove = (from: string) => people.admin.send('DELETE', `/status-rules/revenue/${from}`);

  it('is kept by a closed month, whatever comes after', async () => {
    const grade = async () =>
      (await people.manager.get('/attainment?unit=ivarga&period=FY2027-P07')).json().figures.status
        .label;
    await putTargets(people.admin, [
      { unit: 'ivarga', period: 'FY2027-P07', measure: 'revenue', target: '100.00' },
    ]);
    expect(
      (
        await people.manager.send(
          'POST',
          '/deals',
          wonDeal({ salesperson: 'ivarga', amount: '90.00', closedOn: '2026-10-10' }),
        )
      ).statusCode,
    ).toBe(201);
    expect(await grade()).toBe('short');
    expect((await people.admin.send('PUT', '/closed-months/FY2027-P07')).statusCode).toBe(200);
    expect(
      (await put('2026-10-01', { thresholds: { upper: 80, lower: 50 } })).json().errors,
    ).toMatchObject([{ field: 'effectiveFrom', code: 'closedKeepsRule' }]);
    expect((await put('2026-11-01', { thresholds: { upper: 50, lower: 30 } })).statusCode).toBe(
      200,
    );
    expect(await grade()).toBe('short');
    expect((await remove('2026-11-01')).statusCode).toBe(200);
  });

  it('against peers finds them in the whole company, whoever looks', async () => {
    await putTargets(people.admin, [
      { unit: 'tbrandt', period: 'FY2027-P08', measure: 'revenue', target: '1000.00' },
    ]);
    expect(
      (
        await put('2026-11-01', {
          benchmark: 'peerAverage',
          thresholds: { upper: 110, lower: 90 },
          labels: {
            open: ['below it', 'around it', 'above it', 'top'],
            ended: ['below it', 'around it', 'above it', 'top'],
          },
        })
      ).statusCode,
    ).toBe(200);
    const salt = async (who: typeof people.admin) =>
      (await who.get('/attainment?unit=salt&period=FY2027-P08')).json();
    const [own, whole] = [await salt(people.manager), await salt(people.admin)];
    expect(own.figures.status).toEqual(whole.figures.status);
    expect(own.grading).toMatchObject({ benchmark: 'peerAverage', peers: 2 });
    expect((await remove('2026-11-01')).statusCode).toBe(200);
  });

  it.each([
    [
      'thresholds the wrong way round',
      { thresholds: { upper: 80, lower: 95 } },
      'rule/thresholds',
      'thresholdsCrossed',
    ],
    ['a cut of nothing', { thresholds: { upper: 80, lower: 0 } }, 'rule/thresholds', 'notPositive'],
    [
      'the same colour twice',
      { colors: ['rust', 'rust', 'steel', 'teal'] },
      'rule/colors/1',
      'sameColor',
    ],
  ])('is refused with %s, at its field', async (_case, over, field, code) => {
    expect((await put('2026-11-19', over)).json().errors).toEqual(
      expect.arrayContaining([expect.objectContaining({ field, code })]),
    );
  });

  it('with an empty word is refused at that word', async () => {
    const { labels } = await shipped();
    expect(
      (
        await put('2026-11-19', { labels: { ...labels, open: ['', ...labels.open.slice(1)] } })
      ).json().errors,
    ).toMatchObject([{ field: 'rule/labels/open/0', code: 'emptyWord' }]);
  });

  it.each(['salesperson', 'viewer', 'manager'] as const)(
    'is read by a %s, and not set',
    async (role) => {
      expect((await people[role].get('/status-rules')).statusCode).toBe(200);
      expect((await put('2026-11-19', {}, people[role])).statusCode).toBe(403);
    },
  );

  it('tried by a manager shows the manager’s part only', async () => {
    const tried = (
      await people.manager.send('POST', '/status-rules/revenue/preview', {
        period: 'FY2027-P08',
        rules: [await rule({ thresholds: { upper: 120, lower: 100 } })],
      })
    ).json();
    expect(tried.units.map((each: { unit: { code: string } }) => each.unit.code)).not.toContain(
      'nkassem',
    );
  });

  it('is marked in the strip and in a series where it began', async () => {
    expect((await put('2026-11-10', { thresholds: { upper: 96, lower: 80 } })).statusCode).toBe(
      200,
    );
    const strip = (await people.manager.get('/attainment/by-period?unit=salt&year=FY2027')).json();
    expect(
      strip.months
        .filter((month: { ruleChanges: string[] }) => month.ruleChanges.length > 0)
        .map((month: { period: { id: string }; ruleChanges: string[] }) => [
          month.period.id,
          month.ruleChanges,
        ]),
    ).toEqual([['FY2027-P08', ['2026-11-10']]]);
    expect((await remove('2026-11-10')).statusCode).toBe(200);
  });
});

describe('the ladder', () => {
  it("is a salesperson's own until the company shares that of the team", async () => {
    const ladder = async () =>
      (await people.salesperson.get('/ladder?unit=ivarga&period=FY2027-P08')).json();
    expect(await ladder()).toMatchObject({ isShared: false, unit: { code: 'ivarga' } });
    expect(
      (await people.admin.send('PUT', '/company/sharing', { sharesTeamLadder: true })).statusCode,
    ).toBe(200);
    const shared = await ladder();
    expect(shared).toMatchObject({
      isShared: true,
      mine: { unit: { code: 'ivarga' }, rank: 1 },
      unit: { kind: 'team' },
    });
  });

  it('ranks by what is asked, and refuses what it does not know', async () => {
    expect(
      (await people.manager.get('/ladder?unit=salt&period=FY2027-P08&by=actual')).json()
        .rankings[0],
    ).toMatchObject({ rank: 1, value: 60_000, unit: { code: 'ivarga' } });
    expect((await people.manager.get('/ladder?unit=nowhere&period=FY2027-P08')).statusCode).toBe(
      404,
    );
    expect(
      (await people.manager.get('/ladder?unit=salt&period=FY2027-P08&by=luck')).statusCode,
    ).toBe(422);
  });
});
