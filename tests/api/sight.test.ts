import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ROUTES } from '#contract/routes/index';
import type { AnyRoute } from '#contract/routes/route';
import {
  type Client,
  createCompany,
  createDatabase,
  putTargets,
  startServer,
  type TestServer,
} from './harness';

/**
 * Every address that reads anything, asked by people of one branch while the other is full of
 * figures: whatever is added to the contract is tried here without anybody thinking of it, and
 * fails until it says what a useful question is.
 */
let server: TestServer;
let publishedPlan = 0;
let people: Awaited<ReturnType<typeof createCompany>>;
interface SideIds {
  deal: number;
  customer: number;
  product: number;
  contest: number;
  picture: number;
}
const ids: Record<'ours' | 'theirs', SideIds> = {
  ours: { deal: 0, customer: 0, product: 0, contest: 0, picture: 0 },
  theirs: { deal: 0, customer: 0, product: 0, contest: 0, picture: 0 },
};

/**
 * What nobody of Northgate may ever read: people, units, deals, notes, sums and days of Saltmarsh.
 */
const SECRETS = [
  'ivarga',
  'Ilse Varga',
  'tbrandt',
  'Tomas Brandt',
  'Deck & rigging',
  'SALT-1',
  '7654321',
  '76543.21',
  '76,543.21',
  'secret of Saltmarsh',
  'only we know why',
];

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  // One customer is of both: its page shows each only their own part.
  const imported = await people.admin.import(
    'deals',
    `deal,salesperson,customer,amount,currency,status,closed_on,product,source
SALT-1,ivarga,Salt Yard,76543.21,EUR,won,2026-11-10,Salt sail,fair
SALT-2,tbrandt,North Yard,76543.21,EUR,won,2026-11-10,North sail,fair
NORTH-1,nkassem,North Yard,500.00,EUR,won,2026-11-10,North sail,fair
`,
  );
  expect(imported.json<{ created: number }>().created, imported.body).toBe(3);
  const dealOf = async (code: string) =>
    Number((await server.pool.query('select id from deal where code = $1', [code])).rows[0].id);
  [ids.theirs.deal, ids.ours.deal] = [await dealOf('SALT-1'), await dealOf('NORTH-1')];
  const idOf = async (table: string, name: string) =>
    Number((await server.pool.query(`select id from ${table} where name = $1`, [name])).rows[0].id);
  for (const [side, name] of [
    ['ours', 'North'],
    ['theirs', 'Salt'],
  ] as const)
    Object.assign(ids[side], {
      customer: await idOf('customer', `${name} Yard`),
      product: await idOf('product', `${name} sail`),
    });
  await putTargets(
    people.admin,
    [
      {
        unit: 'ivarga',
        period: 'FY2027-P08',
        measure: 'revenue',
        target: '76543.21',
        note: 'secret of Saltmarsh',
      },
    ],
    { reason: 'only we know why' },
  );
  await putTargets(people.admin, [
    { unit: 'nkassem', period: 'FY2027-P08', measure: 'revenue', target: '900.00' },
  ]);
  const calls = {
    code: 'calls',
    name: 'Calls made',
    group: 'Activities',
    valueKind: 'count',
    decimals: 0,
    direction: 'higher',
    definition: { kind: 'typed', accumulation: 'sum' },
    description: 'Calls to customers.',
  };
  expect((await people.admin.send('POST', '/measures', calls)).statusCode).toBe(200);
  expect(
    (
      await people.admin.import(
        'activities',
        'unit,measure,on,value\nivarga,calls,2026-11-10,7654321\n',
      )
    ).json<{ written: boolean }>().written,
  ).toBe(true);
  publishedPlan = (await people.admin.get('/plans?year=FY2027')).json<{ id: number }[]>()[0]!.id;
  await people.manager.send('POST', `/deals/${ids.theirs.deal}/void`, {
    version: 1,
    reason: 'only we know why',
  });
  await people.manager.send('POST', `/deals/${ids.theirs.deal}/restore`, { version: 2 });
  ids.ours.contest = await reward(people.north, 'north', 'Contest of the north');
  ids.theirs.contest = await reward(people.manager, 'salt', 'secret of Saltmarsh');
  ids.ours.picture = await addPicture(people.north, 10);
  ids.theirs.picture = await addPicture(people.manager, 200);
  await people.manager.send('POST', '/boards', {
    name: 'secret of Saltmarsh',
    settings: { units: ['salt'], measure: 'revenue', seconds: 20 },
  });
});
afterAll(() => server.stop());

/** A commission plan, a running contest and an award of a branch; answers the contest. */
async function reward(who: Client, unit: string, name: string): Promise<number> {
  const plan = await who.send('POST', '/commission-plans', {
    name,
    unit,
    payee: 'salespeople',
    userId: null,
    from: 'FY2027-P08',
    terms: {
      measure: 'revenue',
      periodKind: 'month',
      tierMode: 'marginal',
      tiers: [{ from: 0, rate: 1_000_000 }],
      withoutTarget: 'lowest',
      specialRates: [],
      bonus: null,
      floor: null,
      cap: null,
      guarantee: null,
      draw: null,
      secondAbove: null,
    },
  });
  expect(plan.statusCode, plan.body).toBe(201);
  const made = await who.send('POST', '/contests', {
    unit,
    name,
    text: name,
    member: 'salesperson',
    repeat: 'month',
    from: '2026-11-01',
    through: '2026-12-31',
    leavesOutRamps: false,
    isByInvitation: false,
    isOnBoards: false,
    mailRhythm: 'none',
    mailText: '',
    rules: {
      mode: 'goal',
      goalRule: 'all',
      goals: [{ measure: 'revenue', value: 1 }],
      rankedBy: 'actual',
      hasHandicap: false,
      awards: [],
    },
  });
  expect(made.statusCode, made.body).toBe(201);
  const { contest, joined } = made.json<{
    contest: { id: number };
    joined: { code: string }[];
  }>();
  const started = await who.send('POST', `/contests/${contest.id}/start`, {
    members: joined.map(({ code }) => code),
  });
  expect(started.statusCode, started.body).toBe(200);
  await who.send('POST', '/awards', {
    unit,
    title: name,
    text: name,
    picture: 'cup',
    amount: null,
  });
  return contest.id;
}

async function addPicture(who: Client, shade: number): Promise<number> {
  const content = await sharp({
    create: { width: 8, height: 8, channels: 3, background: { r: shade, g: shade, b: shade } },
  })
    .png()
    .toBuffer();
  const added = await who.send('POST', '/award-pictures', content, { 'content-type': 'image/png' });
  return Number(added.json<{ picture: string }>().picture.replace('own:', ''));
}

/** A useful question for each parameter; what only some addresses know is named with theirs. */
const QUESTIONS: Record<string, string> = {
  period: 'FY2027-P08',
  year: 'FY2027',
  measure: 'revenue',
  compareMeasure: 'deals_won',
  measures: 'revenue,deals_won',
  country: 'GB',
  from: '2026-11-01',
  to: '2026-11-30',
  kind: 'month',
  by: 'customer',
  rows: 'customer',
  columns: 'product',
  format: 'pdf',
  cursor: '0',
  at: new Date(Date.now() + 60_000).toISOString(),
};
const ESPECIALLY: Record<string, Record<string, string>> = {
  getActivities: { measure: 'calls' },
  groupDeals: { by: 'salesperson' },
  getWhatChanged: { from: '2026-01-01T00:00:00.000Z' },
  exportFile: { format: 'csv' },
  getHolidays: { year: '2026' },
};
/** Streams have no end, and what a link opens is no matter of who asks. */
const NOT_ASKED = new Set([
  'streamEvents',
  'getBoard',
  'getBoardPhoto',
  'streamBoard',
  'getPlanDifference',
]);

const pathsOf = (route: AnyRoute, side: 'ours' | 'theirs'): string[] => {
  const { deal, customer, product, contest, picture } = ids[side];
  const unit = side === 'ours' ? ['north', 'nkassem'] : ['salt', 'ivarga', 'ht'];
  const inPath = (name: string): (string | number)[] => {
    if (name === 'code') return route.id === 'getMeasureUse' ? ['revenue'] : unit;
    if (name === 'kind')
      return ['deals', 'deal_lines', 'units', 'targets', 'customers', 'products', 'history'];
    if (name === 'list') return ['product', 'source'];
    if (name === 'id' && route.id === 'getContest') return [contest];
    if (name === 'id' && route.id === 'getAwardPicture') return [picture];
    if (name === 'id')
      return [route.id === 'getCustomer' ? customer : route.id === 'getProduct' ? product : deal];
    throw new Error(`Say in this test what "${name}" of ${route.id} may be.`);
  };
  let paths = [route.path];
  for (const [, name] of route.path.matchAll(/:(\w+)/g))
    paths = paths.flatMap((path) =>
      inPath(name!).map((value) => path.replace(`:${name}`, String(value))),
    );
  const query = (route.query ?? { properties: {}, required: [] }) as {
    properties: Record<string, unknown>;
    required?: string[];
  };
  const own = ESPECIALLY[route.id] ?? {};
  const fixed = (query.required ?? [])
    .filter((name) => name !== 'unit')
    .map((name) => {
      const value =
        name === 'plan'
          ? String(publishedPlan)
          : name === 'payee'
            ? side === 'ours'
              ? 'nkassem'
              : 'ivarga'
            : (own[name] ?? QUESTIONS[name]);
      if (value === undefined)
        throw new Error(`Say in this test what "${name}" of ${route.id} may be.`);
      return `${name}=${encodeURIComponent(value)}`;
    });
  const units =
    'unit' in query.properties ? unit.map((each) => [`unit=${each}`, ...fixed]) : [fixed];
  return paths.flatMap((path) =>
    units.map((parts) => (parts.length > 0 ? `${path}?${parts.join('&')}` : path)),
  );
};

const READING = ROUTES.filter((route) => route.method === 'GET' && !NOT_ASKED.has(route.id));
const secretsIn = (body: string) => SECRETS.filter((secret) => body.includes(secret));

describe.each(READING.map((route) => [route.id, route] as const))('%s', (_id, route) => {
  it('tells people of one branch nothing of the other', async () => {
    const asked = [...pathsOf(route, 'ours'), ...pathsOf(route, 'theirs')];
    for (const path of asked) {
      const answer = await people.north.get(path);
      expect([path, answer.statusCode < 500]).toEqual([path, true]);
      // A refusal may repeat what was asked for, and nothing more.
      expect([path, secretsIn(answer.body).filter((secret) => !path.includes(secret))]).toEqual([
        path,
        [],
      ]);
    }
  });

  it('answers a question of their own, unless it is not for their role', async () => {
    for (const path of pathsOf(route, 'ours')) {
      const { statusCode } = await people.north.get(path);
      // No picture was ever set.
      const expected =
        route.permission === 'administer' ? [403] : route.id === 'getPhoto' ? [404, 422] : [200];
      expect([path, expected.includes(statusCode), statusCode]).toEqual([path, true, statusCode]);
    }
  });
});

it('the secrets are there to be found: whoever may read them does', async () => {
  const found = new Set<string>();
  for (const route of READING)
    for (const path of pathsOf(route, 'theirs'))
      for (const secret of secretsIn((await people.admin.get(path)).body)) found.add(secret);
  for (const path of ['/boards', '/attainment?unit=salt&period=FY2027-P08'])
    for (const secret of secretsIn((await people.manager.get(path)).body)) found.add(secret);
  expect(SECRETS.filter((secret) => !found.has(secret) && !/76,543/.test(secret))).toEqual([]);
});
