import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { createCompany, createDatabase, startServer, type TestServer, wonDeal } from './harness';

/** Product and category are of a deal's lines (docs/calculations.md, 3). */
let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  const add = (list: string, over: object) => people.admin.send('POST', `/lists/${list}`, over);
  await add('category', { name: 'Deck' });
  await add('category', { name: 'Engine room' });
  await add('product', { name: 'Rope', category: 'Deck' });
  await add('product', { name: 'Pump', category: 'Engine room' });
  await add('product', { name: 'Cleat', category: 'Deck' });
});
afterAll(() => server.stop());

const NOVEMBER = 'FY2027-P08';
const line = (product: string, unitPrice: string, quantity = 1) => ({
  product,
  quantity,
  unitPrice,
  unitCost: null,
});
const book = async (over: object) => {
  const answer = await people.manager.send(
    'POST',
    '/deals',
    wonDeal(over as Record<string, unknown>),
  );
  expect(answer.json().errors).toBeUndefined();
  return answer.json().deal as { id: number; version: number; deal: string };
};
const breakdown = async (by: string, unit = 'salt') => {
  const { groups, count, credited } = (
    await people.admin.get(`/attainment/breakdown?unit=${unit}&period=${NOVEMBER}&by=${by}`)
  ).json();
  return { count, credited, of: toMap(groups, (each) => each.credited as number) };
};
const groups = async (by: string, over = '') => {
  const answer = await people.admin.get(`/deal-groups?by=${by}&period=${NOVEMBER}${over}`);
  return toMap(answer.json().groups, (each) => each.won);
};
const toMap = <Value>(all: { key: string }[], of: (each: Record<string, unknown>) => Value) =>
  Object.fromEntries(all.map((each) => [each.key, of(each)]));

describe('the lines of a deal', () => {
  it('count each under its own product and category, in every list and figure', async () => {
    await book({
      deal: 'L-1',
      amount: '1000.00',
      category: 'Deck',
      lines: [line('Rope', '100.00'), line('Pump', '450.00', 2)],
    });
    expect(await breakdown('product')).toEqual({
      count: 1,
      credited: 100_000,
      of: { Rope: 10_000, Pump: 90_000 },
    });
    expect((await breakdown('category')).of).toEqual({ Deck: 10_000, 'Engine room': 90_000 });
    expect(await groups('product')).toEqual({
      Pump: { count: 1, credited: 90_000, average: 90_000 },
      Rope: { count: 1, credited: 10_000, average: 10_000 },
    });
    const page = (await people.admin.get(`/deals?product=Pump&period=${NOVEMBER}`)).json();
    expect([page.deals.map((deal: { deal: string }) => deal.deal), page.won.credited]).toEqual([
      ['L-1'],
      90_000,
    ]);
    const engine = (await people.admin.get(`/deals?category=Engine%20room`)).json();
    expect(engine.won).toMatchObject({ count: 1, credited: 90_000 });
    const lists = (await people.admin.get('/lists/product')).json();
    expect(
      toMap(
        lists.map((each: { name: string }) => ({ ...each, key: each.name })),
        (each) => each.deals,
      ),
    ).toMatchObject({ Rope: 1, Pump: 1 });
    const pump = lists.find((each: { name: string }) => each.name === 'Pump').id;
    expect((await people.admin.get(`/products/${pump}`)).json().won.credited).toBe(90_000);
  });

  it('are as many distinct products as they name, also when only they change', async () => {
    const mix = async () =>
      (await people.admin.get(`/sales-mix?unit=ivarga&period=${NOVEMBER}`)).json().products.actual;
    expect(await mix()).toBe(2);
    const deal = await book({ deal: 'L-2', amount: '10.00', product: 'Rope' });
    expect(await mix()).toBe(2);
    const changed = await people.manager.send('PUT', `/deals/${deal.id}`, {
      deal: wonDeal({
        deal: 'L-2',
        amount: '10.00',
        lines: [line('Cleat', '4.00'), line('Rope', '6.00')],
      }),
      version: deal.version,
    });
    expect(changed.statusCode).toBe(200);
    expect(await mix()).toBe(3);
    const { id, version } = changed.json().deal;
    await people.manager.send('POST', `/deals/${id}/void`, { version, reason: 'only a try' });
    expect(await mix()).toBe(2);
  });

  it('move along when two products become one, and come back when they are parted', async () => {
    const id = async (name: string) =>
      (await people.admin.get('/lists/product'))
        .json()
        .find((each: { name: string }) => each.name === name).id;
    const merged = (
      await people.admin.send('POST', '/lists/product/merge', {
        from: await id('Pump'),
        into: await id('Cleat'),
      })
    ).json();
    expect((await breakdown('product')).of).toEqual({ Rope: 10_000, Cleat: 90_000 });
    await people.admin.send('POST', `/merges/${merged.merge}/undo`);
    expect((await breakdown('product')).of).toEqual({ Rope: 10_000, Pump: 90_000 });
  });

  it('add up over lines and over people, whatever the shares, refunds and roundings', async () => {
    const price = fc.integer({ min: -5_000, max: 9_999 });
    const share = fc.integer({ min: 1, max: 9_998 });
    let number = 0;
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.tuple(
            fc.constantFrom('Rope', 'Pump', 'Cleat'),
            price,
            fc.integer({ min: 1, max: 7_000 }),
          ),
          { minLength: 1, maxLength: 6 },
        ),
        share,
        async (drawn, first) => {
          const lines = drawn.map(([product, cents, thousandths]) => ({
            product,
            quantity: thousandths / 1000,
            unitPrice: (cents / 100).toFixed(2),
            unitCost: '1.37',
          }));
          const amount = drawn.reduce((sum, [, cents, q]) => {
            const exact = cents * q;
            return sum + Math.sign(exact) * Math.round(Math.abs(exact) / 1000);
          }, 0);
          const deal = await book({
            deal: `S-${++number}`,
            amount: (amount / 100).toFixed(2),
            lines,
            salesperson: 'ivarga',
            credit: [
              { salesperson: 'ivarga', percent: first / 100 },
              { salesperson: 'tbrandt', percent: (10_000 - first) / 100 },
            ],
          });
          const { rows } = await server.pool.query(
            `select (select json_object_agg(salesperson_id, sum) from (select salesperson_id,
               sum(credited) from deal_line where deal_id = $1 group by 1) l) as lines,
             (select json_object_agg(salesperson_id, credited) from deal_credit where deal_id = $1) as credits,
             (select sum(cost) from deal_line where deal_id = $1) = (select sum(cost) from deal_credit where deal_id = $1) as costs,
             (select array_agg(sum order by position) from (select position, sum(credited) from deal_line
               where deal_id = $1 group by 1) p) as each_line, d.credited_cost is not null as has_cost
             from deal d where id = $1`,
            [deal.id],
          );
          expect(rows[0].lines).toEqual(rows[0].credits);
          expect(rows[0].has_cost && rows[0].costs).toBe(true);
          expect(rows[0].each_line.map(Number)).toEqual(
            drawn.map(([, cents, q]) => {
              const exact = cents * q;
              return Math.sign(exact) * Math.round(Math.abs(exact) / 1000) + 0;
            }),
          );
        },
      ),
      { numRuns: 40 },
    );
    const whole = await breakdown('product');
    expect(Object.values(whole.of).reduce((sum, each) => sum + each, 0)).toBe(whole.credited);
    const revenue = (await people.admin.get(`/attainment?unit=salt&period=${NOVEMBER}`)).json();
    expect(whole.credited).toBe(revenue.figures.actual);
    for (const unit of ['deck', 'eng', 'ivarga']) {
      const part = await breakdown('product', unit);
      const figure = (await people.admin.get(`/attainment?unit=${unit}&period=${NOVEMBER}`)).json();
      expect([unit, Object.values(part.of).reduce((sum, each) => sum + each, 0)]).toEqual([
        unit,
        figure.figures.actual,
      ]);
    }
  });

  it('of one person count what they say, and share out the cost, whoever has one', async () => {
    const cost = fc.option(fc.integer({ min: -900, max: 900 }), { nil: null });
    let number = 0;
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.integer({ min: -5_000, max: 9_999 }), cost), {
          minLength: 1,
          maxLength: 4,
        }),
        cost,
        async (drawn, own) => {
          const sumOf = (values: number[]) => values.reduce((sum, value) => sum + value, 0);
          const toText = (minor: number | null) =>
            minor === null ? null : (minor / 100).toFixed(2);
          const amounts = drawn.map(([cents]) => cents);
          const costs = drawn.flatMap(([, each]) => (each === null ? [] : [each]));
          const deal = await book({
            deal: `O-${++number}`,
            amount: toText(sumOf(amounts)),
            cost: toText(own),
            lines: drawn.map(([cents, each]) => ({
              product: 'Rope',
              quantity: 1,
              unitPrice: toText(cents),
              unitCost: toText(each),
            })),
          });
          const { rows } = await server.pool.query<{ credited: string; cost: string | null }>(
            'select credited, cost from deal_line where deal_id = $1 order by position',
            [deal.id],
          );
          expect(rows.map((row) => Number(row.credited))).toEqual(amounts);
          const isAll = costs.length === drawn.length;
          const whole = isAll ? sumOf(costs) : own;
          const stored = rows.map((row) => row.cost);
          if (whole === null) expect(stored).toEqual(drawn.map(() => null));
          else expect(sumOf(stored.map(Number))).toBe(whole);
          if (isAll && whole !== 0) expect(stored.map(Number)).toEqual(costs);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('of a deal in another currency add up to what it was converted to', async () => {
    await people.admin.send('PUT', '/rates', {
      changes: [{ currency: 'GBP', from: '2026-01-01', rate: '1.173913' }],
    });
    const deal = await book({
      deal: 'G-1',
      amount: '10.01',
      currency: 'GBP',
      lines: [line('Rope', '3.33'), line('Pump', '3.34'), line('Cleat', '3.34')],
    });
    const stored = async () =>
      (
        await server.pool.query(
          'select d.credited, (select sum(credited) from deal_line where deal_id = d.id) as lines from deal d where id = $1',
          [deal.id],
        )
      ).rows[0];
    expect(await stored()).toEqual({ credited: 1175, lines: '1175' });
    await people.admin.send('PUT', '/rates', {
      changes: [{ currency: 'GBP', from: '2026-01-01', rate: '1.2' }],
      reason: 'mistyped',
    });
    expect(await stored()).toEqual({ credited: 1201, lines: '1201' });
  });
});

describe('deal_lines.csv', () => {
  const HEAD = 'deal,line,product,quantity,price,cost,amount\n';
  const send = async (rows: string, query = '') =>
    (await people.manager.import('deal_lines', HEAD + rows, query)).json();
  const linesOf = async (code: string) => {
    const { deals } = (await people.admin.get(`/deals?search=${code}`)).json();
    return deals[0].lines as { product: string; unitPrice: string }[] | null;
  };

  it('gives deals their lines, changes nothing the second time, and is undone as a whole', async () => {
    await book({ deal: 'F-1', amount: '100.00' });
    await book({ deal: 'F-2', amount: '50.00' });
    const rows = 'F-2,1,Rope,2,25.00,10.00,50.00\nF-1,2,Pump,,,,60.00\nF-1,1,Rope,4,10.00,,40.00\n';
    expect(await send(rows)).toMatchObject({ read: 3, changed: 2, unchanged: 0, written: true });
    expect((await linesOf('F-1'))!.map((each) => [each.product, each.unitPrice])).toEqual([
      ['Rope', '10.00'],
      ['Pump', '60.00'],
    ]);
    expect((await people.admin.get('/deals?search=F-2')).json().deals[0]).toMatchObject({
      product: 'Rope',
      quantity: 2,
      cost: '20.00',
    });
    expect(await send(rows)).toMatchObject({ changed: 0, unchanged: 2, written: true });
    const runs = (await people.admin.get('/imports')).json();
    const run = runs.find((each: { changed: number }) => each.changed === 2);
    await people.admin.send('POST', `/imports/${run.id}/undo`, { reason: 'the wrong file' });
    expect([await linesOf('F-1'), await linesOf('F-2')]).toEqual([null, null]);
    const { rows: left } = await server.pool.query(
      "select l.deal_id from deal_line l join deal d on d.id = l.deal_id where d.code in ('F-1', 'F-2')",
    );
    expect(left).toEqual([]);
  });

  it('leaves a deal its cost where a line has none', async () => {
    await book({ deal: 'F-3', amount: '100.00', cost: '70.00' });
    const cost = async () =>
      (await people.admin.get('/deals?search=F-3')).json().deals[0].cost as string | null;
    await send('F-3,1,Rope,1,60,10,60\nF-3,2,Pump,1,40,,40\n');
    expect(await cost()).toBe('70.00');
    await send('F-3,1,Rope,1,60,10,60\nF-3,2,Pump,1,40,5,40\n');
    expect(await cost()).toBe('15.00');
  });

  it('reads back what it wrote, also with deals.csv between', async () => {
    await send('F-1,1,Rope,4,10.00,,40.00\nF-1,2,Pump,1,60.00,,60.00\n');
    const lines = (await people.admin.send('GET', '/exports/deal_lines')).body;
    const deals = (await people.admin.send('GET', '/exports/deals')).body;
    expect(lines).toContain('F-1,2,Pump,1,60.00,,60.00');
    for (const [kind, csv] of [
      ['deals', deals],
      ['deal_lines', lines],
    ] as const)
      expect((await people.admin.import(kind, csv)).json()).toMatchObject({
        refused: 0,
        created: 0,
        changed: 0,
      });
  });

  it.each([
    ['amounts that do not add up', 'F-1,1,Rope,1,40.00,,40.00\n', 'amount', 'not to the amount'],
    ['a line that is not its price', 'F-1,1,Rope,2,40.00,,100.00\n', 'amount', 'comes to 80.00'],
    ['a price that cannot be told', 'F-1,1,Rope,3,,,100.00\n', 'price', 'no whole price'],
    ['an unknown deal', 'NONE,1,Rope,1,1.00,,1.00\n', 'deal', 'No deal you may see'],
    ['a line twice', 'F-1,1,Rope,1,40,,40\nF-1,1,Pump,1,60,,60\n', 'line', 'Stands twice'],
    ['a line 0', 'F-1,0,Rope,1,100,,100\n', 'line', 'Is not a line of a deal'],
    ['no amount', 'F-1,1,Rope,1,100,,\n', 'amount', 'Is missing'],
    ['a quantity of letters', 'F-1,1,Rope,many,100,,100\n', 'quantity', 'Write digits'],
  ])('refuses %s at its place, and nothing is changed', async (_name, rows, column, reason) => {
    const before = await linesOf('F-1');
    const report = await send(rows);
    expect(report).toMatchObject({ written: false, refused: 1 });
    expect(report.refusals[0].column).toBe(column);
    expect(`${report.refusals[0].reason} ${report.refusals[0].accepted}`).toContain(reason);
    expect(await linesOf('F-1')).toEqual(before);
  });

  it('of another unit is refused, as if there were no such deal', async () => {
    const answer = await people.north.import('deal_lines', `${HEAD}F-1,1,Rope,1,100.00,,100.00\n`);
    expect(answer.json()).toMatchObject({ written: false, refused: 1 });
  });

  it('may leave the deals out of which a row is refused', async () => {
    const report = await send(
      'F-1,1,Rope,1,100.00,,100.00\nF-2,1,Rope,1,10.00,,10.00\nF-2,2,Pump,x,40,,40\n',
      '?partial=true',
    );
    expect(report).toMatchObject({ written: true, changed: 1, refused: 1 });
    expect([(await linesOf('F-1'))!.length, await linesOf('F-2')]).toEqual([1, null]);
  });
});
