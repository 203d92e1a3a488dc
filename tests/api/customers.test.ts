import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type {
  Customers,
  CustomerView,
  DataQuality,
  DataQualityKind,
} from '#contract/schemas/customer';
import {
  type Client,
  createCompany,
  createDatabase,
  startServer,
  type TestServer,
  wonDeal,
} from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await people.admin.import(
    'deals',
    [
      'deal,salesperson,customer,amount,status,closed_on,expected_on,product,cost',
      'C-1,ivarga,Pike Boats,1000,won,2026-11-03,,Rope,600',
      'C-2,ivarga,Pike Boats,500,won,2026-10-05,,Winch,300',
      'C-3,tbrandt,Pike Boats,200,won,2026-11-04,,Rope,',
      'C-4,ivarga,Pike Boats,900,open,,2026-11-10,,',
      'C-5,ivarga,Pike Boats,50,lost,2026-11-05,,,',
      'C-6,ivarga,Pike Boats Ltd,70,won,2026-11-06,,Rope,40',
      'C-7,nkassem,Crab Charter,80,won,2026-11-06,,Rope,40',
      'C-8,ivarga,Gannet,10,won,2026-11-06,,Rope,4',
      'D-1,ivarga,Heron,333,won,2026-11-09,,Rope,100',
      'D-2,ivarga,Heron,333,won,2026-11-11,,Rope,100',
      'D-3,ivarga,Heron,333,won,2026-11-16,,Rope,100',
      'U-1,nkassem,Early Bird,25,won,2025-12-12,,,20',
    ].join('\n'),
  );
});
afterAll(() => server.stop());

const customers = async (query = '', client: Client = people.admin): Promise<Customers> =>
  (await client.get(`/customers?${query}`)).json();
const view = async (name: string, client: Client = people.admin): Promise<CustomerView> => {
  const [found] = (await customers(`search=${name}`)).customers;
  return (await client.get(`/customers/${found!.id}?period=FY2027`)).json();
};
const care = async (client: Client = people.admin): Promise<DataQuality> =>
  (await client.get('/data-quality')).json();
const count = ({ counts }: DataQuality, kind: DataQualityKind) =>
  counts.find((each) => each.kind === kind)?.count;

describe('a product', () => {
  it('has a page of months, customers and people, whose sums are its total, of what one sees', async () => {
    const groups = (
      await people.admin.get('/attainment/breakdown?unit=ht&period=FY2027&by=product')
    ).json().groups as { id: number; key: string; credited: number }[];
    const rope = groups.find((group) => group.key === 'Rope')!;
    const page = (await people.admin.get(`/products/${rope.id}`)).json();
    expect(page).toMatchObject({
      name: 'Rope',
      firstWonOn: '2026-11-03',
      won: { credited: rope.credited },
    });
    for (const part of [
      page.months.map((month: { won: number }) => month.won),
      page.customers.map((group: { won: { credited: number } }) => group.won.credited),
      page.salespeople.map((group: { won: { credited: number } }) => group.won.credited),
    ])
      expect(part.reduce((a: number, b: number) => a + b, 0)).toBe(rope.credited);
    expect((await people.manager.get(`/products/${rope.id}`)).json().won.credited).toBe(
      rope.credited - 8_000,
    );
    expect((await people.admin.get('/products/999999')).statusCode).toBe(404);
  });
});

describe('customers', () => {
  it('are listed by what was won from them, the rest in one line that makes the whole', async () => {
    const all = await customers();
    expect(all.customers.map((customer) => customer.name)).toEqual([
      'Pike Boats',
      'Heron',
      'Crab Charter',
      'Pike Boats Ltd',
      'Early Bird',
      'Gannet',
    ]);
    const two = await customers('limit=2');
    expect(two.remainder).toMatchObject({ count: 4, won: { count: 4, credited: 18_500 } });
    expect((await customers('period=FY2027-P08&search=pike')).customers).toMatchObject([
      {
        name: 'Pike Boats',
        won: { count: 2, credited: 120_000, average: 60_000 },
        open: { count: 1 },
      },
      { name: 'Pike Boats Ltd' },
    ]);
  });

  it('have a page of months, products and people, whose sums are their total', async () => {
    const pike = await view('Pike Boats');
    expect(pike).toMatchObject({
      won: { count: 3, credited: 170_000 },
      open: { count: 1, credited: 90_000 },
      lost: 1,
      firstWonOn: '2026-10-05',
      lastWonOn: '2026-11-04',
      similarNames: [{ name: 'Pike Boats Ltd' }],
    });
    for (const part of [
      pike.months.map((month) => month.won),
      pike.products.map((group) => group.won.credited),
      pike.salespeople.map((group) => group.won.credited),
    ])
      expect(part.reduce((a, b) => a + b, 0)).toBe(170_000);
    expect(pike.months.map((month) => month.name)).toEqual(['October 2026', 'November 2026']);
  });

  it('are only those one has deals with, and only of those deals', async () => {
    expect((await customers('', people.north)).customers.map((customer) => customer.name)).toEqual([
      'Crab Charter',
    ]);
    expect((await view('Pike Boats', people.salesperson)).won).toMatchObject({
      count: 2,
      credited: 150_000,
    });
    const { id } = (await customers('search=Pike')).customers[0]!;
    expect((await people.north.get(`/customers/${id}`)).statusCode).toBe(404);
    expect((await people.admin.get('/customers/999999')).statusCode).toBe(404);
  });

  it('of a merged name lead to the one it became', async () => {
    const { id } = await view('Pike Boats Ltd');
    const pike = await view('Pike Boats');
    const { merge } = (
      await people.admin.send('POST', '/lists/customer/merge', { from: id, into: pike.id })
    ).json();
    expect((await people.admin.get(`/customers/${id}`)).json()).toMatchObject({
      name: 'Pike Boats',
      aliases: ['Pike Boats Ltd'],
      won: { count: 4 },
    });
    await people.admin.send('POST', `/merges/${merge}/undo`);
  });
});

describe('what needs care', () => {
  it('counts what is unassigned, overdue, without a cost, likely twice and likely one name', async () => {
    const found = await care();
    expect(
      [
        'unassigned',
        'overdue',
        'missingCost',
        'duplicates',
        'similarNames',
        'refusedDeliveries',
      ].map((kind) => count(found, kind as DataQualityKind)),
    ).toEqual([1, 1, 1, 1, 1, 0]);
    expect(found.counts.find((each) => each.kind === 'unassigned')!.amount).toBe(2_500);
    expect(found.duplicates).toMatchObject([
      { customer: 'Heron', amount: '333.00', deals: [{ deal: 'D-1' }, { deal: 'D-2' }] },
    ]);
    expect(found.total).toBe(5);
    expect((await people.admin.get('/deals?unassigned=true')).json().count).toBe(1);
  });

  it('is each one’s own: nobody sees another’s, and names are the administrator’s', async () => {
    const mine = await care(people.north);
    expect([
      count(mine, 'unassigned'),
      count(mine, 'overdue'),
      count(mine, 'duplicates'),
      count(mine, 'similarNames'),
      count(mine, 'refusedDeliveries'),
    ]).toEqual([0, 0, 0, 0, undefined]);
    expect(count(await care(people.salesperson), 'overdue')).toBe(1);
  });

  it('is cleared by putting it right, or by saying that two are two', async () => {
    const found = await care();
    const [double, names] = [found.duplicates[0]!, found.similarNames[0]!];
    expect(
      (
        await people.viewer.send('POST', '/data-quality/dismissals', {
          kind: 'deal',
          ids: double.deals.map((deal) => deal.id),
        })
      ).statusCode,
    ).toBe(403);
    expect(
      (
        await people.north.send('POST', '/data-quality/dismissals', {
          kind: 'deal',
          ids: double.deals.map((deal) => deal.id),
        })
      ).statusCode,
    ).toBe(404);
    expect(
      (
        await people.north.send('POST', '/data-quality/dismissals', {
          kind: 'customer',
          ids: [names.left.id, names.right.id],
        })
      ).statusCode,
    ).toBe(404);
    await people.manager.send('POST', '/data-quality/dismissals', {
      kind: 'deal',
      ids: double.deals.map((deal) => deal.id),
    });
    await people.admin.send('POST', '/data-quality/dismissals', {
      kind: 'customer',
      ids: [names.left.id, names.right.id],
    });
    const {
      deals: [late],
    } = (await people.manager.get('/deals?overdue=true')).json();
    await people.manager.send('PUT', `/deals/${late.id}`, {
      version: late.version,
      deal: wonDeal({ deal: 'C-4', customer: 'Pike Boats', amount: '900', cost: '500' }),
    });
    const after = await care();
    expect([
      count(after, 'duplicates'),
      count(after, 'similarNames'),
      count(after, 'overdue'),
    ]).toEqual([0, 0, 0]);
    expect((await view('Pike Boats')).similarNames).toEqual([]);
  });
});
