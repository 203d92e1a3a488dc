import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ImportReport } from '#contract/schemas/import';
import { CHANGES_SHOWN } from '#server/imports/changedRows';
import {
  type Client,
  createCompany,
  createDatabase,
  startServer,
  type TestServer,
} from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

const HEAD =
  'deal,salesperson,customer,amount,currency,status,closed_on,product,cost,quantity,credit,notes\n';
const row = (over: Partial<Record<string, string>> = {}) => {
  const cells: Record<string, string> = {
    deal: 'X-1',
    salesperson: 'ivarga',
    customer: 'Pike',
    amount: '100.00',
    currency: 'EUR',
    status: 'won',
    closed_on: '2026-11-03',
    product: 'Rope',
    cost: '60.00',
    quantity: '2',
    credit: '',
    notes: '',
    ...(over as Record<string, string>),
  };
  return `${Object.values(cells).join(',')}\n`;
};
const check = async (rows: string, client: Client = people.manager): Promise<ImportReport> =>
  (await client.import('deals', HEAD + rows, '?check=true')).json();

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await people.admin.import(
    'deals',
    HEAD +
      row() +
      row({ deal: 'X-2' }) +
      row({ deal: 'N-1', salesperson: 'nkassem' }) +
      Array.from({ length: CHANGES_SHOWN + 5 }, (_, at) => row({ deal: `M-${at}` })).join(''),
  );
});
afterAll(() => server.stop());

describe('a check of a file of deals', () => {
  it('tells what changes in each deal, as the file writes it', async () => {
    const report = await check(
      row({
        amount: '120.50',
        customer: 'Brand New',
        product: 'Winch',
        cost: '',
        closed_on: '2026-11-04',
        credit: 'ivarga:60;tbrandt:40',
        notes: 'Seen',
      }) + row({ deal: 'X-2' }),
    );
    expect(report).toMatchObject({ changed: 1, unchanged: 1, written: false });
    expect(report.changes).toEqual([
      {
        line: 2,
        deal: 'X-1',
        fields: expect.arrayContaining([
          { field: 'amount', before: '100.00', after: '120.50' },
          { field: 'cost', before: '60.00', after: null },
          { field: 'closed_on', before: '2026-11-03', after: '2026-11-04' },
          { field: 'customer', before: 'Pike', after: 'Brand New' },
          { field: 'product', before: 'Rope', after: 'Winch' },
          { field: 'credit', before: null, after: 'ivarga:60;tbrandt:40' },
          { field: 'notes', before: null, after: 'Seen' },
        ]),
      },
    ]);
    expect(report.changes![0]!.fields).toHaveLength(7);
  });

  it('tells none where nothing changes, and so many at most', async () => {
    expect((await check(row())).changes).toEqual([]);
    const many = await check(
      Array.from({ length: CHANGES_SHOWN + 5 }, (_, at) =>
        row({ deal: `M-${at}`, quantity: '3' }),
      ).join(''),
    );
    expect(many.changed).toBe(CHANGES_SHOWN + 5);
    expect(many.changes).toHaveLength(CHANGES_SHOWN);
    expect(many.changes![0]!.fields).toEqual([{ field: 'quantity', before: '2', after: '3' }]);
  });

  it('tells nothing of a deal the sender may not see', async () => {
    const report = await check(row({ deal: 'N-1', amount: '1.00' }));
    expect(report.changes).toEqual([]);
  });
});
