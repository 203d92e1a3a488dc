import fc from 'fast-check';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import * as XLSX from 'xlsx';
import type { CommissionTermsInput } from '#contract/schemas/commission';
import {
  type Client,
  createCompany,
  createDatabase,
  putTargets,
  startServer,
  type TestServer,
  wonDeal,
} from './harness';

let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  await putTargets(people.admin, [
    { unit: 'ivarga', period: 'FY2027-P06', measure: 'revenue', target: '1000.00' },
    { unit: 'ivarga', period: 'FY2027-P07', measure: 'revenue', target: '1000.00' },
    { unit: 'ivarga', period: 'FY2027-P08', measure: 'revenue', target: '1000.00' },
    { unit: 'salt', period: 'FY2027-P07', measure: 'revenue', target: '5000.00' },
  ]);
});
afterAll(() => server.stop());
beforeEach(async () => {
  for (const table of [
    'commission_comment',
    'commission_statement',
    'commission_terms',
    'commission_plan',
  ])
    await server.db.execute(`delete from ${table}`);
  await server.db.execute('update deal set voided_at = now()');
  await server.db.execute(`update ledger_state set epoch = epoch + 1`);
  await server.replica.afterWrite({ all: true, company: true });
});

const terms = (over: Partial<CommissionTermsInput> = {}): CommissionTermsInput => ({
  measure: 'revenue',
  periodKind: 'month',
  tierMode: 'marginal',
  tiers: [
    { from: 0, rate: 50_000 },
    { from: 10_000, rate: 80_000 },
  ],
  withoutTarget: 'lowest',
  specialRates: [],
  bonus: null,
  floor: null,
  cap: null,
  guarantee: null,
  draw: null,
  secondAbove: null,
  ...over,
});
const plan = (over: object = {}) => ({
  name: 'Sellers',
  unit: 'salt',
  payee: 'salespeople',
  userId: null,
  from: 'FY2027-P06',
  terms: terms(),
  ...over,
});
const addPlan = async (over: object = {}, as: Client = people.manager) => {
  const made = await as.send('POST', '/commission-plans', plan(over));
  expect(made.statusCode, made.body).toBe(201);
  return made.json();
};
const faultsOf = async (over: object, as: Client = people.manager) => {
  const refused = await as.send('POST', '/commission-plans', plan(over));
  expect(refused.statusCode, refused.body).toBe(422);
  return refused
    .json()
    .errors.map(({ field, code }: { field: string; code: string }) => `${field} ${code}`);
};
const book = async (over: Record<string, unknown> = {}) => {
  const booked = await people.admin.send('POST', '/deals', wonDeal(over));
  expect(booked.statusCode, booked.body).toBe(201);
  return booked.json().deal as { id: number; deal: string };
};
const statement = async (period: string, payee = 'ivarga', as: Client = people.manager) => {
  const found = await as.get(`/commission-statement?payee=${payee}&period=${period}`);
  expect(found.statusCode, found.body).toBe(200);
  return found.json();
};
const approve = async (period: string, as: Client = people.manager, payee = 'ivarga') =>
  as.send('POST', '/commission-statement/approval', {
    payee,
    period,
    total: (await statement(period, payee)).total,
  });
const linesOf = ({ entries }: { entries: { kind: string; amount: number }[] }) =>
  entries.map(({ kind, amount }) => `${kind} ${amount}`);

describe('a plan on a measure of the company’s own', () => {
  const measure = (over: object) => ({
    group: 'Own',
    valueKind: 'count',
    decimals: 0,
    direction: 'higher',
    description: 'Own.',
    ...over,
  });
  beforeAll(async () => {
    for (const each of [
      measure({
        code: 'units',
        name: 'Units sold',
        definition: { kind: 'sum', of: { field: 'quantity', states: ['won'] } },
      }),
      measure({
        code: 'visits',
        name: 'Visits',
        definition: { kind: 'typed', accumulation: 'sum' },
      }),
    ]) {
      const made = await people.admin.send('POST', '/measures', each);
      expect(made.statusCode, made.body).toBe(200);
    }
    await putTargets(people.admin, [
      { unit: 'ivarga', period: 'FY2027-P07', measure: 'units', target: '4' },
    ]);
  });

  it('has its parts by deal, with the thousandths of a quantity, against its own target', async () => {
    // 10.00 a unit up to the target of 4, 20.00 above it.
    const tiers = [
      { from: 0, rate: 1_000 },
      { from: 10_000, rate: 2_000 },
    ];
    await addPlan({ terms: terms({ measure: 'units', tiers }) });
    await book({ quantity: 2.5, closedOn: '2026-10-05' });
    await book({ quantity: 2.5, closedOn: '2026-10-06' });
    await book({ quantity: 7, closedOn: '2026-10-07', salesperson: 'tbrandt' });
    const october = await statement('FY2027-P07');
    expect(october).toMatchObject({
      measure: 'units',
      measureName: 'Units sold',
      baseKind: 'count',
      baseDecimals: 3,
      base: 5_000,
      target: 4_000,
      attainment: 1.25,
      total: 2_500 + 1_500 + 2_000,
    });
    expect(linesOf(october)).toEqual(['deal 2500', 'deal 3500']);
    const csv = (
      await people.manager.get(
        '/commission-statements/export?unit=salt&period=FY2027-P07&format=csv&payee=ivarga',
      )
    ).body.split('\r\n');
    expect(csv[1]).toContain('2.5,€10.00 each,25.00');
    expect(
      (await people.manager.get('/attainment?unit=ivarga&period=FY2027-P07&measure=units')).json()
        .figures.actual,
    ).toBe(5);
  });

  it('pays for the first deal of a customer to whose it is, and again when it moves', async () => {
    const tiers = [{ from: 0, rate: 5_000 }];
    await addPlan({ terms: terms({ measure: 'new_customers', tiers }) });
    await book({ customer: 'Own New A', closedOn: '2026-10-06' });
    await book({ customer: 'Own New A', closedOn: '2026-10-07' });
    await book({ customer: 'Own New B', closedOn: '2026-10-07', salesperson: 'tbrandt' });
    expect(linesOf(await statement('FY2027-P07'))).toEqual(['deal 5000']);
    expect(linesOf(await statement('FY2027-P07', 'tbrandt'))).toEqual(['deal 5000']);
    const totals = async () =>
      (await people.manager.get('/commission-statements?unit=salt&period=FY2027-P07'))
        .json()
        .rows.map(({ payee, total }: { payee: string; total: number }) => `${payee} ${total}`);
    expect(await totals()).toEqual(expect.arrayContaining(['ivarga 5000', 'tbrandt 5000']));
    // An earlier one of the same customer by somebody else takes it away.
    await book({ customer: 'Own New A', closedOn: '2026-10-01', salesperson: 'tbrandt' });
    expect(linesOf(await statement('FY2027-P07'))).toEqual([]);
    expect(linesOf(await statement('FY2027-P07', 'tbrandt'))).toEqual(['deal 5000', 'deal 5000']);
    expect(await totals()).toEqual(expect.arrayContaining(['ivarga 0', 'tbrandt 10000']));
  });

  it('has a base that is the measure’s own figure, over random bookings and splits', async () => {
    const codes = ['units', 'new_customers'] as const;
    const deal = fc.record({
      day: fc.integer({ min: 1, max: 30 }),
      customer: fc.constantFrom('Own A', 'Own B', 'Own C'),
      quantity: fc.integer({ min: 1, max: 9_000 }),
      isSplit: fc.boolean(),
      isMine: fc.boolean(),
    });
    await fc.assert(
      fc.asyncProperty(
        fc.array(deal, { minLength: 1, maxLength: 7 }),
        fc.constantFrom(...codes),
        async (deals, measureCode) => {
          for (const table of ['commission_terms', 'commission_plan'])
            await server.db.execute(`delete from ${table}`);
          await server.db.execute('update deal set voided_at = now()');
          await server.db.execute('update ledger_state set epoch = epoch + 1');
          await server.replica.afterWrite({ all: true, company: true });
          await addPlan({
            terms: terms({ measure: measureCode, tiers: [{ from: 0, rate: 100 }] }),
          });
          const actual = async (unit: string): Promise<number> => {
            const place = `unit=${unit}&period=FY2027-P06&measure=${measureCode}`;
            return (await people.manager.get(`/attainment?${place}`)).json().figures.actual ?? 0;
          };
          // Deals that were put away without the ledger still stand in its totals.
          const before = { ivarga: await actual('ivarga'), tbrandt: await actual('tbrandt') };
          for (const { day, customer, quantity, isSplit, isMine } of deals) {
            const salesperson = isMine ? 'ivarga' : 'tbrandt';
            await book({
              customer,
              salesperson,
              quantity: quantity / 1_000,
              closedOn: `2026-09-${String(day).padStart(2, '0')}`,
              ...(isSplit && {
                credit: [
                  { salesperson, percent: 40 },
                  { salesperson: isMine ? 'tbrandt' : 'ivarga', percent: 60 },
                ],
              }),
            });
          }
          for (const unit of ['ivarga', 'tbrandt'] as const) {
            const { base, baseDecimals } = await statement('FY2027-P06', unit);
            const booked = (await actual(unit)) - before[unit];
            expect(base / 10 ** baseDecimals).toBeCloseTo(booked, 9);
          }
        },
      ),
      { numRuns: 10 },
    );
  });

  it('that is typed in has a line a day, and its correction after the month is approved', async () => {
    await addPlan({ terms: terms({ measure: 'visits', tiers: [{ from: 0, rate: 300 }] }) });
    const type = async (value: string) =>
      expect(
        (
          await people.admin.import(
            'activities',
            `unit,on,measure,value\nivarga,2026-09-03,visits,2\nivarga,2026-09-04,visits,${value}\n`,
          )
        ).json(),
      ).toMatchObject({ written: true });
    await type('3');
    const september = await statement('FY2027-P06');
    expect(september.entries).toMatchObject([
      { kind: 'value', day: '2026-09-03', base: 2, amount: 600, deal: null },
      { kind: 'value', day: '2026-09-04', base: 3, amount: 900 },
    ]);
    expect((await approve('FY2027-P06')).statusCode).toBe(200);
    await type('1');
    const october = await statement('FY2027-P07');
    expect(october.entries).toMatchObject([
      { kind: 'correction', ofKind: 'value', day: '2026-09-04', amount: -600 },
      // What is below nothing is owed, and taken back from later commission.
      { kind: 'advance', amount: 600 },
    ]);
  });

  it('is tried on the last quarter, and its measure cannot be deleted', async () => {
    await book({ quantity: 3, closedOn: '2026-07-05' });
    const tiers = [{ from: 0, rate: 1_000 }];
    const tried = await people.manager.send('POST', '/commission-plans/trial', {
      ...(({ name: _name, from: _from, ...rest }) => rest)(
        plan({ terms: terms({ measure: 'units', tiers }) }),
      ),
      over: 'quarter',
    });
    expect(tried.json(), tried.body).toMatchObject({ now: 0, trial: 3_000 });
    await addPlan({ terms: terms({ measure: 'units', tiers }) });
    const refused = await people.admin.send('DELETE', '/measures/units');
    expect([refused.statusCode, refused.json().code]).toEqual([409, 'measureInUse']);
    expect(refused.json().detail).toContain('1 commission plan');
  });
});

describe('a statement', () => {
  it('has every line, adds up to them, and follows each booking', async () => {
    await addPlan();
    await book({ amount: '600.00', closedOn: '2026-10-05' });
    await book({ amount: '600.00', closedOn: '2026-10-06' });
    const october = await statement('FY2027-P07');
    expect(october).toMatchObject({
      base: 120_000,
      target: 100_000,
      attainment: 1.2,
      total: 3_000 + 2_000 + 1_600,
      state: 'open',
    });
    expect(october.entries[1]).toMatchObject({
      kind: 'deal',
      customer: 'Pike Boats',
      day: '2026-10-06',
      parts: [
        { base: 40_000, rate: 50_000 },
        { base: 20_000, rate: 80_000 },
      ],
    });
    await book({ amount: '100.00', closedOn: '2026-10-07' });
    expect((await statement('FY2027-P07')).total).toBe(6_600 + 800);
  });

  it('of a split deal has the part that is credited, of a branch manager all of the branch', async () => {
    await addPlan();
    await book({
      amount: '1000.00',
      closedOn: '2026-10-05',
      credit: [
        { salesperson: 'ivarga', percent: 60 },
        { salesperson: 'tbrandt', percent: 40 },
      ],
    });
    expect((await statement('FY2027-P07')).base).toBe(60_000);
    // Without a target: the lowest tier.
    expect(await statement('FY2027-P07', 'tbrandt')).toMatchObject({ base: 40_000, total: 2_000 });
    const { accounts } = (await people.admin.get('/commission-plans')).json();
    const { id } = accounts.find(({ name }: { name: string }) => name === 'manager');
    await addPlan(
      {
        name: 'Branch managers',
        payee: 'account',
        userId: id,
        terms: terms({ tiers: [{ from: 0, rate: 10_000 }] }),
      },
      people.admin,
    );
    const own = await statement('FY2027-P07', `@${id}`, people.manager);
    expect(own).toMatchObject({ base: 100_000, total: 1_000, hindrance: 'ownStatement' });
    expect((await approve('FY2027-P07', people.manager, `@${id}`)).json().code).toBe(
      'notApprovable',
    );
    // Another branch's manager, a salesperson and a viewer know nothing of it.
    for (const [who, status] of [
      [people.north, 404],
      [people.salesperson, 404],
      [people.viewer, 403],
    ] as const)
      expect(
        (await who.get(`/commission-statement?payee=@${id}&period=FY2027-P07`)).statusCode,
      ).toBe(status);
  });

  it('is one’s own, or of one’s people; nobody else’s', async () => {
    await addPlan();
    await addPlan({ name: 'North', unit: 'north' }, people.north);
    await book({ amount: '100.00', closedOn: '2026-10-05' });
    const rows = async (who: Client, unit: string) =>
      (await who.get(`/commission-statements?unit=${unit}&period=FY2027-P07`))
        .json()
        .rows?.map(({ payee }: { payee: string }) => payee);
    expect(await rows(people.salesperson, 'ivarga')).toEqual(['ivarga']);
    expect(await rows(people.manager, 'salt')).toEqual(['ivarga', 'tbrandt']);
    expect(await rows(people.admin, 'ht')).toEqual(['nkassem', 'ivarga', 'tbrandt']);
    const get = async (who: Client, payee: string) =>
      (await who.get(`/commission-statement?payee=${payee}&period=FY2027-P07`)).statusCode;
    expect(await get(people.salesperson, 'ivarga')).toBe(200);
    expect(await get(people.salesperson, 'tbrandt')).toBe(404);
    expect(await get(people.north, 'ivarga')).toBe(404);
    expect(await get(people.viewer, 'ivarga')).toBe(403);
    const list = '/commission-statements?unit=salt&period=FY2027-P07';
    expect((await people.viewer.get(list)).statusCode).toBe(403);
    for (const path of ['/commission-plans', '/commission-liability?unit=ivarga'])
      expect((await people.salesperson.get(path)).statusCode).toBe(403);
    // A salesperson approves nothing, their own least of all.
    expect((await approve('FY2027-P06', people.salesperson)).statusCode).toBe(403);
  });

  it('goes by the nearest plan: one’s own before the team’s, the team’s before the branch’s', async () => {
    await addPlan();
    const simple = (rate: number) => terms({ tiers: [{ from: 0, rate }] });
    await addPlan({ name: 'Deck', unit: 'deck', terms: simple(10_000) });
    await addPlan({ name: 'Ilse', unit: 'ivarga', from: 'FY2027-P08', terms: simple(20_000) });
    await book({ amount: '100.00', closedOn: '2026-10-05' });
    await book({ amount: '100.00', closedOn: '2026-11-05' });
    expect((await statement('FY2027-P07')).total).toBe(100);
    expect((await statement('FY2027-P08')).total).toBe(200);
  });
});

describe('approval', () => {
  it('locks what was seen; a voided deal is taken back in the next, which says why', async () => {
    await addPlan();
    const deal = await book({ amount: '600.00', closedOn: '2026-09-05' });
    await book({ amount: '600.00', closedOn: '2026-09-06' });
    await book({ amount: '1000.00', closedOn: '2026-10-06' });
    expect((await approve('FY2027-P06')).json()).toMatchObject({ state: 'locked', total: 6_600 });
    // Twice is once.
    expect((await approve('FY2027-P06')).json()).toMatchObject({ state: 'locked', total: 6_600 });
    await people.admin.send('POST', `/deals/${deal.id}/void`, { version: 1, reason: 'returned' });
    expect((await statement('FY2027-P06')).total).toBe(6_600);
    const october = await statement('FY2027-P07');
    // What is left of September is below the target: 600.00 at 5 % instead of 36.00 for it.
    expect(october.entries).toMatchObject([
      { kind: 'deal', amount: 5_000 },
      { kind: 'correction', deal: deal.deal, amount: -3_000, ofPeriod: 'September 2026' },
      { kind: 'correction', deal: expect.any(String), amount: -600, ofPeriod: 'September 2026' },
    ]);
    expect(october.total).toBe(1_400);
    await approve('FY2027-P07');
    expect(linesOf(await statement('FY2027-P08'))).toEqual([]);
  });

  it('refuses a total that is not the one that is there now, a running month, and one before another', async () => {
    await addPlan();
    await book({ amount: '100.00', closedOn: '2026-09-05' });
    const stale = await people.manager.send('POST', '/commission-statement/approval', {
      payee: 'ivarga',
      period: 'FY2027-P06',
      total: 1,
    });
    expect([stale.statusCode, stale.json().code]).toEqual([409, 'statementChanged']);
    expect((await approve('FY2027-P07')).json().detail).toContain('an earlier month');
    expect((await approve('FY2027-P08')).json().detail).toContain('has not ended');
    expect((await approve('FY2027-P06')).statusCode).toBe(200);
    expect((await approve('FY2027-P07')).statusCode).toBe(200);
  });

  it('needs four eyes above an amount', async () => {
    await addPlan({ terms: terms({ secondAbove: 1_000 }) });
    await book({ amount: '500.00', closedOn: '2026-09-05' });
    expect((await approve('FY2027-P06')).json()).toMatchObject({ state: 'awaiting' });
    expect((await approve('FY2027-P06')).json().detail).toContain('second person');
    const second = await approve('FY2027-P06', people.admin);
    expect(second.json()).toMatchObject({
      state: 'locked',
      approvedBy: 'manager',
      secondBy: 'Mara Okoye',
    });
  });

  it('two at once lock it once', async () => {
    await addPlan();
    await book({ amount: '500.00', closedOn: '2026-09-05' });
    const both = await Promise.all([approve('FY2027-P06'), approve('FY2027-P06', people.admin)]);
    expect(both.map(({ statusCode }) => statusCode)).toEqual([200, 200]);
    const { rows } = await server.db.execute('select count(*)::int as n from commission_statement');
    expect(rows).toEqual([{ n: 1 }]);
  });

  it('is followed by payment, and what is not yet paid is owed', async () => {
    await addPlan();
    await book({ amount: '500.00', closedOn: '2026-09-05' });
    await book({ amount: '300.00', closedOn: '2026-10-05' });
    await approve('FY2027-P06');
    const owed = async () => (await people.manager.get('/commission-liability?unit=salt')).json();
    expect(await owed()).toMatchObject({
      months: ['FY2027-P06', 'FY2027-P07'],
      amounts: [2_500, 1_500],
      total: 4_000,
    });
    const early = { unit: 'salt', period: 'FY2027-P06', paidOn: '2026-08-01' };
    // From the first of the month, 1 September, on, and at most 3,660 days later.
    for (const paidOn of ['2026-08-01', '2026-08-31', '2036-09-09']) {
      const refused = await people.manager.send('POST', '/commission-statements/payment', {
        ...early,
        paidOn,
      });
      expect(refused.statusCode).toBe(422);
      expect(refused.json().errors[0]).toMatchObject({
        field: 'paidOn',
        message: 'Must lie between 2026-09-01 and 2036-09-08.',
      });
    }
    const paid = await people.manager.send('POST', '/commission-statements/payment', {
      ...early,
      paidOn: '2026-10-10',
    });
    expect(paid.json().rows[0]).toMatchObject({ state: 'paid', paidOn: '2026-10-10' });
    // Open ones are not paid.
    expect(paid.json().rows[1]).toMatchObject({ payee: 'tbrandt', state: 'open' });
    expect(await owed()).toMatchObject({ months: ['FY2027-P07'], total: 1_500 });
  });
});

describe('a question about a line', () => {
  it('is asked by the payee, answered and settled by who approves', async () => {
    await addPlan();
    const deal = await book({ amount: '500.00', closedOn: '2026-10-05' });
    const entry = `deal ${deal.id}`;
    const say = (who: Client, text: string, payee = 'ivarga') =>
      who.send('POST', '/commission-statement/comments', {
        payee,
        period: 'FY2027-P07',
        entry,
        text,
      });
    expect((await say(people.salesperson, 'Should be shared')).statusCode).toBe(201);
    expect((await say(people.salesperson, 'x', 'tbrandt')).statusCode).toBe(404);
    const list = (
      await people.manager.get('/commission-statements?unit=salt&period=FY2027-P07')
    ).json();
    expect(list.rows[0].openComments).toBe(1);
    await say(people.manager, 'It was agreed so');
    const { comments } = await statement('FY2027-P07');
    expect(
      comments.map(({ userName, text }: { userName: string; text: string }) => [userName, text]),
    ).toEqual([
      ['ilse', 'Should be shared'],
      ['manager', 'It was agreed so'],
    ]);
    const path = `/commission-comments/${comments[0].id}/settle`;
    expect((await people.salesperson.send('POST', path, {})).statusCode).toBe(403);
    expect((await people.north.send('POST', path, {})).statusCode).toBe(404);
    const settled = await people.manager.send('POST', path, {});
    expect(settled.json().comments[1]).toMatchObject({ settledBy: 'manager' });
  });
});

describe('a plan', () => {
  it('that is wrong is refused at its field', async () => {
    expect(await faultsOf({ terms: terms({ tiers: [{ from: 500, rate: 1 }] }) })).toEqual([
      'terms/tiers tierStart',
    ]);
    const crossed = [0, 9_000, 8_000].map((from) => ({ from, rate: 1 }));
    expect(await faultsOf({ terms: terms({ tiers: crossed }) })).toEqual(['terms/tiers tierOrder']);
    // 1,000 %.
    expect(await faultsOf({ terms: terms({ tiers: [{ from: 0, rate: 10_000_000 }] }) })).toEqual([
      'terms/tiers/0/rate aboveLimit',
    ]);
    expect(await faultsOf({ terms: terms({ floor: 2, cap: 1 }) })).toEqual([
      'terms/floor floorAboveCap',
    ]);
    const rate = { by: 'product' as const, name: 'nothing', rate: 1 };
    expect(await faultsOf({ terms: terms({ specialRates: [rate] }) })).toEqual([
      'terms/specialRates/0/name unknownName',
    ]);
    expect(await faultsOf({ payee: 'account' })).toEqual(['userId required']);
  });

  it('is paid on any measure that adds up, and on nothing else', async () => {
    expect(await faultsOf({ terms: terms({ measure: 'gross_margin' }) })).toEqual([
      'terms/measure noCommissionMeasure',
    ]);
    expect(await faultsOf({ terms: terms({ measure: 'nothing' }) })).toEqual([
      'terms/measure noCommissionMeasure',
    ]);
    const own = { by: 'category' as const, name: 'Engines', rate: 10_000 };
    const each = terms({ measure: 'new_customers', tiers: [{ from: 0, rate: 1 }] });
    expect((await faultsOf({ terms: { ...each, specialRates: [own] } }))[0]).toBe(
      'terms/specialRates/0/name rateNeedsLines',
    );
  });

  it('does not overlap another of the same people, nor months that are approved', async () => {
    const { id } = await addPlan();
    expect(await faultsOf({ from: 'FY2027-P08' })).toEqual(['from plansOverlap']);
    await book({ amount: '500.00', closedOn: '2026-09-05' });
    await approve('FY2027-P06');
    const change = (from: string) =>
      people.manager.send('POST', `/commission-plans/${id}/versions`, {
        from,
        terms: terms({ tiers: [{ from: 0, rate: 10_000 }] }),
      });
    expect((await change('FY2027-P06')).json().errors).toMatchObject([
      { field: 'from', code: 'statementsLocked' },
    ]);
    expect((await change('FY2027-P07')).json().versions).toMatchObject([
      { from: 'FY2027-P07' },
      { from: 'FY2027-P06' },
    ]);
    expect((await people.manager.send('DELETE', `/commission-plans/${id}`)).statusCode).toBe(409);
    const end = (lastMonth: string | null) =>
      people.manager.send('PUT', `/commission-plans/${id}/end`, { lastMonth });
    expect((await end('FY2027-P05')).statusCode).toBe(422);
    expect((await end('FY2027-P07')).json().lastMonth).toBe('FY2027-P07');
    await addPlan({ name: 'Next', from: 'FY2027-P08' });
    expect((await end(null)).json().errors).toMatchObject([{ code: 'plansOverlap' }]);
  });

  it('is set by who plans there, and nobody sets their own', async () => {
    const refused = await people.north.send('POST', '/commission-plans', plan());
    expect(refused.statusCode).toBe(404);
    expect((await people.salesperson.send('POST', '/commission-plans', plan())).statusCode).toBe(
      403,
    );
    const { accounts } = (await people.manager.get('/commission-plans')).json();
    const { id } = accounts.find(({ name }: { name: string }) => name === 'manager');
    expect(await faultsOf({ payee: 'account', userId: id })).toEqual(['userId ownCommission']);
  });

  it('is tried on the last quarter: who would gain and lose, and nothing of it stays', async () => {
    await addPlan();
    await book({ amount: '1000.00', closedOn: '2026-08-05' });
    await book({ amount: '1000.00', closedOn: '2026-09-05', salesperson: 'tbrandt' });
    const tried = await people.manager.send('POST', '/commission-plans/trial', {
      unit: 'salt',
      payee: 'salespeople',
      userId: null,
      terms: terms({ tiers: [{ from: 0, rate: 40_000 }] }),
      over: 'quarter',
    });
    expect(tried.json()).toMatchObject({
      months: ['FY2027-P04', 'FY2027-P05', 'FY2027-P06'],
      // The plan pays from September on: August was unpaid so far.
      rows: [
        { payee: 'ivarga', now: 0, trial: 4_000, difference: 4_000 },
        { payee: 'tbrandt', now: 5_000, trial: 4_000, difference: -1_000 },
      ],
      now: 5_000,
      trial: 8_000,
    });
    expect((await people.manager.get('/commission-plans')).json().plans).toHaveLength(1);
  });
});

describe('what if', () => {
  it('says what an attainment and the next deal would bring', async () => {
    await addPlan();
    await book({ amount: '900.00', closedOn: '2026-11-05' });
    const asked = await people.salesperson.get(
      '/commission-what-if?payee=ivarga&period=FY2027-P08&attainment=10500&amount=20000',
    );
    expect(asked.json()).toEqual({
      earned: 4_500,
      missing: 15_000,
      atAttainment: 5_400,
      nextDeal: 500 + 800,
    });
  });
});

describe('the cost of a running month', () => {
  it('at the forecast has open deals at their probability, each at the rate it would reach', async () => {
    await addPlan();
    await book({ amount: '900.00', closedOn: '2026-11-05' });
    const open = { status: 'open', expectedOn: '2026-11-25', probability: 0.5 };
    await book({ ...open, amount: '400.00', closedOn: undefined });
    // Not in this month.
    await book({ ...open, amount: '900.00', expectedOn: '2026-12-05', closedOn: undefined });
    const list = async (period: string) =>
      (await people.manager.get(`/commission-statements?unit=salt&period=${period}`)).json();
    // 200.00 weighted: half of it up to the target at 5 %, half above it at 8 %.
    expect(await list('FY2027-P08')).toMatchObject({ total: 4_500, atForecast: 4_500 + 1_300 });
    expect(await list('FY2027-P07')).toMatchObject({ atForecast: null });
  });
});

describe('files', () => {
  it('carry every line, and payroll gets what is approved', async () => {
    await addPlan();
    await book({ amount: '600.00', closedOn: '2026-09-05', customer: '=1+1' });
    const file = (format: string, who = people.manager, more = '') =>
      who.get(`/commission-statements/export?unit=salt&period=FY2027-P06&format=${format}${more}`);
    expect((await file('payroll')).body.trim()).toBe(
      'payee,name,period,amount,currency,state,paid_on',
    );
    await approve('FY2027-P06');
    expect((await file('payroll')).body.trim().split('\r\n')[1]).toBe(
      'ivarga,Ilse Varga,FY2027-P06,30.00,EUR,locked,',
    );
    const csv = (await file('csv')).body.trim().split('\r\n');
    expect(csv[1]).toContain(',600.00,5%,30.00,EUR');
    expect(csv[1]).not.toContain(',=1+1');
    const xlsx = XLSX.read((await file('xlsx')).rawPayload);
    const [row] = XLSX.utils.sheet_to_json<{ base: number; amount: number }>(
      xlsx.Sheets['Commission']!,
    );
    expect(row).toMatchObject({ base: 600, amount: 30 });
    const pdf = await file('pdf');
    const document = await getDocument({ data: new Uint8Array(pdf.rawPayload) }).promise;
    const page = await (await document.getPage(1)).getTextContent();
    const text = page.items.map((item) => ('str' in item ? item.str : '')).join(' ');
    expect(text).toContain('Ilse Varga, commission for September 2026');
    expect(text).toContain('€30.00');
    // Own only.
    expect((await file('csv', people.salesperson)).statusCode).toBe(404);
    expect((await file('csv', people.viewer)).statusCode).toBe(403);
  });
});

describe('against SQL, over random bookings', () => {
  it('simple and tiered commission agree to the last minor unit', async () => {
    await addPlan({ from: 'FY2027-P06' });
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.record({
            amount: fc.integer({ min: -30_000, max: 60_000 }),
            day: fc.integer({ min: 1, max: 30 }),
            isSplit: fc.boolean(),
          }),
          { minLength: 1, maxLength: 6 },
        ),
        async (deals) => {
          for (const { amount, day, isSplit } of deals)
            await book({
              amount: (amount / 100).toFixed(2),
              closedOn: `2026-09-${String(day).padStart(2, '0')}`,
              ...(isSplit && {
                credit: [
                  { salesperson: 'ivarga', percent: 33 },
                  { salesperson: 'tbrandt', percent: 67 },
                ],
              }),
            });
          const {
            rows: [row],
          } = await server.db.execute<{ amount: number }>(`
            with mine as (
              select d.id, d.closed_on, coalesce(k.credited, d.credited) as base from deal d
              left join deal_credit k on k.deal_id = d.id
              where d.voided_at is null and d.status = 'won' and d.closed_on between '2026-09-01'
                and '2026-09-30' and coalesce(k.salesperson_id, d.salesperson_id) =
                  (select id from unit where code = 'ivarga')
            ), summed as (select base, coalesce(sum(base) over (order by closed_on, id rows between
              unbounded preceding and 1 preceding), 0) as before from mine),
            f as (select base, before, (least(before, 100000) * 0.05 + greatest(before - 100000, 0)
              * 0.08) as f0, (least(before + base, 100000) * 0.05 + greatest(before + base - 100000,
                0) * 0.08) as f1 from summed)
            select coalesce(sum(round(f1 - f0)), 0)::bigint as amount from f`);
          expect((await statement('FY2027-P06')).earned).toBe(row!.amount);
        },
      ),
      { numRuns: 12 },
    );
  });
});
