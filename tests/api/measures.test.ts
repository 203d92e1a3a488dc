import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { findTotalDifferences } from '#server/ledger/recompute';
import {
  type Client,
  createCompany,
  createDatabase,
  putTargets,
  startServer,
  type TestServer,
} from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;
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
const active = {
  ...calls,
  code: 'active',
  name: 'Active customers',
  definition: { kind: 'distinct', of: 'customer' },
};

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  for (const each of [calls, active])
    expect((await people.admin.send('POST', '/measures', each)).statusCode).toBe(200);
});
afterAll(() => server.stop());

const standing = async (measure: string, unit = 'salt', period = 'FY2027-P08') =>
  (await people.manager.get(`/attainment?unit=${unit}&period=${period}&measure=${measure}`)).json();
const actual = async (measure: string, unit?: string, period?: string) =>
  (await standing(measure, unit, period)).figures.actual;
const book = (over: Record<string, unknown>) =>
  people.manager.send('POST', '/deals', {
    salesperson: 'ivarga',
    customer: 'Dock & Co',
    amount: '100.00',
    status: 'won',
    closedOn: '2026-11-10',
    ...over,
  });

describe('measures', () => {
  it('ship as nine, with what each means', async () => {
    const { measures } = (await people.salesperson.get('/measures')).json();
    expect(
      measures
        .filter((each: { isShipped: boolean }) => each.isShipped)
        .map((each: { code: string }) => each.code),
    ).toEqual([
      'revenue',
      'deals_won',
      'average_deal',
      'gross_profit',
      'gross_margin',
      'cost_to_revenue',
      'win_rate',
      'new_customers',
      'days_to_close',
    ]);
    for (const each of measures) expect(each.description).not.toBe('');
  });

  it('follow every booking, change and void', async () => {
    const first = (await book({ deal: 'm1', cost: '60.00', openedOn: '2026-11-01' })).json().deal;
    await book({ deal: 'm2', amount: '300.00', cost: '60.00', closedOn: '2026-11-11' });
    await book({ deal: 'm3', status: 'lost', closedOn: '2026-11-11' });
    const split = await book({
      deal: 'm4',
      amount: '10.01',
      cost: '3.33',
      customer: 'New & Co',
      credit: [
        { salesperson: 'ivarga', percent: 60 },
        { salesperson: 'tbrandt', percent: 40 },
      ],
    });
    expect(split.statusCode).toBe(201);
    expect([
      await actual('gross_profit'),
      await actual('deals_won'),
      await actual('new_customers'),
      await actual('active'),
    ]).toEqual([28_668, 3, 2, 2]);
    expect([
      await actual('win_rate'),
      await actual('days_to_close', 'ivarga'),
      await actual('average_deal'),
    ]).toEqual([750, 90, Number((41_001 / 3).toPrecision(12))]);
    expect(await actual('gross_profit', 'tbrandt')).toBe(400 - 133);
    // Another customer changes no sum, and yet what is counted apart.
    const { version, id } = first;
    await people.manager.send('PUT', `/deals/${id}`, {
      deal: {
        deal: 'm1',
        salesperson: 'ivarga',
        customer: 'Third & Co',
        amount: '100.00',
        cost: '60.00',
        status: 'won',
        closedOn: '2026-11-10',
        openedOn: '2026-11-01',
      },
      version,
    });
    expect([await actual('new_customers'), await actual('active')]).toEqual([3, 3]);
    await people.manager.send('POST', `/deals/${id}/void`, {
      version: version + 1,
      reason: 'wrong',
    });
    expect([
      await actual('new_customers'),
      await actual('gross_profit'),
      await actual('days_to_close', 'ivarga'),
    ]).toEqual([2, 24_668, null]);
    expect(await findTotalDifferences(server.db)).toEqual([]);
  });

  it('are added up alike by an import, and by a second one that changes only customers', async () => {
    const csv = (customer: string) =>
      `deal,salesperson,customer,amount,status,closed_on,opened_on,cost,quantity,credit\n` +
      `i1,nkassem,${customer},50.00,won,2026-10-01,2026-09-01,20.00,2.5,\ni2,nkassem,${customer},70.00,lost,2026-10-02,2026-09-02,,,\ni3,nkassem,${customer},9.99,won,2026-10-03,,5.00,1,nkassem:50;ivarga:50\n`;
    for (const customer of ['Alpha', 'Beta']) {
      expect((await people.admin.import('deals', csv(customer))).json()).toMatchObject({
        written: true,
      });
      expect(await findTotalDifferences(server.db)).toEqual([]);
    }
    const view = (
      await people.admin.get('/attainment?unit=north&period=FY2027-P07&measure=new_customers')
    ).json();
    expect(view.figures.actual).toBe(1);
    expect(
      (
        await people.admin.get('/attainment?unit=north&period=FY2027-P07&measure=gross_margin')
      ).json().figures.actual,
    ).toBeCloseTo((1000 * (5000 - 2000 + 500 - 250)) / 5500, 6);
  });

  it('that are not known are refused, in an address and at the field of a target', async () => {
    expect(
      (await people.manager.get('/attainment?unit=salt&period=FY2027&measure=nothing')).json(),
    ).toMatchObject({ status: 404, code: 'unknownMeasure' });
    expect(
      (
        await putTargets(people.manager, [
          { unit: 'salt', period: 'FY2027', measure: 'nothing', target: '1' },
        ])
      ).json().errors[0],
    ).toMatchObject({ field: 'changes/0/measure', code: 'unknownMeasure' });
  });

  it.each<[string, Record<string, unknown>, string, string]>([
    ['a code with capitals', { code: 'Calls' }, 'code', 'measureCode'],
    [
      'a sum of days',
      {
        code: 'x',
        valueKind: 'count',
        definition: { kind: 'sum', of: { field: 'days', states: ['won'] } },
      },
      'definition/of/field',
      'sumField',
    ],
    [
      'a cost of lost deals',
      {
        code: 'x',
        valueKind: 'money',
        definition: { kind: 'sum', of: { field: 'cost', states: ['won', 'lost'] } },
      },
      'definition/of/states',
      'fieldState',
    ],
    [
      'a thing by itself',
      {
        code: 'x',
        valueKind: 'percent',
        definition: {
          kind: 'ratio',
          numerator: { field: 'deals', states: ['won', 'lost'] },
          denominator: { field: 'deals', states: ['lost', 'won'] },
        },
      },
      'definition/denominator',
      'sameAddends',
    ],
    [
      'a typed-in measure over itself',
      {
        code: 'x',
        valueKind: 'percent',
        definition: {
          kind: 'ratio',
          numerator: { measure: 'calls', valueKind: 'count' },
          denominator: { measure: 'calls', valueKind: 'count' },
        },
      },
      'definition/denominator',
      'sameAddends',
    ],
    ...(
      [
        ['a measure there is not', { measure: 'nothing', valueKind: 'count' }],
        ['a measure of deals', { measure: 'revenue', valueKind: 'money' }],
        ['a measure counted otherwise', { measure: 'calls', valueKind: 'days' }],
      ] as const
    ).map(([name, numerator]): [string, Record<string, unknown>, string, string] => [
      `a ratio of ${name}`,
      {
        code: 'x',
        valueKind: numerator.valueKind,
        definition: {
          kind: 'ratio',
          numerator,
          denominator: { field: 'deals', states: ['won'] },
        },
      },
      'definition/numerator',
      'notSummed',
    ]),
    [
      'a sum of money as days',
      {
        code: 'x',
        valueKind: 'days',
        definition: { kind: 'sum', of: { field: 'amount', states: ['won'] } },
      },
      'unit',
      'unitOfDefinition',
    ],
    ['no name', { code: 'x', name: ' ' }, 'name', 'required'],
  ])('refuse %s', async (_case, over, field, code) => {
    const answer = await people.admin.send('POST', '/measures', { ...calls, ...over });
    expect(answer.statusCode).toBe(422);
    expect(answer.json().errors).toContainEqual(expect.objectContaining({ field, code }));
  });

  it('are an administrator’s to change, and those that ship stay as they are', async () => {
    expect(
      (await people.manager.send('POST', '/measures', { ...calls, code: 'mine' })).statusCode,
    ).toBe(403);
    const { code: _code, ...body } = calls;
    expect((await people.admin.send('PUT', '/measures/revenue', body)).json().code).toBe(
      'shippedMeasure',
    );
    expect(
      (await people.admin.send('PUT', '/measures/revenue/archived', { isArchived: true })).json()
        .code,
    ).toBe('revenueStays');
    expect((await people.admin.send('POST', '/measures', calls)).json().code).toBe('measureExists');
  });

  it('computed anew become a version of their own; targets keep theirs until they are moved (GUARDS 30)', async () => {
    const { code, ...body } = { ...calls, code: 'visits', name: 'Visits' };
    await people.admin.send('POST', '/measures', { ...body, code });
    await putTargets(people.admin, [
      { unit: 'salt', period: 'FY2027-P08', measure: 'visits', target: '40' },
    ]);
    const renamed = (
      await people.admin.send('PUT', `/measures/${code}`, { ...body, name: 'Visits paid' })
    ).json();
    expect(renamed).toMatchObject({
      isNewVersion: false,
      measure: { code: 'visits', name: 'Visits paid' },
    });
    const anew = {
      ...body,
      definition: { kind: 'typed', accumulation: 'last' },
      reason: 'a visit is counted once',
    };
    const check = (
      await people.admin.send('PUT', `/measures/${code}`, { ...anew, preview: true })
    ).json();
    expect(check).toMatchObject({
      isNewVersion: true,
      use: { plans: [{ targets: 1, year: 2027 }] },
    });
    expect(
      (await people.admin.get('/measures'))
        .json()
        .measures.some((each: { code: string }) => each.code === 'visits@2'),
    ).toBe(false);
    expect((await people.admin.send('PUT', `/measures/${code}`, anew)).json()).toMatchObject({
      isNewVersion: true,
      measure: { code: 'visits@2', version: 2 },
    });
    expect((await people.admin.send('PUT', `/measures/${code}`, anew)).json().code).toBe(
      'notNewest',
    );
    expect((await standing('visits')).figures.target.value).toBe(40);
    expect((await standing('visits@2')).figures.target.value).toBeNull();
    // A draft is nobody's to see who does not plan there, not even by its name.
    await people.admin.send('POST', '/plans', {
      year: 'FY2027',
      name: 'Secret',
      from: 'published',
    });
    const plansOf = async (client: typeof people.admin) =>
      (await client.get('/measures/visits/use'))
        .json()
        .plans.map((each: { name: string }) => each.name);
    expect(await plansOf(people.admin)).toContain('Secret');
    expect(await plansOf(people.salesperson)).not.toContain('Secret');
    const plan = check.use.plans[0].id;
    expect(
      (await people.admin.send('POST', '/measures/visits@2/targets', { plan, reason: '' })).json()
        .code,
    ).toBe('reasonNeeded');
    expect(
      (
        await people.admin.send('POST', '/measures/visits@2/targets', {
          plan,
          reason: 'one rule for all',
        })
      ).json(),
    ).toEqual({ moved: 1 });
    expect([
      (await standing('visits')).figures.target.value,
      (await standing('visits@2')).figures.target.value,
    ]).toEqual([null, 40]);
  });
});

describe('typed-in values', () => {
  const type = (client: typeof people.manager, ...changes: object[]) =>
    client.send('PUT', '/activities', { changes });
  const value = (over: Record<string, unknown> = {}) => ({
    unit: 'ivarga',
    on: '2026-11-10',
    measure: 'calls',
    value: '12',
    ...over,
  });
  const grid = async (period = 'FY2027-P08', unit = 'salt') =>
    (await people.manager.get(`/activities?unit=${unit}&period=${period}&measure=calls`)).json();
  const rowOf = (
    answer: {
      rows: {
        unit: { code: string };
        own: (number | null)[];
        whole: (number | null)[];
        on: (string | null)[];
      }[];
    },
    unit: string,
  ) => answer.rows.find((row) => row.unit.code === unit)!;

  it('stand in a grid of days and of months, and count in Standing', async () => {
    const saved = (
      await type(people.manager, value(), value({ unit: 'tbrandt', on: '2026-11-11', value: '5' }))
    ).json();
    expect(saved).toMatchObject({
      saved: 2,
      undo: [
        { value: null, previousValue: '12' },
        { value: null, previousValue: '5' },
      ],
    });
    const days = await grid();
    expect([
      rowOf(days, 'ivarga').own[9],
      rowOf(days, 'salt').own[9],
      rowOf(days, 'salt').whole[9],
    ]).toEqual([12, null, 12]);
    const months = await grid('FY2027');
    expect([
      rowOf(months, 'salt').whole[7],
      rowOf(months, 'ivarga').own[7],
      rowOf(months, 'ivarga').on[7],
      rowOf(months, 'ivarga').on[6],
    ]).toEqual([17, 12, null, '2026-10-01']);
    expect(await actual('calls')).toBe(17);
    expect((await type(people.manager, ...saved.undo)).statusCode).toBe(200);
    expect(await actual('calls')).toBeNull();
    await type(people.manager, value());
  });

  it('are not overwritten in silence', async () => {
    const answer = await type(
      people.manager,
      value({ value: '99', previousValue: '11' }),
      value({ unit: 'tbrandt', value: '1', previousValue: null }),
    );
    expect(answer.json()).toMatchObject({ status: 409, code: 'valuesChanged' });
    expect(await actual('calls')).toBe(12);
  });

  it.each<[string, Record<string, unknown>, string, string]>([
    ['text', { value: 'many' }, 'value', 'notANumber'],
    ['half a call', { value: '1.5' }, 'value', 'wholeNumber'],
    ['a day that is none', { on: '2026-02-30' }, 'on', 'notADate'],
    ['a ratio of deals', { measure: 'win_rate' }, 'measure', 'totalFollows'],
    ['a unit elsewhere', { unit: 'nkassem' }, 'unit', 'unknownUnit'],
  ])('refuse %s at its field, and change nothing', async (_case, over, field, code) => {
    const answer = await type(people.manager, value({ on: '2026-11-12', value: '7' }), value(over));
    expect([400, 422]).toContain(answer.statusCode);
    if (answer.statusCode === 422)
      expect(answer.json().errors).toContainEqual(
        expect.objectContaining({
          field: expect.stringContaining(field),
          code: expect.stringMatching(new RegExp(`${code}|format`)),
        }),
      );
    expect(await actual('calls')).toBe(12);
  });

  it('are a salesperson’s for themselves, nobody’s for a viewer, and seen by those of the unit only (GUARDS 40)', async () => {
    expect(
      (await type(people.salesperson, value({ on: '2026-11-13', value: '3' }))).statusCode,
    ).toBe(200);
    expect((await type(people.salesperson, value({ unit: 'tbrandt' }))).statusCode).toBe(422);
    expect((await type(people.viewer, value())).statusCode).toBe(403);
    expect(
      (await people.north.get('/activities?unit=salt&period=FY2027&measure=calls')).statusCode,
    ).toBe(404);
    expect((await people.north.send('GET', '/exports/activities')).body).not.toContain('ivarga');
  });

  it('come from a file and go into one that is read back unchanged', async () => {
    const csv = 'unit,on,measure,value\nivarga,2026-11-16,calls,8\ntbrandt,2026-11-16,calls,9\n';
    expect((await people.manager.import('activities', csv)).json()).toMatchObject({
      created: 2,
      changed: 0,
      unchanged: 0,
      written: true,
    });
    expect((await people.manager.import('activities', csv)).json()).toMatchObject({
      created: 0,
      changed: 0,
      unchanged: 2,
    });
    const out = (await people.manager.send('GET', '/exports/activities')).body;
    expect(out.split('\n')[0]!.trim()).toBe('unit,on,measure,value');
    expect((await people.manager.import('activities', out)).json()).toMatchObject({
      created: 0,
      changed: 0,
      refused: 0,
    });
    const bad = (
      await people.manager.import(
        'activities',
        `${csv}ivarga,2026-11-16,calls,1\nivarga,2026-11-17,revenue,1\n`,
      )
    ).json();
    expect(bad).toMatchObject({
      written: false,
      refused: 2,
      refusals: [
        { line: 4, column: 'unit' },
        { line: 5, column: 'measure' },
      ],
    });
  });
});

describe('a measure nobody uses', () => {
  const own = (code: string, over: object = {}) =>
    people.admin.send('POST', '/measures', { ...calls, code, name: code, ...over });
  const remove = (code: string, client: Client = people.admin) =>
    client.send('DELETE', `/measures/${code}`);

  it('is deleted, and one that something uses is not', async () => {
    await own('spare');
    await own('spare_rate', {
      definition: {
        kind: 'ratio',
        numerator: { measure: 'spare', valueKind: 'count' },
        denominator: { field: 'deals', states: ['won'] },
      },
    });
    expect((await remove('spare', people.manager)).statusCode).toBe(403);
    expect((await remove('revenue')).json().code).toBe('shippedMeasure');
    expect((await remove('nothing')).json().code).toBe('unknownMeasure');
    expect((await remove('spare')).json()).toMatchObject({
      code: 'measureInUse',
      detail: expect.stringContaining('spare_rate, which is computed from it'),
    });
    expect((await remove('spare_rate')).statusCode).toBe(200);
    const typed = { unit: 'ivarga', on: '2026-11-12', measure: 'spare' };
    await people.manager.send('PUT', '/activities', { changes: [{ ...typed, value: '3' }] });
    expect((await remove('spare')).json().detail).toContain('1 value');
    await people.manager.send('PUT', '/activities', { changes: [{ ...typed, value: null }] });
    expect((await remove('spare')).statusCode).toBe(200);
    const { measures } = (await people.admin.get('/measures')).json();
    expect(measures.some((each: { code: string }) => each.code.startsWith('spare'))).toBe(false);
    expect((await own('spare')).statusCode).toBe(200);
  });
});
