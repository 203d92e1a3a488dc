import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { MOST_COLLECTED } from '#server/imports/collectRows';
import { createCompany, createDatabase, startServer, type TestServer, wonDeal } from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
});
afterAll(() => server.stop());

const HEAD = 'product,name,category,list_price,currency,cost,from,until\n';
const FILE = `${HEAD}RP-1,Rope,Rigging,25.00,EUR,12.50,,
WN-1,Anchor winch,Deck,1900.00,EUR,1100.00,2026-04-01,
LB-1,Lead ballast,Deck,80.00,EUR,,2024-01-01,2026-10-31
`;
const importProducts = async (csv: string, query = '') =>
  (await people.admin.import('products', csv, query)).json();
const products = async () =>
  (await people.admin.get('/lookups')).json().products as {
    name: string;
    cost: string | null;
    soldUntil: string | null;
  }[];
const book = async (over: Record<string, unknown>, client = people.manager) =>
  (await client.send('POST', '/deals', wonDeal(over))).json();

describe('products.csv', () => {
  it('adds what is new, changes what differs, and changes nothing when it is read again', async () => {
    expect(await importProducts(FILE)).toMatchObject({ created: 3, refused: 0, written: true });
    expect(await importProducts(FILE)).toMatchObject({ created: 0, changed: 0, unchanged: 3 });
    const out = (await people.admin.get('/exports/products')).body;
    expect(out).toContain('WN-1,Anchor winch,Deck,1900.00,EUR,1100.00,2026-04-01,');
    expect(await importProducts(out)).toMatchObject({ changed: 0, unchanged: 3 });
    expect(await importProducts(FILE.replace('25.00', '26.00'))).toMatchObject({ changed: 1 });
    expect((await products()).map((each) => each.name)).toEqual([
      'Anchor winch',
      'Lead ballast',
      'Rope',
    ]);
  });

  it('gives a product of that name its code', async () => {
    await people.admin.send('POST', '/lists/product', { name: 'Fender' });
    expect(await importProducts('product,name\nFD-1,Fender\n')).toMatchObject({
      created: 0,
      changed: 1,
    });
  });

  it.each([
    ['no code', ',Rope 2,,,,,,', 'product'],
    ['an amount that is none', 'X-1,X,,abc,,,,', 'list_price'],
    ['a price below zero', 'X-1,X,,-1,,,,', 'list_price'],
    ['another currency', 'X-1,X,,1,USD,,,', 'currency'],
    ['a day that is none', 'X-1,X,,,,,2026-02-30,', 'from'],
    ['a last day before the first', 'X-1,X,,,,,2026-05-02,2026-05-01', 'until'],
    ['a name of another product', 'X-1,Anchor winch,,,,,,', 'name'],
    ['a text that is too long', `X-1,${'x'.repeat(201)},,,,,,`, 'name'],
  ])('refuses %s at its column, and writes nothing', async (_what, row, column) => {
    const report = await importProducts(`${HEAD}N-9,New one,,,,,,\n${row}\n`);
    expect(report).toMatchObject({ refused: 1, written: false, refusals: [{ line: 3, column }] });
    expect((await products()).some((each) => each.name === 'New one')).toBe(false);
  });

  it('is the administrator’s to import; only planners export what things cost', async () => {
    expect((await people.manager.import('products', FILE)).statusCode).toBe(403);
    expect((await people.manager.get('/exports/products')).body).toContain('1100.00');
    expect((await people.salesperson.get('/exports/products')).body).not.toContain('1100.00');
  });

  it('has a limit of rows, refused whole', async () => {
    const rows = 'X\n'.repeat(MOST_COLLECTED + 1);
    const { errors } = await importProducts(`product\n${rows}`);
    expect(errors).toEqual([expect.objectContaining({ field: 'file', code: 'tooManyRows' })]);
  });
});

describe('a deal', () => {
  it('takes a product of the list, and names the likely one where it is misspelt', async () => {
    expect((await book({ product: 'rope' })).deal).toMatchObject({ product: 'Rope' });
    const { errors } = await book({ product: 'Anchor wnich' });
    expect(errors).toEqual([
      expect.objectContaining({
        field: 'product',
        code: 'unknownProductLike',
        message: expect.stringContaining('Anchor winch'),
      }),
    ]);
    const line = { product: 'Zzz', quantity: 1, unitPrice: '10.00', unitCost: null };
    expect((await book({ amount: '10.00', lines: [line] })).errors).toEqual([
      expect.objectContaining({ field: 'lines/0/product', code: 'unknownProduct' }),
    ]);
    expect(await products()).toHaveLength(4);
  });

  it('takes none on a day on which it is not sold, and keeps what it has', async () => {
    const day = { closedOn: '2026-11-02' };
    expect((await book({ product: 'Lead ballast', ...day })).errors).toEqual([
      expect.objectContaining({ field: 'product', code: 'productNotSold' }),
    ]);
    const { deal } = await book({ product: 'Lead ballast', closedOn: '2026-10-31' });
    const list = (await people.admin.get('/lists/product')).json() as {
      id: number;
      name: string;
    }[];
    const { id } = list.find((each) => each.name === 'Lead ballast')!;
    await people.admin.send('PUT', `/lists/product/${id}`, {
      name: 'Lead ballast',
      isArchived: true,
    });
    expect((await book({ product: 'Lead ballast', closedOn: '2026-10-30' })).errors).toEqual([
      expect.objectContaining({ code: 'productArchived' }),
    ]);
    const { id: dealId, version, ...stored } = deal;
    const changed = await people.manager.send('PUT', `/deals/${dealId}`, {
      version,
      deal: wonDeal({
        deal: stored.deal,
        product: 'Lead ballast',
        closedOn: '2026-10-31',
        notes: 'x',
      }),
    });
    expect(changed.json().deal).toMatchObject({ notes: 'x', product: 'Lead ballast' });
  });
});

describe('the page of a product', () => {
  it('follows the period, and sets it against the same days of the year before', async () => {
    await people.admin.import(
      'deals',
      [
        'deal,salesperson,customer,amount,status,closed_on,product',
        'P-1,ivarga,Yard,300.00,won,2026-11-10,Anchor winch',
        'P-2,ivarga,Yard,200.00,won,2025-11-10,Anchor winch',
        'P-3,ivarga,Yard,900.00,won,2025-11-25,Anchor winch',
      ].join('\n'),
    );
    const list = (await people.admin.get('/lists/product')).json() as {
      id: number;
      name: string;
    }[];
    const { id } = list.find((each) => each.name === 'Anchor winch')!;
    const page = (await people.admin.get(`/products/${id}?period=FY2027-P08`)).json();
    expect(page).toMatchObject({
      code: 'WN-1',
      listPrice: '1900.00',
      won: { credited: 140_000 },
      inPeriod: {
        name: 'November 2026',
        won: { credited: 30_000 },
        priorYear: { to: '2025-11-18', isCut: true, won: { credited: 20_000 } },
        change: 0.5,
      },
    });
    expect(page.salespeople).toMatchObject([{ won: { credited: 30_000 } }]);
    const whole = (await people.admin.get(`/products/${id}?period=FY2026-P08`)).json().inPeriod;
    expect(whole).toMatchObject({ won: { credited: 110_000 }, priorYear: { isCut: false } });
    expect((await people.salesperson.get(`/products/${id}`)).json().cost).toBeNull();
    const north = await people.admin.get(`/products/${id}?period=FY2027-P08&unit=north`);
    expect(north.json().inPeriod.won.credited).toBe(0);
    expect((await people.north.get(`/products/${id}?unit=salt`)).statusCode).toBe(404);
  });
});

describe('customers', () => {
  const CUSTOMERS = `customer,group,email,address,owner,notes
Yard,Boatyards,desk@yard.example,"1 Quay, Salt",ivarga,Pays late
New Yard,boatyards,,,nkassem,
`;
  const importCustomers = async (csv: string) =>
    (await people.admin.import('customers', csv)).json();
  const find = async (search: string, client = people.admin) =>
    (await client.get(`/customers?search=${search}&period=FY2027-P08`)).json().customers;

  it('come from customers.csv, groups spelled alike, and change nothing when read again', async () => {
    expect(await importCustomers(CUSTOMERS)).toMatchObject({ created: 1, changed: 1, refused: 0 });
    expect(await importCustomers(CUSTOMERS)).toMatchObject({ changed: 0, unchanged: 2 });
    const out = (await people.admin.get('/exports/customers')).body;
    expect(out).toContain('New Yard,Boatyards,,,nkassem,');
    expect(await importCustomers(out)).toMatchObject({ created: 0, changed: 0, refused: 0 });
    // A column that is not in the file stays as it is; an empty field empties.
    await importCustomers('customer,notes\nYard,\n');
    expect((await people.admin.get('/exports/customers')).body).toContain(
      'Yard,Boatyards,desk@yard.example,"1 Quay, Salt",ivarga,',
    );
  });

  it('are found without deals by who sees all, or by their owner’s people', async () => {
    expect(await find('New%20Yard')).toMatchObject([
      { name: 'New Yard', group: 'Boatyards', ownerName: 'Noor Kassem', won: { count: 0 } },
    ]);
    expect(await find('New%20Yard', people.north)).toHaveLength(1);
    expect(await find('New%20Yard', people.salesperson)).toEqual([]);
    const { id } = (await find('New%20Yard'))[0];
    expect((await people.north.get(`/customers/${id}`)).statusCode).toBe(200);
    expect((await people.salesperson.get(`/customers/${id}`)).statusCode).toBe(404);
    const grouped = (await people.admin.get('/customers?group=BOATYARDS&period=FY2027-P08')).json();
    expect(grouped).toMatchObject({ count: 2, groups: ['Boatyards'] });
  });

  it('are described field by field; group and owner by who plans', async () => {
    const { id } = (await find('Yard')).find((each: { name: string }) => each.name === 'Yard');
    const change = (body: object, client = people.manager) =>
      client.send('PUT', `/customers/${id}`, body);
    expect((await change({ email: 'new@yard.example' }, people.salesperson)).json()).toMatchObject({
      email: 'new@yard.example',
      group: 'Boatyards',
      owner: { code: 'ivarga', name: 'Ilse Varga' },
    });
    expect((await change({ group: 'Others' }, people.salesperson)).json().errors).toEqual([
      expect.objectContaining({ field: 'group', code: 'notYours' }),
    ]);
    expect((await change({ owner: 'tbrandt' })).json().owner.name).toBe('Tomas Brandt');
    expect((await change({ email: 'nobody' })).json().errors[0]).toMatchObject({ field: 'email' });
    expect((await change({ owner: 'salt' })).json().errors[0]).toMatchObject({ field: 'owner' });
    expect((await change({ notes: 'x' }, people.viewer)).statusCode).toBe(403);
    expect((await change({ notes: 'x' }, people.north)).statusCode).toBe(404);
  });
});
