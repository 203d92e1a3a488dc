import seedrandom from 'seedrandom';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { CROSSED_BY, type CrossTable } from '#contract/schemas/crossTable';
import { createCompany, createDatabase, startServer, type TestServer } from './harness';

const random = seedrandom('what to whom');
const pick = <Item>(of: readonly Item[]): Item => of[Math.floor(random() * of.length)]!;
const CUSTOMERS = Array.from({ length: 45 }, (_, index) => `Yard ${index}`);
const PRODUCTS = Array.from({ length: 14 }, (_, index) => `Sail ${index}`);

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;
const ask = (query: string, as = people.admin) => as.get(`/cross-table?${query}`);
const view = async (query: string): Promise<CrossTable> => {
  const answer = await ask(query);
  expect(answer.statusCode, answer.body).toBe(200);
  return answer.json();
};

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  const rows = Array.from({ length: 400 }, (_, index) => {
    const status = pick(['won', 'won', 'won', 'lost']);
    // Refunds are won deals below 0.
    const amount = Math.floor((random() - (status === 'won' ? 0.1 : 0)) * 90_000) / 100;
    return [
      `D-${index}`,
      pick(['ivarga', 'tbrandt', 'nkassem']),
      pick(CUSTOMERS),
      `${amount}`,
      'EUR',
      status,
      `2026-${pick(['10', '11'])}-${String(1 + Math.floor(random() * 17)).padStart(2, '0')}`,
      pick(PRODUCTS),
      pick(['fair', 'phone', '']),
    ].join(',');
  });
  const imported = await people.admin.import(
    'deals',
    `deal,salesperson,customer,amount,currency,status,closed_on,product,source\n${rows.join('\n')}\n`,
  );
  expect(imported.json<{ created: number }>().created, imported.body).toBe(400);
});
afterAll(() => server.stop());

describe('a cross table', () => {
  it('has the cells that SQL finds, and all others make the whole', async () => {
    const { cells, rows, columns, total } = await view(
      'unit=salt&period=FY2027-P08&rows=customer&columns=product',
    );
    const { rows: found } = await server.pool.query<{
      customer: string;
      product: string;
      amount: string;
    }>(`select c.name as customer, p.name as product, sum(d.credited) as amount from deal d
      join customer c on c.id = d.customer_id join product p on p.id = d.product_id
      join unit u on u.id = d.salesperson_id where u.code in ('ivarga', 'tbrandt') and
      d.status = 'won' and d.voided_at is null and d.closed_on >= '2026-11-01' group by 1, 2`);
    const bySql = new Map(
      found.map((each) => [`${each.customer} ${each.product}`, Number(each.amount)]),
    );
    expect([rows.length, columns.length]).toEqual([31, 9]);
    let compared = 0;
    rows.forEach((row, down) =>
      columns.forEach((column, across) => {
        if (row.key === null || column.key === null) return;
        expect(cells[down]![across]).toBe(bySql.get(`${row.name} ${column.name}`) ?? 0);
        compared++;
      }),
    );
    expect(compared).toBe(240);
    const sum = (values: readonly number[]) => values.reduce((all, each) => all + each, 0);
    expect(total).toBe(sum([...bySql.values()]));
    expect(sum(cells.flat())).toBe(total);
    expect(cells.map(sum)).toEqual(rows.map((row) => row.total));
    expect(rows.at(-1)).toMatchObject({ key: null, name: 'All others' });
  });

  it('comes to the standing, whatever it is by', async () => {
    const standing = await people.admin.get('/attainment?unit=ht&period=FY2027-P08');
    const { actual } = standing.json<{ figures: { actual: number } }>().figures;
    for (const rows of CROSSED_BY)
      for (const columns of CROSSED_BY) {
        if (rows === columns) continue;
        const { total } = await view(`unit=ht&period=FY2027-P08&rows=${rows}&columns=${columns}`);
        expect([rows, columns, total]).toEqual([rows, columns, actual]);
      }
  });

  it('is of the measure asked for, and of what adds up line by line alone', async () => {
    const of = (measure: string) =>
      ask(`unit=salt&period=FY2027-P08&rows=customer&columns=product&measure=${measure}`);
    expect((await of('deals_won')).json<CrossTable>().measure.code).toBe('deals_won');
    for (const other of ['average_deal', 'quantity'])
      expect([other, (await of(other)).statusCode]).toEqual([other, 422]);
  });

  it('of the same thing twice is refused at its place', async () => {
    const answer = await ask('unit=salt&period=FY2027-P08&rows=product&columns=product');
    expect(answer.json()).toMatchObject({
      status: 422,
      errors: [{ field: 'columns', code: 'sameDimension' }],
    });
  });

  it('of a month before anything was sold is empty', async () => {
    const { rows, cells, total } = await view(
      'unit=salt&period=FY2026-P01&rows=customer&columns=product',
    );
    expect([rows, cells, total]).toEqual([[], [], 0]);
  });

  it('is for nobody outside the unit', async () => {
    const answer = await ask(
      'unit=salt&period=FY2027-P08&rows=customer&columns=product',
      people.north,
    );
    expect(answer.statusCode).toBe(404);
  });
});
