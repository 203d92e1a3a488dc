import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { findTotalDifferences } from '#server/ledger/recompute';
import { createCompany, createDatabase, startServer, type TestServer } from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

const FIELDS = [
  { owner: 'deal', code: 'paid_on', name: 'Paid on', kind: 'date' },
  { owner: 'deal', code: 'qualified_on', name: 'Qualified on', kind: 'date' },
  { owner: 'deal', code: 'monthly', name: 'Monthly amount', kind: 'money' },
  { owner: 'deal', code: 'seats', name: 'Seats', kind: 'number' },
  {
    owner: 'deal',
    code: 'segment',
    name: 'Segment',
    kind: 'choice',
    choices: ['Charter', 'Fleet'],
  },
  { owner: 'deal', code: 'trial', name: 'Trial', kind: 'yesNo' },
  { owner: 'deal', code: 'terms', name: 'Terms', kind: 'text' },
  { owner: 'customer', code: 'tier', name: 'Tier', kind: 'choice', choices: ['A', 'B'] },
] as const;

const measure = (code: string, valueKind: string, definition: object, decimals = 0) => ({
  code,
  name: code.replaceAll('_', ' '),
  group: 'Own',
  valueKind,
  decimals,
  direction: 'higher',
  definition,
  description: 'Of custom fields.',
});
const addend = (custom: object, placedBy = 'closedOn', states = ['won']) => ({
  custom,
  states,
  placedBy,
});
const between = { from: 'openedOn', to: 'paid_on' };
const MEASURES = [
  measure('monthly_sum', 'money', {
    kind: 'sum',
    of: addend({ kind: 'sum', field: 'monthly', valueKind: 'money' }),
  }),
  measure('seats_sold', 'count', {
    kind: 'sum',
    of: addend({ kind: 'sum', field: 'seats', valueKind: 'number' }),
  }),
  measure('paid', 'money', { kind: 'sum', of: addend({ kind: 'amount' }, 'paid_on') }),
  measure('charters', 'count', {
    kind: 'count',
    of: addend({ kind: 'choice', field: 'segment', choice: 'Charter' }),
  }),
  measure('qualified', 'count', {
    kind: 'count',
    of: addend({ kind: 'deals' }, 'qualified_on', ['open', 'won', 'lost']),
  }),
  measure('days_to_pay', 'days', { kind: 'elapsed', of: between, ...placed('paid_on') }, 1),
  measure(
    'median_to_pay',
    'days',
    {
      kind: 'median',
      of: { kind: 'days', ...between },
      ...placed('paid_on'),
    },
    1,
  ),
  measure('median_deal', 'money', { kind: 'median', of: { kind: 'size' }, ...placed('closedOn') }),
  measure(
    'paid_in_30',
    'percent',
    { kind: 'share', of: between, most: 30, ...placed('paid_on') },
    1,
  ),
  measure('per_seat', 'money', {
    kind: 'ratio',
    numerator: addend({ kind: 'amount' }),
    denominator: addend({ kind: 'sum', field: 'seats', valueKind: 'number' }),
  }),
];

function placed(placedBy: string, states = ['won']) {
  return { placedBy, states };
}

const book = (over: Record<string, unknown>, by = people.manager) =>
  by.send('POST', '/deals', {
    salesperson: 'ivarga',
    customer: 'Dock & Co',
    amount: '100.00',
    status: 'won',
    openedOn: '2026-10-12',
    closedOn: '2026-11-02',
    ...over,
  });
const standing = async (code: string, period = 'FY2027-P08', unit = 'salt') =>
  (await people.manager.get(`/attainment?unit=${unit}&period=${period}&measure=${code}`)).json();
const actual = async (code: string, period?: string, unit?: string) =>
  (await standing(code, period, unit)).figures.actual;
const rows = async (code: string, period = 'FY2027-P08') =>
  (
    await people.manager.get(
      `/attainment/contributions?unit=salt&period=${period}&measure=${code}&limit=50`,
    )
  ).json();

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  for (const field of FIELDS)
    expect((await people.admin.send('POST', '/custom-fields', field)).statusCode).toBe(201);
  // One deal before any measure reads a field: measures take in what is in the book.
  expect(
    (
      await book({
        deal: 'C-1',
        customFields: {
          paid_on: '2026-11-11',
          qualified_on: '2026-10-20',
          monthly: '100.01',
          seats: 2.5,
          segment: 'charter',
          trial: true,
          terms: '30 days net',
        },
        credit: [
          { salesperson: 'ivarga', percent: 60 },
          { salesperson: 'tbrandt', percent: 40 },
        ],
      })
    ).json().deal.customFields,
  ).toEqual({
    paid_on: '2026-11-11',
    qualified_on: '2026-10-20',
    monthly: '100.01',
    seats: 2.5,
    segment: 'Charter',
    trial: true,
    terms: '30 days net',
  });
  for (const each of MEASURES) {
    const saved = await people.admin.send('POST', '/measures', each);
    expect([each.code, saved.statusCode, saved.json().errors]).toEqual([each.code, 200, undefined]);
  }
});
afterAll(() => server.stop());

describe('measures of custom fields', () => {
  it('count deals that were there before them, on the day that places them', async () => {
    expect(await Promise.all(MEASURES.map(({ code }) => actual(code)))).toEqual([
      10_001,
      2_500 / 1_000,
      10_000,
      1,
      0,
      300,
      300,
      10_000,
      1_000,
      4_000,
    ]);
    expect(await actual('monthly_sum', 'FY2027-P08', 'ivarga')).toBe(6_001);
    expect(await actual('qualified', 'FY2027-P07')).toBe(1);
  });

  it('follow each booking and change, and agree with what the deals add up to', async () => {
    const second = await book({
      deal: 'C-2',
      amount: '300.00',
      customFields: { paid_on: '2026-11-17', seats: 1, segment: 'Fleet', monthly: '9.99' },
    });
    const third = await book({ deal: 'C-3', amount: '500.00', openedOn: '2026-11-02' });
    expect(await actual('paid')).toBe(40_000);
    expect([await actual('median_to_pay'), await actual('days_to_pay')]).toEqual([330, 330]);
    expect(await actual('paid_in_30')).toBe(500);
    expect(await actual('median_deal')).toBe(30_000);
    expect((await standing('paid')).excludedDeals).toBe(1);
    expect((await standing('days_to_close')).excludedDeals).toBe(0);
    // What is not named stays; null takes a value away.
    const { deal } = second.json();
    const changed = await people.manager.send('PUT', `/deals/${deal.id}`, {
      deal: { ...input(deal), customFields: { paid_on: '2026-11-02', monthly: null } },
      version: deal.version,
    });
    expect(changed.json().deal.customFields).toEqual({
      paid_on: '2026-11-02',
      seats: 1,
      segment: 'Fleet',
    });
    expect([await actual('median_to_pay'), await actual('monthly_sum')]).toEqual([255, 10_001]);
    const { id, version } = third.json().deal;
    await people.manager.send('POST', `/deals/${id}/void`, { version, reason: 'Twice' });
    expect([await actual('median_deal'), (await standing('paid')).excludedDeals]).toEqual([
      20_000, 0,
    ]);
    expect(await findTotalDifferences(server.db)).toEqual([]);
  });

  it('count a deal of no days in a median', async () => {
    const same = await book({ openedOn: '2026-11-03', customFields: { paid_on: '2026-11-03' } });
    expect(await actual('median_to_pay')).toBe(210);
    const { id, version } = same.json().deal;
    await people.manager.send('POST', `/deals/${id}/void`, { version, reason: 'Twice' });
    expect(await actual('median_to_pay')).toBe(255);
  });

  it('open to the rows that make them', async () => {
    const paid = await rows('paid');
    expect(paid.rows.map((row: { deal: string; day: string }) => [row.deal, row.day])).toEqual([
      ['C-2', '2026-11-02'],
      ['C-1', '2026-11-11'],
    ]);
    expect(paid.total).toEqual({ count: 2, numerator: 40_000, denominator: null });
    expect((await rows('monthly_sum')).total.numerator).toBe(10_001);
    const median = await rows('median_to_pay');
    expect(median.rows.map((row: { numerator: number }) => row.numerator)).toEqual([30, 21]);
    expect(median.value).toBe(255);
    expect((await rows('paid_in_30')).total).toEqual({ count: 2, numerator: 2, denominator: 2 });
    expect((await rows('per_seat')).total).toEqual({
      count: 2,
      numerator: 40_000,
      denominator: 3_500,
    });
  });

  it('are read from files, changed and undone as they were', async () => {
    const head =
      'deal,salesperson,customer,amount,status,opened_on,closed_on,paid_on,seats,segment\n';
    const file =
      head +
      'F-1,ivarga,Dock & Co,50.00,won,2026-11-01,2026-11-05,2026-11-06,4,Fleet\n' +
      'C-2,ivarga,Dock & Co,300.00,won,2026-10-12,2026-11-02,,2,Charter\n';
    const checked = (await people.manager.import('deals', file, '?check=true')).json();
    expect(checked.changes[0].fields).toEqual([
      { field: 'paid_on', before: '2026-11-02', after: null },
      { field: 'seats', before: '1', after: '2' },
      { field: 'segment', before: 'Fleet', after: 'Charter' },
    ]);
    expect((await people.manager.import('deals', file)).json()).toMatchObject({
      created: 1,
      changed: 1,
    });
    expect((await people.manager.import('deals', file)).json()).toMatchObject({ unchanged: 2 });
    expect([await actual('paid'), await actual('seats_sold'), await actual('charters')]).toEqual([
      15_000, 8.5, 2,
    ]);
    expect(await findTotalDifferences(server.db)).toEqual([]);
    const run = (await people.manager.get('/imports'))
      .json()
      .find((each: { changed: number }) => each.changed === 1);
    await people.manager.send('POST', `/imports/${run.id}/undo`, { reason: 'Wrong file' });
    expect([await actual('paid'), await actual('seats_sold'), await actual('charters')]).toEqual([
      40_000, 3.5, 1,
    ]);
    expect(await findTotalDifferences(server.db)).toEqual([]);
  });

  it('go with the field in files: read back unchanged, a file without them changes none', async () => {
    const file = (await people.manager.get('/exports/deals')).body;
    expect(file.split(/\r?\n/)[0]).toMatch(
      /notes,paid_on,qualified_on,monthly,seats,segment,trial,terms$/,
    );
    expect(file).toContain('2026-11-11,2026-10-20,100.01,2.5,Charter,yes,30 days net');
    expect((await people.manager.import('deals', file)).json()).toMatchObject({
      created: 0,
      changed: 0,
      refused: 0,
    });
    const bare =
      'deal,salesperson,customer,amount,status,opened_on,closed_on,credit\n' +
      'C-1,ivarga,Dock & Co,100.00,won,2026-10-12,2026-11-02,ivarga:60;tbrandt:40\n';
    expect((await people.manager.import('deals', bare)).json()).toMatchObject({ unchanged: 1 });
  });

  it('narrow the table of deals', async () => {
    const codes = async (custom: string) =>
      (await people.manager.get(`/deals?sort=deal&order=asc&custom=${encodeURIComponent(custom)}`))
        .json()
        .deals.map((each: { deal: string }) => each.deal);
    expect(await codes('segment=Charter')).toEqual(['C-1']);
    expect(await codes('trial=yes')).toEqual(['C-1']);
    expect(await codes('paid_on=2026-11-01..2026-11-05')).toEqual(['C-2']);
    expect(await codes('seats=2..')).toEqual(['C-1']);
    expect(await codes('terms=days%20net&seats=2.5')).toEqual(['C-1']);
    expect(await codes('monthly=')).toEqual(['C-2']);
    for (const [custom, code] of [
      ['nothing=1', 'unknownCustomField'],
      ['paid_on=soon', 'notADate'],
      ['segment=Other', 'notAChoice'],
    ])
      expect(
        (await people.manager.get(`/deals?custom=${encodeURIComponent(custom!)}`)).json().errors,
      ).toMatchObject([{ field: 'custom', code }]);
  });
});

describe('bad values and fields', () => {
  it('are refused at their field', async () => {
    const refused = await book({
      customFields: {
        paid_on: '2026-02-30',
        monthly: '1.234',
        seats: '1e99',
        segment: 'Other',
        trial: 'maybe',
        terms: 'x'.repeat(501),
        nothing: 1,
      },
    });
    expect(refused.statusCode).toBe(422);
    expect(
      refused.json().errors.map((each: { field: string; code: string }) => [each.field, each.code]),
    ).toEqual([
      ['customFields/paid_on', 'notADate'],
      ['customFields/monthly', 'tooManyDecimals'],
      ['customFields/seats', 'notANumber'],
      ['customFields/segment', 'notAChoice'],
      ['customFields/trial', 'notYesOrNo'],
      ['customFields/terms', 'tooLong'],
      ['customFields/nothing', 'unknownCustomField'],
    ]);
  });

  const field = (over: object) => ({
    owner: 'deal',
    code: 'new_one',
    name: 'New',
    kind: 'text',
    ...over,
  });
  it.each([
    [{ code: 'Paid' }, 'code', 'customFieldCode'],
    [{ code: 'paid_on' }, 'code', 'customFieldCodeTaken'],
    [{ code: 'amount' }, 'code', 'customFieldCodeTaken'],
    [{ name: 'paid ON' }, 'name', 'customFieldNameTaken'],
    [{ kind: 'choice', choices: ['One'] }, 'choices', 'choicesNeeded'],
    [{ kind: 'choice', choices: ['One', 'one'] }, 'choices', 'choicesNeeded'],
  ])('a field %j', async (over, at, code) =>
    expect(
      (await people.admin.send('POST', '/custom-fields', field(over))).json().errors,
    ).toMatchObject([{ field: at, code }]),
  );

  const change = (code: string, over: object) =>
    people.admin.send('PUT', `/custom-fields/deal/${code}`, {
      name: FIELDS.find((each) => each.code === code)!.name,
      kind: FIELDS.find((each) => each.code === code)!.kind,
      version: 1,
      ...over,
    });
  it('a kind that changes under its values, a choice that deals have, an old version', async () => {
    expect((await change('paid_on', { kind: 'text' })).json().errors).toMatchObject([
      { field: 'kind', code: 'kindInUse' },
    ]);
    expect(
      (await change('segment', { choices: ['Fleet', 'Harbour'] })).json().errors,
    ).toMatchObject([{ field: 'choices', code: 'choiceInUse' }]);
    expect((await change('terms', { version: 7 })).json().code).toBe('customFieldChanged');
    expect((await people.admin.send('DELETE', '/custom-fields/deal/monthly')).json()).toMatchObject(
      { code: 'customFieldInUse' },
    );
    expect((await people.admin.send('DELETE', '/custom-fields/deal/nothing')).json().code).toBe(
      'unknownCustomField',
    );
  });

  it.each([
    [
      { kind: 'sum', of: addend({ kind: 'sum', field: 'terms', valueKind: 'money' }) },
      'notOfThisKind',
    ],
    [
      { kind: 'sum', of: addend({ kind: 'sum', field: 'none', valueKind: 'money' }) },
      'unknownCustomField',
    ],
    [{ kind: 'sum', of: addend({ kind: 'amount' }, 'seats') }, 'notOfThisKind'],
    [{ kind: 'sum', of: addend({ kind: 'amount' }, 'closedOn', ['open']) }, 'openByClosing'],
    [{ kind: 'sum', of: addend({ kind: 'deals' }) }, 'sumField'],
  ])('a measure %j', async (definition, code) =>
    expect(
      (await people.admin.send('POST', '/measures', measure('bad', 'money', definition))).json()
        .errors,
    ).toEqual(expect.arrayContaining([expect.objectContaining({ code })])),
  );
  it('a duration from a date to itself', async () =>
    expect(
      (
        await people.admin.send(
          'POST',
          '/measures',
          measure('bad', 'days', {
            kind: 'elapsed',
            of: { from: 'paid_on', to: 'paid_on' },
            ...placed('paid_on'),
          }),
        )
      ).json().errors,
    ).toMatchObject([{ field: 'definition/of/to', code: 'datesSame' }]));
});

describe('fields of customers', () => {
  it('are kept, shown and carried by customers.csv', async () => {
    const { customers } = (await people.manager.get('/customers')).json();
    const { id } = customers.find((each: { name: string }) => each.name === 'Dock & Co');
    const saved = await people.manager.send('PUT', `/customers/${id}`, {
      customFields: { tier: 'b' },
    });
    expect(saved.json().customFields).toEqual({ tier: 'B' });
    expect(
      (await people.manager.send('PUT', `/customers/${id}`, { customFields: { tier: 'C' } })).json()
        .errors,
    ).toMatchObject([{ field: 'customFields/tier', code: 'notAChoice' }]);
    const file = (await people.admin.get('/exports/customers')).body;
    expect(file).toContain('Dock & Co,,,,,,B');
    expect((await people.admin.import('customers', file)).json()).toMatchObject({ changed: 0 });
    const again = 'customer,tier\nDock & Co,A\n';
    expect((await people.admin.import('customers', again)).json()).toMatchObject({ changed: 1 });
    expect(
      (await people.admin.import('customers', 'customer,notes\nDock & Co,x\n')).json(),
    ).toMatchObject({
      changed: 1,
    });
    expect((await people.manager.get(`/customers/${id}`)).json().customFields).toEqual({
      tier: 'A',
    });
    expect(
      (await people.admin.import('customers', 'customer,tier\nDock & Co,Z\n')).json(),
    ).toMatchObject({
      refused: 1,
      refusals: [{ column: 'tier' }],
    });
  });
});

describe('the list of fields', () => {
  it('is ordered, archived and emptied', async () => {
    const order = await people.admin.send('PUT', '/custom-fields', {
      owner: 'deal',
      codes: ['terms', 'trial'],
    });
    expect(
      order
        .json()
        .map((each: { code: string }) => each.code)
        .slice(0, 3),
    ).toEqual(['terms', 'trial', 'paid_on']);
    const archived = await people.admin.send('PUT', '/custom-fields/deal/terms', {
      name: 'Terms',
      kind: 'text',
      isArchived: true,
      version: 1,
    });
    expect(archived.json()).toMatchObject({ isArchived: true, version: 2 });
    expect((await people.manager.get('/exports/deals')).body).not.toContain('30 days net');
    const extra = { owner: 'deal', code: 'unused', name: 'Unused', kind: 'text' };
    await people.admin.send('POST', '/custom-fields', extra);
    expect((await people.admin.send('DELETE', '/custom-fields/deal/unused')).statusCode).toBe(200);
  });

  it('takes twenty at a time', async () => {
    const { rows: all } = await server.db.execute<{ count: number }>(
      sql`select count(*)::int as count from custom_field where owner = 'deal' and archived_at is null`,
    );
    for (let at = all[0]!.count; at < 20; at++)
      expect(
        (
          await people.admin.send('POST', '/custom-fields', {
            owner: 'deal',
            code: `more_${at}`,
            name: `More ${at}`,
            kind: 'text',
          })
        ).statusCode,
      ).toBe(201);
    expect(
      (
        await people.admin.send('POST', '/custom-fields', {
          owner: 'deal',
          code: 'too_many',
          name: 'Too many',
          kind: 'text',
        })
      ).json(),
    ).toMatchObject({ code: 'tooManyCustomFields' });
  });

  it('goes by what measures need: the parts of a deleted measure go', async () => {
    const parts = async () =>
      (
        await server.db.execute<{ count: number }>(
          sql`select count(*)::int as count from custom_part`,
        )
      ).rows[0]!.count;
    const before = await parts();
    expect((await people.admin.send('DELETE', '/measures/seats_sold')).statusCode).toBe(200);
    expect((await people.admin.send('DELETE', '/measures/charters')).statusCode).toBe(200);
    // Seats stay, for the ratio that divides by them.
    expect(await parts()).toBe(before - 1);
    expect(await findTotalDifferences(server.db)).toEqual([]);
  });
});

function input(deal: Record<string, unknown>) {
  const { salesperson, customer, amount, status, openedOn, closedOn } = deal;
  return { salesperson, customer, amount, status, openedOn, closedOn };
}
