import seedrandom from 'seedrandom';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { parseDay, toIsoDay } from '#core/period/day';
import {
  type Client,
  createCompany,
  createDatabase,
  putTargets,
  startServer,
  type TestServer,
  TODAY,
  wonDeal,
} from './harness';

/**
 * Two servers over one database live through a long, random but repeatable history while they are
 * asked all the time, so that their copies of the books and the answers they keep are used as in a
 * busy office. Whatever they say must be what a server says that was started a moment ago.
 */
const SEED = 'a busy office';
const STEPS = 120;
const COMPARE_EVERY = 30;

let servers: TestServer[];
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  const url = await createDatabase();
  servers = [await startServer(url)];
  people = await createCompany(servers[0]!);
  servers.push(await startServer(url));
  await putTargets(
    people.admin,
    ['ivarga', 'tbrandt', 'nkassem', 'salt', 'deck'].flatMap((unit) =>
      ['P06', 'P07', 'P08', 'P09'].map((month) => ({
        unit,
        measure: 'revenue',
        period: `FY2027-${month}`,
        target: '20000.00',
      })),
    ),
  );
});
afterAll(async () => {
  for (const server of servers) await server.stop();
});

const UNITS = ['ht', 'north', 'salt', 'deck', 'eng', 'ivarga', 'tbrandt', 'nkassem'];
const PERIODS = [
  'FY2027-P08',
  'FY2027-P07',
  'FY2027-Q3',
  'FY2027',
  '2026-11-18',
  '2026-W46',
  'FY2027-P07..FY2027-P08',
];
const MEASURES = ['revenue', 'deals_won', 'average_deal', 'new_customers', 'win_rate'];

function allViews(): string[] {
  const views = UNITS.flatMap((unit) =>
    PERIODS.flatMap((period) => [
      `/attainment?unit=${unit}&period=${period}`,
      `/sales-mix?unit=${unit}&period=${period}`,
      `/ladder?unit=${unit}&period=${period}&by=growth`,
    ]),
  );
  const measured = UNITS.flatMap((unit) =>
    MEASURES.map((measure) => `/attainment?unit=${unit}&period=FY2027-P08&measure=${measure}`),
  );
  const wide = UNITS.flatMap((unit) => [
    `/attainment/by-period?unit=${unit}`,
    `/series?unit=${unit}&period=FY2027&step=month`,
    `/series?unit=${unit}&period=FY2027-P08&step=day&measure=deals_won`,
    `/scorecard?unit=${unit}&period=FY2027-P08`,
    `/measure-comparison?unit=${unit}&period=FY2027-P08&measure=revenue&compareMeasure=new_customers`,
  ]);
  return [
    ...views,
    ...measured,
    ...wide,
    ...PERIODS.map((period) => `/attainment/units?period=${period}`),
    '/attainment/all?period=FY2027-P08',
  ];
}

interface Booked {
  id: number;
  version: number;
  isVoided: boolean;
}

describe('a long history', () => {
  it('leaves every server with the figures of one that was started just now, for everybody who may look', async () => {
    const random = seedrandom(SEED);
    const pick = <Item>(items: readonly Item[]): Item =>
      items[Math.floor(random() * items.length)]!;
    const views = allViews();
    const deals: Booked[] = [];
    const today = parseDay(TODAY)!;
    const anyDeal = () =>
      wonDeal({
        salesperson: pick(['ivarga', 'tbrandt', 'nkassem']),
        customer: `Yard ${Math.floor(random() * 6)}`,
        amount: `${10 + Math.floor(random() * 5_000)}.${10 + Math.floor(random() * 89)}`,
        status: pick(['won', 'won', 'won', 'lost']),
        closedOn: toIsoDay(today - Math.floor(random() * 75)),
      });
    const done: Record<string, number> = {};
    const note = (what: string, status: number) => {
      expect([what, status]).toEqual([what, status === 201 ? 201 : 200]);
      done[what] = (done[what] ?? 0) + 1;
    };

    const steps: Record<string, () => Promise<void>> = {
      async book() {
        const answer = await people.admin.send('POST', '/deals', anyDeal());
        note('book', answer.statusCode);
        const { deal } = answer.json<{ deal: { id: number; version: number } }>();
        deals.push({ ...deal, isVoided: false });
      },
      async change() {
        const deal = deals.length > 0 ? pick(deals) : null;
        if (!deal || deal.isVoided) return;
        const answer = await people.admin.send('PUT', `/deals/${deal.id}`, {
          deal: anyDeal(),
          version: deal.version,
          reason: 'typed wrong',
        });
        note('change', answer.statusCode);
        deal.version = answer.json<{ deal: { version: number } }>().deal.version;
      },
      async voidOrRestore() {
        const deal = deals.length > 0 ? pick(deals) : null;
        if (!deal) return;
        const answer = await people.admin.send(
          'POST',
          `/deals/${deal.id}/${deal.isVoided ? 'restore' : 'void'}`,
          { version: deal.version, reason: 'booked twice' },
        );
        note(deal.isVoided ? 'restore' : 'void', answer.statusCode);
        deal.version = answer.json<{ deal: { version: number } }>().deal.version;
        deal.isVoided = !deal.isVoided;
      },
      async target() {
        note(
          'target',
          (
            await putTargets(people.admin, [
              {
                unit: pick(UNITS.slice(2)),
                measure: 'revenue',
                period: pick(['FY2027-P07', 'FY2027-P08', 'FY2027-Q3']),
                target: `${1_000 + Math.floor(random() * 30_000)}.00`,
              },
            ])
          ).statusCode,
        );
      },
      async importFile() {
        const rows = Array.from({ length: 5 }, () => anyDeal()).map((deal, at) =>
          [
            `F${Math.floor(random() * 40)}-${at}`,
            deal.salesperson,
            deal.customer,
            deal.amount,
            'EUR',
            deal.status,
            deal.closedOn,
          ].join(','),
        );
        note(
          'import',
          (
            await people.admin.import(
              'deals',
              `deal,salesperson,customer,amount,currency,status,closed_on\n${rows.join('\n')}\n`,
            )
          ).statusCode,
        );
      },
    };
    const usual = [
      'book',
      'book',
      'book',
      'change',
      'change',
      'voidOrRestore',
      'target',
      'importFile',
    ] as const;

    const moves = [
      () =>
        people.admin.send('POST', '/units/tbrandt/move', {
          parent: 'deck',
          from: '2026-11-05',
          reason: 'covers',
        }),
      () =>
        people.admin.send('PUT', '/closed-days', {
          close: [{ day: '2026-11-11', name: 'Regatta' }],
        }),
      () =>
        people.admin.send('PUT', '/units/ivarga/ramp', { percents: [50, 75], from: '2026-10-01' }),
    ];

    const clients = [people.admin, people.manager, people.north, people.salesperson, people.viewer];
    const ask = async (server: TestServer, client: Client, path: string) => {
      const answer = await server.app.inject({
        url: `/api/v1${path}`,
        headers: { cookie: client.cookie },
      });
      return [answer.statusCode, answer.json<unknown>()];
    };

    for (let step = 1; step <= STEPS; step++) {
      await steps[pick(usual)]!();
      if (step % 40 === 0) expect((await moves.shift()!()).statusCode).toBeLessThan(500);
      // Asked while it may or may not be in the copy yet: whatever is kept now must not stay.
      for (let i = 0; i < 6; i++) await ask(pick(servers), pick(clients), pick(views));
      if (step % COMPARE_EVERY !== 0) continue;
      const fresh = await startServer(servers[0]!.url);
      try {
        for (const server of servers) await server.replica.catchUp();
        for (const path of views) {
          const client = pick(clients);
          const wanted = await ask(fresh, client, path);
          for (const server of servers)
            expect([path, ...(await ask(server, client, path))]).toEqual([path, ...wanted]);
        }
      } finally {
        await fresh.stop();
      }
    }
    // A history in which little happened would prove little.
    expect(Object.keys(done).sort()).toEqual([
      'book',
      'change',
      'import',
      'restore',
      'target',
      'void',
    ]);
  }, 120_000);
});
