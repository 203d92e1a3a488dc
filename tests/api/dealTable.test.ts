import { DuckDBInstance } from '@duckdb/node-api';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Deal, DealGroups, DealPage } from '#contract/schemas/deal';
import { findTotalDifferences } from '#server/ledger/recompute';
import { createCompany, createDatabase, startServer, type TestServer, wonDeal } from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

const PRODUCTS = ['Rope', 'Cleat', 'Winch', ''];
const CUSTOMERS = ['Pike', 'Eel', 'Tern', 'Gannet', 'Heron'];
const STATUSES = ['won', 'won', 'won', 'open', 'lost'];
/** Invented: 400 deals with every combination, refunds, splits, blanks and one amount often. */
const ROWS = Array.from({ length: 400 }, (_, i) => {
  const status = STATUSES[i % 5]!;
  const amount =
    i % 41 === 0 && status === 'won' ? -(i + 1) : i % 7 === 0 ? 500 : 100 + ((i * 7919) % 3000);
  const day = `2026-${String(7 + (Math.floor(i / 5) % 4)).padStart(2, '0')}-${String(1 + (i % 27)).padStart(2, '0')}`;
  return {
    deal: `T${String(i).padStart(3, '0')}`,
    salesperson: i % 3 === 0 ? 'ivarga' : 'tbrandt',
    customer: CUSTOMERS[i % 5 === 0 ? i % 2 : i % CUSTOMERS.length]!,
    amount,
    status,
    closed_on: status === 'open' ? '' : day,
    expected_on:
      status === 'open' ? `2026-1${1 + (i % 2)}-${String(1 + (i % 27)).padStart(2, '0')}` : '',
    product: PRODUCTS[i % 4]!,
    probability: status === 'open' ? '0.5' : '',
    cost: i % 6 === 0 ? '' : '10',
    credit: i % 50 === 2 ? (i % 3 === 0 ? 'ivarga:60;tbrandt:40' : 'tbrandt:60;ivarga:40') : '',
    source: i % 9 === 0 ? 'Referral' : '',
  };
});

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  const columns = Object.keys(ROWS[0]!) as (keyof (typeof ROWS)[0])[];
  const report = (
    await people.admin.import(
      'deals',
      [
        columns.join(','),
        ...ROWS.map((row) => columns.map((column) => row[column]).join(',')),
      ].join('\n'),
    )
  ).json();
  if (!report.written) throw new Error(JSON.stringify(report.refusals.slice(0, 3)));
});
afterAll(() => server.stop());

const page = async (query: string, client = people.admin): Promise<DealPage> => {
  const answer = await client.get(`/deals?${query}`);
  if (answer.statusCode !== 200) throw new Error(answer.body);
  return answer.json();
};
const codes = ({ deals }: DealPage) => deals.map((deal) => deal.deal);
const all = async (query: string): Promise<Deal[]> => {
  const deals: Deal[] = [];
  for (let cursor = ''; ;) {
    const next = await page(`${query}&limit=37${cursor}`);
    deals.push(...next.deals);
    if (next.nextCursor === null) return deals;
    cursor = `&cursor=${next.nextCursor}`;
  }
};

describe('filters', () => {
  const cases: [string, (row: (typeof ROWS)[0]) => boolean, string][] = [
    ['status=open', (row) => row.status === 'open', "status = 'open'"],
    ['customer=pike', (row) => row.customer === 'Pike', "customer = 'Pike'"],
    [
      'product=Winch&status=won',
      (row) => row.product === 'Winch' && row.status === 'won',
      "product = 'Winch' and status = 'won'",
    ],
    ['source=Referral', (row) => row.source === 'Referral', "source = 'Referral'"],
    ['amountFrom=500&amountTo=500', (row) => row.amount === 500, 'amount = 500'],
    ['amountFrom=2000.01', (row) => row.amount > 2000, 'amount > 2000'],
    [
      'overdue=true',
      (row) => row.status === 'open' && row.expected_on < '2026-11-18',
      "status = 'open' and expected_on < '2026-11-18'",
    ],
    [
      'refund=true',
      (row) => row.status === 'won' && row.amount < 0,
      "status = 'won' and amount < 0",
    ],
    ['split=true', (row) => row.credit !== '', "credit <> ''"],
    [
      'missingCost=true',
      (row) => row.status === 'won' && row.amount > 0 && row.cost === '',
      "status = 'won' and amount > 0 and cost = ''",
    ],
    [
      'period=FY2027-P05',
      (row) => (row.closed_on || row.expected_on).startsWith('2026-08'),
      "coalesce(nullif(closed_on, ''), expected_on) like '2026-08%'",
    ],
    [
      'product=Rope&period=FY2027-Q2&amountTo=1000',
      (row) =>
        row.product === 'Rope' &&
        /-0[789]-/.test(row.closed_on || row.expected_on) &&
        row.amount <= 1000,
      "product = 'Rope' and amount <= 1000 and coalesce(nullif(closed_on, ''), expected_on) between '2026-07-01' and '2026-09-30'",
    ],
  ];

  it.each(cases)('%s', async (query, matches) => {
    expect((await all(query)).map((deal) => deal.deal).sort()).toEqual(
      ROWS.filter(matches).map((row) => row.deal),
    );
  });

  it('have the sums of an analytic SQL engine from the registry (DuckDB)', async () => {
    const connection = await (await DuckDBInstance.create(':memory:')).connect();
    await connection.run(
      'create table deals (deal varchar, salesperson varchar, customer varchar, amount integer, status varchar, closed_on varchar, expected_on varchar, product varchar, cost varchar, credit varchar, source varchar)',
    );
    for (const row of ROWS)
      await connection.run(
        `insert into deals values ('${[row.deal, row.salesperson, row.customer, row.amount, row.status, row.closed_on, row.expected_on, row.product, row.cost, row.credit, row.source].join("','")}')`,
      );
    for (const [query, , where] of cases) {
      const [row] = (
        await connection.runAndReadAll(`select count(*)::integer as n, count(*) filter (where
          status = 'won' and amount > 0)::integer as won, coalesce(sum(amount) filter (where status
            = 'won'), 0)::integer as won_sum,
        coalesce(sum(amount) filter (where status = 'open'), 0)::integer as open_sum from deals
          where ${where}`)
      ).getRowObjectsJson() as { n: number; won: number; won_sum: number; open_sum: number }[];
      const { count, won, open } = await page(query);
      expect([query, count, won.count, won.credited, open.credited]).toEqual([
        query,
        row!.n,
        row!.won,
        row!.won_sum * 100,
        row!.open_sum * 100,
      ]);
      expect(won.average).toBe(
        row!.won === 0
          ? null
          : Math.sign(row!.won_sum) * Math.round(Math.abs(row!.won_sum * 100) / row!.won),
      );
    }
  });

  it('changed lately shows what was changed, and what is unassigned is found', async () => {
    expect((await page('changedSince=2020-01-01')).count).toBe(400);
    expect((await page('changedSince=2099-01-01')).count).toBe(0);
    const { count } = await page('unassigned=true');
    await people.admin.import(
      'deals',
      'deal,salesperson,customer,amount,status,closed_on\nEARLY,nkassem,Pike,5,won,2025-06-01\n',
    );
    expect(codes(await page('unassigned=true'))).toEqual(['EARLY']);
    expect(count).toBe(0);
    expect((await page('unassigned=true', people.manager)).count).toBe(0);
  });

  it('refuse what they cannot read, at the field', async () => {
    for (const [query, field] of [
      ['amountFrom=much', 'amountFrom'],
      ['sort=colour', 'sort'],
      ['changedSince=2026-02-30', 'changedSince'],
      ['colour=red', 'colour'],
      ['cursor=nonsense', 'cursor'],
      [`cursor=${Buffer.from('["2026-99-99",1]').toString('base64url')}`, 'cursor'],
    ]) {
      const answer = await people.admin.get(`/deals?${query}`);
      expect([422, 400]).toContain(answer.statusCode);
      expect(JSON.stringify(answer.json().errors)).toContain(field);
    }
    expect((await page('customer=Nobody')).count).toBe(0);
  });
});

describe('sorting', () => {
  it.each([
    'day',
    'credited',
    'customer',
    'product',
    'probability',
    'cost',
    'deal',
    'stage',
    'changedAt',
  ] as const)('by %s goes through every deal once, both ways, page by page', async (sort) => {
    for (const order of ['asc', 'desc']) {
      const deals = await all(`sort=${sort}&order=${order}&unit=salt`);
      expect(new Set(deals.map((deal) => deal.id)).size).toBe(400);
      const values = deals.map((deal) => deal[sort]).filter((value) => value !== null);
      expect(deals.slice(values.length).every((deal) => deal[sort] === null)).toBe(true);
      if (sort === 'credited' || sort === 'probability')
        expect(values).toEqual(
          [...values].sort((a, b) => (order === 'asc' ? 1 : -1) * (Number(a) - Number(b))),
        );
    }
  });
});

describe('groups', () => {
  it.each(['customer', 'product', 'salesperson', 'status', 'month', 'source'])(
    'by %s make the whole',
    async (by) => {
      const [{ groups, remainder }, { count, won, open }] = [
        (await people.admin.get(`/deal-groups?by=${by}&unit=salt`)).json() as DealGroups,
        await page('unit=salt'),
      ];
      expect(remainder).toBeNull();
      expect(groups.reduce((sum, group) => sum + group.count, 0)).toBe(count);
      expect(groups.reduce((sum, group) => sum + group.won.credited, 0)).toBe(won.credited);
      expect(groups.reduce((sum, group) => sum + group.open.credited, 0)).toBe(open.credited);
    },
  );

  it('open to the deals they count', async () => {
    const { groups } = (
      await people.admin.get('/deal-groups?by=product&unit=salt')
    ).json() as DealGroups;
    for (const group of groups.filter((each) => each.key !== null))
      expect((await page(`unit=salt&product=${group.key}`)).count).toBe(group.count);
    expect(groups.find((group) => group.key === null)).toMatchObject({ name: 'none', count: 100 });
  });
});

describe('many deals at once', () => {
  const change = (body: object, client = people.manager) =>
    client.send('POST', '/deals/bulk', { reason: 'tidied', ...body });
  const value = async (unit: string) =>
    (await people.admin.get(`/attainment?unit=${unit}&period=FY2027-P05`)).json().figures
      .actual as number;

  it('change with a preview in money, as one run with a line in each history, and are undone as one', async () => {
    const filter = { product: 'Winch', period: 'FY2027-P05', status: 'won', unit: 'tbrandt' };
    const before = [await value('ivarga'), await value('tbrandt')];
    const check = (
      await change({ filter, change: { salesperson: 'ivarga' }, preview: true })
    ).json();
    expect([await value('ivarga'), await value('tbrandt')]).toEqual(before);
    expect(check).toMatchObject({ run: null, refusals: [] });
    const done = (await change({ filter, change: { salesperson: 'ivarga' } })).json();
    expect(done).toMatchObject({ changed: check.changed, moves: check.moves });
    const gain = done.moves.find((move: { name: string }) => move.name === 'Ilse Varga').revenue;
    expect([await value('ivarga'), await value('tbrandt')]).toEqual([
      before[0]! + gain,
      before[1]! - gain,
    ]);
    expect(
      (
        await change({ filter: { ...filter, unit: 'ivarga' }, change: { salesperson: 'ivarga' } })
      ).json(),
    ).toMatchObject({ run: null, changed: 0 });
    expect(await findTotalDifferences(server.db)).toEqual([]);

    expect(
      (await people.north.send('POST', `/imports/${done.run}/undo`, { reason: 'x' })).statusCode,
    ).toBe(404);
    expect(
      (await people.manager.send('POST', `/imports/${done.run}/undo`, { reason: 'not so' })).json(),
    ).toMatchObject({ restored: done.changed, voided: 0 });
    expect([await value('ivarga'), await value('tbrandt')]).toEqual(before);
    expect(await findTotalDifferences(server.db)).toEqual([]);
  });

  it('keep a split whole through a change that does not concern it, moved by days', async () => {
    const [deal] = (await page('split=true&status=won')).deals;
    const done = (
      await change({ ids: [deal!.id], change: { shiftDays: 1, source: 'Referral' } })
    ).json();
    expect(done).toMatchObject({ changed: 1 });
    expect((await people.manager.get(`/deals/${deal!.id}`)).json()).toMatchObject({
      credit: deal!.credit,
      source: 'Referral',
      amount: deal!.amount,
    });
    const [{ action, before, after }] = (
      await people.manager.get(`/deals/${deal!.id}/history`)
    ).json();
    expect([action, before.closedOn, after.source]).toEqual([
      'changed together',
      deal!.closedOn,
      'Referral',
    ]);
  });

  it('change all or none: one that cannot be is named, and nothing is written', async () => {
    const { deals } = await page('status=won&sort=day&order=desc&limit=5&unit=salt');
    const answer = (
      await change({ ids: deals.map((deal) => deal.id), change: { day: '2026-12-24' } })
    ).json();
    expect(answer).toMatchObject({ run: null, changed: 0 });
    expect(answer.refusals[0]).toMatchObject({
      field: 'closedOn',
      message: expect.stringContaining('after today'),
    });
    expect((await page('status=won&sort=day&order=desc&limit=5&unit=salt')).deals).toEqual(deals);
  });

  it('never reach beyond the caller’s unit, and say when they are too many or nothing', async () => {
    const [deal] = (await page('unit=salt&limit=1')).deals;
    expect(
      (await change({ ids: [deal!.id], change: { source: 'Referral' } }, people.north)).json(),
    ).toMatchObject({ changed: 0 });
    expect(
      (await change({ ids: [deal!.id], change: { salesperson: 'nkassem' } })).json().refusals[0],
    ).toMatchObject({ field: 'salesperson' });
    expect((await change({ ids: [deal!.id], change: {} })).statusCode).toBe(422);
    expect(
      (await change({ ids: [deal!.id], change: { source: 'x' } }, people.viewer)).statusCode,
    ).toBe(403);
    expect((await people.manager.get(`/deals/${deal!.id}`)).json().version).toBe(deal!.version);
  });

  it('need no more than a reason in a closed month, and are listed as its correction', async () => {
    await people.admin.send('PUT', '/closed-months/FY2027-P04');
    const deal = (await page('period=FY2027-P04&status=won&unit=salt')).deals.find(
      (each) => each.credit === null,
    )!;
    const done = (
      await change({
        ids: [deal.id],
        change: { salesperson: deal.salesperson === 'ivarga' ? 'tbrandt' : 'ivarga' },
      })
    ).json();
    expect(done.changed).toBe(1);
    const { corrections } = (
      await people.admin.get('/corrections?unit=salt&period=FY2027-P04')
    ).json();
    expect(corrections[0]).toMatchObject({ reason: 'tidied' });
  });
});

describe('saved views', () => {
  const state = {
    filter: { status: 'open', overdue: true },
    sort: 'credited',
    order: 'desc',
    by: null,
    columns: ['day', 'customer'],
    widths: { day: 90 },
    frozen: 1,
  };
  const save = (client = people.manager, over: object = {}) =>
    client.send('POST', '/deal-views', { name: 'Overdue', sharedWith: null, state, ...over });

  it('are one’s own until shared, and then seen at and below that unit only', async () => {
    expect((await save()).statusCode).toBe(201);
    expect((await people.salesperson.get('/deal-views')).json()).toEqual([]);
    await save(people.manager, { sharedWith: 'salt' });
    expect((await people.salesperson.get('/deal-views')).json()).toEqual([
      expect.objectContaining({ name: 'Overdue', isOwn: false, sharedWith: 'salt', state }),
    ]);
    expect((await people.north.get('/deal-views')).json()).toEqual([]);
    expect((await save(people.manager, { sharedWith: 'north' })).statusCode).toBe(404);
    const [view] = (await people.manager.get('/deal-views')).json();
    expect((await people.salesperson.send('DELETE', `/deal-views/${view.id}`)).statusCode).toBe(
      404,
    );
    expect((await people.manager.send('DELETE', `/deal-views/${view.id}`)).statusCode).toBe(200);
    expect((await people.manager.get('/deal-views')).json()).toEqual([]);
  });
});

describe('where a deal counts', () => {
  it('is said for each unit up the tree, with and without it, within what one may see', async () => {
    await people.admin.send('PUT', '/targets', {
      reason: 'set',
      changes: [{ unit: 'ivarga', period: 'FY2027-P08', measure: 'revenue', target: '1000' }],
    });
    const { deal } = (
      await people.manager.send('POST', '/deals', wonDeal({ amount: '250.00' }))
    ).json();
    const places = (await people.salesperson.get(`/deals/${deal.id}/contributions`)).json();
    expect(places).toEqual([
      expect.objectContaining({
        unit: 'ivarga',
        period: 'FY2027-P08',
        credited: 25_000,
        actual: 25_000,
        target: 100_000,
        attainment: '25%',
        without: '0%',
      }),
    ]);
    expect(
      (await people.admin.get(`/deals/${deal.id}/contributions`))
        .json()
        .map((place: { unit: string }) => place.unit),
    ).toEqual(['ivarga', 'deck', 'salt', 'ht']);
    expect((await people.north.get(`/deals/${deal.id}/contributions`)).statusCode).toBe(404);
  });
});
