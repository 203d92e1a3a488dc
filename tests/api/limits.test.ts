import { sql } from 'drizzle-orm';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import type { StandingView } from '#contract/schemas/attainment';
import type { OversizedTotal } from '#contract/schemas/oversizedTotal';
import { findOversized } from '#server/ledger/oversized';
import { findTotalDifferences } from '#server/ledger/recompute';
import { createCompany, createDatabase, startServer, type TestServer, wonDeal } from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
});
afterAll(() => server.stop());

const actualOf = async (unit: string, measure = 'revenue') =>
  (await people.admin.get(`/attainment?unit=${unit}&period=FY2027-P08&measure=${measure}`)).json()
    .figures.actual as number | null;
const HEAD = 'deal,salesperson,customer,amount,status,closed_on,quantity\n';

describe('an amount or quantity beyond what a deal can be', () => {
  it.each([
    ['an amount', { amount: '10000000000.01' }, 'amount'],
    ['an amount below zero', { amount: '-90000000000000.00' }, 'amount'],
    ['a cost', { cost: '90000000000000.00' }, 'cost'],
    ['an article number in the quantity', { quantity: 1e13 }, 'quantity'],
    ['a huge quantity', { quantity: 1e300 }, 'quantity'],
    ['a fourth decimal', { quantity: 1.2345 }, 'quantity'],
    [
      'a fourth decimal of a line',
      { lines: [{ product: 'x', quantity: 0.0001, unitPrice: '1.00' }] },
      'lines/0/quantity',
    ],
    [
      'lines that come to it',
      {
        amount: '0.00',
        lines: [{ product: 'x', quantity: 1_000_000_000, unitPrice: '9999999.00' }],
      },
      'amount',
    ],
  ])('is refused by the form at its field: %s', async (_name, over, field) => {
    const answer = await people.manager.send('POST', '/deals', wonDeal(over));
    expect(answer.statusCode).toBe(422);
    expect(answer.json().errors.map((each: { field: string }) => each.field)).toContain(field);
    expect(
      answer.json().errors.find((each: { field: string }) => each.field === field).message,
    ).toMatch(/Is beyond [\d,.]+|add up to|too many decimals/);
  });

  it('is refused by a file at its row, and in a change of many deals', async () => {
    const report = (
      await people.manager.import(
        'deals',
        `${HEAD}L-1,ivarga,Pike,5,won,2026-11-02,10000000000000\nL-2,ivarga,Pike,20000000000,won,2026-11-02,1\n`,
      )
    ).json();
    expect(
      report.refusals.map((each: { line: number; column: string }) => [each.line, each.column]),
    ).toEqual([
      [2, 'quantity'],
      [3, 'amount'],
    ]);
  });

  it('is taken to its very edge', async () => {
    const { deal } = (
      await people.manager.send(
        'POST',
        '/deals',
        wonDeal({ amount: '10000000000.00', quantity: 1_000_000_000 }),
      )
    ).json();
    expect([deal.amount, deal.quantity]).toEqual(['10000000000.00', 1_000_000_000]);
    expect(
      (
        await people.manager.send('POST', `/deals/${deal.id}/void`, {
          version: 1,
          reason: 'only tried',
        })
      ).statusCode,
    ).toBe(200);
  });

  it('together with what is booked is refused before it is booked, and what makes it smaller is always taken', async () => {
    const before = await actualOf('salt');
    const room = server.replica.roomOf('revenue');
    // As if the book were full but for ten billion.
    const full = Object.getPrototypeOf(server.replica) as { roomOf(part: string): number };
    const original = full.roomOf;
    full.roomOf = () => 100;
    const file = (
      await people.manager.import('deals', `${HEAD}L-3,ivarga,Pike,5000,won,2026-11-02,1\n`)
    ).json();
    full.roomOf = original;
    expect([file.code, server.replica.roomOf('revenue')]).toEqual(['sumTooLarge', room]);
    expect(await actualOf('salt')).toBe(before);
    expect(
      server.replica.staysExact([
        { salespersonId: 1, part: 'revenue', day: 20_000, amount: 2 ** 52 },
      ]),
    ).toBe(false);
    expect(
      server.replica.staysExact(
        [],
        [{ salespersonId: 1, part: 'revenue', day: 20_000, amount: 2 ** 53 }],
      ),
    ).toBe(true);
  });
});

describe('what is in the book already', () => {
  afterEach(async () => {
    await server.db.execute(sql`insert into ledger_entry (salesperson_id, part, day, amount)
      select p.salesperson_id, p.part, p.day, -p.amount from deal_part p join deal d on d.id =
        p.deal_id where d.code like 'OLD-%' and d.voided_at is null`);
    await server.db.execute(
      sql`update deal set voided_at = now(), void_reason = 'test' where code like 'OLD-%' and
        voided_at is null`,
    );
    await server.replica.afterWrite({ all: true });
  });

  /** As an earlier version would have taken it: the deal, and what it adds to the totals. */
  async function bookOld(code: string, quantity: number, amount = 100): Promise<void> {
    const unitId = server.replica.company!.tree.findByCode('nkassem')!.id;
    await server.db.execute(
      sql`insert into customer (name) values ('Old Yard') on conflict do nothing`,
    );
    await server.db.execute(sql`
      insert into deal (code, status, salesperson_id, customer_id, amount, currency, credited,
        closed_on, quantity, created_by)
      select ${code}, 'won', ${unitId}, (select id from customer where name = 'Old Yard'),
        ${amount}, 'EUR', ${amount}, '2026-11-05', ${quantity}, min(id) from app_user`);
    await server.db.execute(sql`insert into ledger_entry (salesperson_id, part, day, amount)
      select p.salesperson_id, p.part, p.day, p.amount from deal_part p join deal d on d.id =
        p.deal_id where d.code = ${code}`);
    await server.replica.afterWrite({ all: true });
  }

  it('never stops a booking, another unit’s figures or a start; it is named with the way to mend it, and found by the totals', async () => {
    const before = await actualOf('salt');
    await bookOld('OLD-1', 1e13);
    expect(
      (await people.manager.send('POST', '/deals', wonDeal({ amount: '10.00' }))).statusCode,
    ).toBe(201);
    expect(await actualOf('salt')).toBe(before! + 1_000);
    expect(await actualOf('north')).toBe(100);

    const problems = (await people.north.get('/oversized-totals')).json<OversizedTotal[]>();
    expect(problems).toMatchObject([
      {
        salesperson: 'nkassem',
        name: 'Noor Kassem',
        field: 'quantity',
        deals: [{ deal: 'OLD-1' }],
      },
    ]);
    expect((await people.manager.get('/oversized-totals')).json()).toEqual([]);
    const standing = (
      await people.admin.get('/attainment?unit=ht&period=FY2027-P08')
    ).json<StandingView>();
    const without = [...standing.below, ...standing.rankings]
      .filter((place) => place.excludesDeals)
      .map((place) => place.unit.code);
    expect(without).toEqual(expect.arrayContaining(['north', 'nkassem']));
    expect(without).not.toContain('salt');
    const file = await people.admin.get('/attainment/export?unit=ht&period=FY2027-P08&format=csv');
    expect(file.body).toMatch(/nkassem.*without deals that are too large to be added up/);
    expect(
      (await findOversized(server.db, { limit: 10 })).map((each) => [each.deal, each.field]),
    ).toEqual([['OLD-1', 'quantity']]);
    expect(await findTotalDifferences(server.db)).toEqual([]);

    const second = await startServer(server.url);
    expect(second.replica.omitted).toEqual(server.replica.omitted);
    await second.stop();

    // Corrected as anything else is, and all is well again.
    const { deals } = (await people.north.get('/deals?search=OLD-1')).json();
    expect(
      (
        await people.north.send('POST', `/deals/${deals[0].id}/void`, {
          version: deals[0].version,
          reason: 'article number',
        })
      ).statusCode,
    ).toBe(200);
    await expect.poll(async () => (await people.north.get('/oversized-totals')).json()).toEqual([]);
  });

  it('that is too large only in sum is refused in words where it is added up', async () => {
    await bookOld('OLD-2', 1, 9e15);
    await bookOld('OLD-3', 1, 9e15);
    expect((await people.admin.get('/deals?search=OLD-')).json().code).toBe('sumTooLarge');
    expect((await people.admin.get('/deals?unit=salt')).statusCode).toBe(200);
    expect((await people.admin.get('/attainment?unit=ht&period=FY2027-P08')).statusCode).toBe(200);
  });
});

describe('numbers given by themselves', () => {
  it.each([9, 99_999, 999_999, 1_000_009, 9_999_999, 99_999_999])(
    'go on beyond %i',
    async (last) => {
      await server.db.execute(sql`update deal set code = 'X-' || id`);
      const owner = server.connections;
      await owner.db.execute(sql`select 1`);
      const { default: pg } = await import('pg');
      const { ownerUrlOf } = await import('./harness');
      const client = new pg.Client({ connectionString: ownerUrlOf(server.url) });
      await client.connect();
      await client.query(
        `select setval(pg_get_serial_sequence('deal', 'id'), greatest($1::bigint, (select max(id)
          from deal)))`,
        [last],
      );
      await client.end();
      const codes: string[] = [];
      for (let n = 0; n < 4; n++)
        codes.push(
          (await people.manager.send('POST', '/deals', wonDeal({ amount: '1.00' }))).json().deal
            .deal,
        );
      expect(new Set(codes).size).toBe(4);
      for (const code of codes) expect(code).toMatch(/^B-\d{6,}$/);
    },
  );

  it('step over what somebody has taken', async () => {
    const {
      rows: [row],
    } = await server.db.execute<{ next: number }>(sql`select max(id) + 1 as next from deal`);
    await people.manager.send('POST', '/deals', wonDeal({ deal: `B-${row!.next + 1}` }));
    const answers = [];
    for (let n = 0; n < 3; n++)
      answers.push((await people.manager.send('POST', '/deals', wonDeal())).statusCode);
    expect(answers).toEqual([201, 201, 201]);
  });
});

describe('a retry', () => {
  const book = (key: string, over: object = {}) =>
    people.manager.send('POST', '/deals', wonDeal({ amount: '77.00', ...over }), {
      'idempotency-key': key,
    });

  it.each([
    'order-4711',
    'x',
    'a'.repeat(255),
    '3f2504e0-4f89-41d3-9a0c-0305e82c3301',
    '!"#$%&()*+,-./:;<=>?@[]^_`{|}~',
  ])('with the key %s books once', async (key) => {
    const [first, second] = [await book(key), await book(key)];
    expect([first.statusCode, second.statusCode]).toEqual([201, 201]);
    expect(second.json().deal.id).toBe(first.json().deal.id);
  });

  it('of another body is refused, one of another person is another', async () => {
    await book('same');
    expect((await book('same', { amount: '78.00' })).json().code).toBe('keyReused');
    expect(
      (
        await people.admin.send('POST', '/deals', wonDeal({ amount: '77.00' }), {
          'idempotency-key': 'same',
        })
      ).statusCode,
    ).toBe(201);
  });

  it.each([
    ['empty', ''],
    ['too long', 'a'.repeat(256)],
    ['with a space', 'a b'],
    ['beyond ASCII', 'schl\u00fcssel'],
  ])('with a key that is none is refused: %s', async (_name, key) => {
    expect((await book(key)).json()).toMatchObject({ code: 'badRetryKey', status: 400 });
  });
});

describe('a split deal', () => {
  it('is changed and voided by whose all of it is, not by who has a part of it', async () => {
    const split = wonDeal({
      salesperson: 'nkassem',
      deal: 'SPLIT-1',
      amount: '1000.00',
      credit: [
        { salesperson: 'nkassem', percent: 90 },
        { salesperson: 'ivarga', percent: 10 },
      ],
    });
    const { deal } = (await people.admin.send('POST', '/deals', split)).json();
    const takeOver = { deal: { ...wonDeal({ amount: '1000.00' }), deal: 'SPLIT-1' }, version: 1 };
    for (const who of [people.salesperson, people.manager, people.north]) {
      expect((await who.get(`/deals/${deal.id}`)).json().canEdit).toBe(false);
      expect((await who.send('PUT', `/deals/${deal.id}`, takeOver)).json().code).toMatch(
        /dealOfOthers|invalidInput/,
      );
      expect(
        (await who.send('POST', `/deals/${deal.id}/void`, { version: 1, reason: 'mine' })).json()
          .code,
      ).toBe('dealOfOthers');
    }
    expect(
      (
        await people.salesperson.import(
          'deals',
          `${HEAD}SPLIT-1,ivarga,Pike,1000,won,2026-11-10,\n`,
        )
      ).json(),
    ).toMatchObject({ written: false, refused: 1 });
    expect((await people.admin.get(`/deals/${deal.id}`)).json().canEdit).toBe(true);
    expect(
      (await people.admin.send('POST', `/deals/${deal.id}/void`, { version: 1, reason: 'tried' }))
        .statusCode,
    ).toBe(200);
  });

  it('counts in lists, groups and customers with the part that is theirs, as in every figure', async () => {
    await people.admin.send(
      'POST',
      '/deals',
      wonDeal({
        salesperson: 'nkassem',
        customer: 'Part Yard',
        deal: 'SPLIT-2',
        amount: '1000.00',
        credit: [
          { salesperson: 'nkassem', percent: 90 },
          { salesperson: 'ivarga', percent: 10 },
        ],
      }),
    );
    const won = async (who = people.manager) =>
      (await who.get('/deals?customer=Part Yard')).json().won;
    expect([
      (await won()).credited,
      (await won(people.north)).credited,
      (await won(people.admin)).credited,
    ]).toEqual([10_000, 90_000, 100_000]);
    expect(
      (await people.manager.get('/deal-groups?by=customer&customer=Part Yard')).json().groups[0].won
        .credited,
    ).toBe(10_000);
    const figure = await actualOf('salt');
    expect(
      (await people.manager.get('/deals?unit=salt&period=FY2027-P08&status=won')).json().won
        .credited,
    ).toBe(figure);
  });
});

it('a salesperson sets nobody’s commission, a manager does', async () => {
  expect(
    (await people.salesperson.send('POST', '/deals', wonDeal({ commissionRate: 1 }))).json()
      .errors[0],
  ).toMatchObject({ field: 'commissionRate', code: 'notYours' });
  expect(
    (await people.manager.send('POST', '/deals', wonDeal({ commissionRate: 0.05 }))).statusCode,
  ).toBe(201);
});

it('a probability is kept as it is, or refused', async () => {
  const open = (probability: number) =>
    people.manager.send(
      'POST',
      '/deals',
      wonDeal({ status: 'open', closedOn: null, expectedOn: '2026-12-01', probability }),
    );
  expect((await open(0.1234)).json().deal.probability).toBe(0.1234);
  expect((await open(0.12345)).json().errors[0]).toMatchObject({
    field: 'probability',
    code: 'tooManyDecimals',
  });
});

it('rows of a file are booked in their order: who was first with a customer is who stands first', async () => {
  const rows = Array.from(
    { length: 300 },
    (_, i) => `ORD-${i},${i % 2 ? 'ivarga' : 'tbrandt'},Order Yard ${i % 7},1,won,2026-11-12,`,
  ).join('\n');
  await people.manager.import('deals', HEAD + rows);
  const {
    rows: [order],
  } = await server.db.execute<{ ok: boolean }>(
    sql`select bool_and(substr(code, 5)::int = at - 1) as ok from (select code, row_number() over
      (order by id) as at from deal where code like 'ORD-%') d`,
  );
  expect(order!.ok).toBe(true);
});

it('unassigned deals are counted, valued and listed as the same ones, refunds among them', async () => {
  const rows = `${HEAD}U-1,nkassem,Pike,500,won,2025-11-03,\nU-2,nkassem,Pike,-200,won,2025-11-04,\nU-3,nkassem,Pike,0,won,2025-11-05,\n`;
  expect((await people.admin.import('deals', rows)).json().written).toBe(true);
  const { unassigned } = (await people.admin.get('/attainment?unit=ht&period=FY2026-P08')).json();
  const list = (
    await people.admin.get('/deals?unassigned=true&status=won&period=FY2026-P08')
  ).json();
  expect([unassigned.deals, unassigned.amount]).toEqual([3, 30_000]);
  expect([list.count, list.won.credited]).toEqual([3, 30_000]);
});
