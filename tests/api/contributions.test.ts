import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Contributions } from '#contract/schemas/contributions';
import { buildMeasure, type Measure, type MeasureRecord } from '#core/measure/measure';
import { createCompany, createDatabase, startServer, type TestServer } from './harness';

/** Deals behind any measure: the rows of a figure make the figure (docs/calculations.md, 4). */
let server: TestServer;
let people: Awaited<ReturnType<typeof createCompany>>;

const own = (code: string, over: object) => ({
  code,
  name: `Own ${code}`,
  group: 'Own',
  valueKind: 'count',
  decimals: 0,
  direction: 'higher',
  description: 'A measure of one’s own.',
  ...over,
});
const OWN = [
  own('buyers', { definition: { kind: 'distinct', of: 'customer' } }),
  own('wares', { definition: { kind: 'distinct', of: 'product' } }),
  own('ports', { definition: { kind: 'distinct', of: 'location' } }),
  own('pieces', {
    decimals: 3,
    definition: { kind: 'sum', of: { field: 'quantity', states: ['won'] } },
  }),
  own('lost_share', {
    valueKind: 'percent',
    decimals: 1,
    definition: {
      kind: 'ratio',
      numerator: { field: 'amount', states: ['lost'] },
      denominator: { field: 'amount', states: ['won', 'lost'] },
    },
  }),
  own('per_new', {
    valueKind: 'money',
    decimals: 2,
    definition: {
      kind: 'ratio',
      numerator: { field: 'amount', states: ['won'] },
      denominator: { field: 'newCustomers', states: ['won'] },
    },
  }),
  own('calls', { definition: { kind: 'typed', accumulation: 'sum' } }),
  own('heads', { decimals: 1, definition: { kind: 'typed', accumulation: 'average' } }),
  own('desks', { definition: { kind: 'typed', accumulation: 'last' } }),
  own('calls_a_deal', {
    decimals: 1,
    definition: {
      kind: 'ratio',
      numerator: { measure: 'calls', valueKind: 'count' },
      denominator: { field: 'deals', states: ['won'] },
    },
  }),
  own('won_a_call', {
    valueKind: 'money',
    definition: {
      kind: 'ratio',
      numerator: { field: 'amount', states: ['won'] },
      denominator: { measure: 'calls', valueKind: 'count' },
    },
  }),
];
const UNITS = ['ht', 'salt', 'deck', 'eng', 'north', 'ivarga', 'tbrandt'];

/** Random deals and values of a year in which a salesperson moves between teams. */
function drawCompany() {
  const day = fc
    .integer({ min: 0, max: 320 })
    .map((after) => new Date(Date.UTC(2026, 0, 1 + after)).toISOString().slice(0, 10));
  const deal = fc.record({
    closed: day,
    open: fc.option(fc.integer({ min: 0, max: 90 })),
    person: fc.constantFrom('ivarga', 'tbrandt', 'nkassem'),
    status: fc.constantFrom('won', 'won', 'won', 'lost'),
    amount: fc.integer({ min: -20_000, max: 90_000 }),
    cost: fc.option(fc.integer({ min: 0, max: 50_000 })),
    quantity: fc.option(fc.integer({ min: 1, max: 9_999 })),
    customer: fc.integer({ min: 1, max: 12 }),
    product: fc.option(fc.integer({ min: 1, max: 4 })),
    location: fc.option(fc.integer({ min: 1, max: 3 })),
    share: fc.option(fc.integer({ min: 1, max: 99 })),
  });
  const value = fc.record({
    day,
    unit: fc.constantFrom('ivarga', 'tbrandt', 'deck', 'salt'),
    measure: fc.constantFrom('calls', 'heads', 'desks'),
    value: fc.integer({ min: 0, max: 40 }),
  });
  return {
    deals: fc.sample(deal, { numRuns: 250, seed: 15 }),
    values: fc.sample(value, { numRuns: 120, seed: 16 }),
  };
}

beforeAll(async () => {
  server = await startServer(await createDatabase());
  people = await createCompany(server);
  for (const each of OWN)
    expect((await people.admin.send('POST', '/measures', each)).json()).toMatchObject({
      measure: { name: each.name },
    });
  const { deals, values } = drawCompany();
  const minor = (value: number | null) => (value === null ? '' : (value / 100).toFixed(2));
  const rows = deals.map((each, at) => {
    const opened =
      each.open === null
        ? ''
        : new Date(Date.parse(each.closed) - each.open * 86_400_000).toISOString().slice(0, 10);
    const other = each.person === 'ivarga' ? 'tbrandt' : 'ivarga';
    const credit =
      each.share === null ? '' : `${each.person}:${each.share};${other}:${100 - each.share}`;
    return [
      `R-${at}`,
      each.person,
      `Buyer ${each.customer}`,
      minor(each.amount),
      each.status,
      each.closed,
      opened,
      each.product ? `Ware ${each.product}` : '',
      each.location ? `Port ${each.location}` : '',
      each.quantity === null ? '' : each.quantity / 1000,
      minor(each.cost),
      credit,
    ].join(',');
  });
  const csv = `deal,salesperson,customer,amount,status,closed_on,opened_on,product,location,quantity,cost,credit\n${rows.join('\n')}\n`;
  expect((await people.admin.import('deals', csv, '?partial=true')).json().created).toBeGreaterThan(
    200,
  );
  const lines = [
    ...new Map(values.map((each) => [`${each.unit} ${each.day} ${each.measure}`, each])).values(),
  ];
  const typed = `unit,on,measure,value\n${lines.map((each) => `${each.unit},${each.day},${each.measure},${each.value}`).join('\n')}\n`;
  expect((await people.admin.import('activities', typed, '?partial=true')).json().written).toBe(
    true,
  );
});
afterAll(() => server.stop());

const ask = async (unit: string, period: string, measure: string, limit = 200) =>
  (
    await people.admin.get(
      `/attainment/contributions?unit=${unit}&period=${period}&measure=${measure}&limit=${limit}`,
    )
  ).json() as Contributions;

/** Nothing was typed in of what stands above the line: that is no figure, and not 0. */
const isUntyped = (formula: Measure['formula'], rows: Contributions['rows']) =>
  formula.kind === 'ratio' &&
  formula.numerator.typed !== null &&
  !rows.some((row) => row.dealId === null);

describe('the rows behind a figure', () => {
  it('make it, for every measure, unit and span', async () => {
    const { measures } = server.replica.datasetFor(server.replica.company!.tree.root!.id);
    const span = fc
      .tuple(fc.integer({ min: 0, max: 320 }), fc.integer({ min: 0, max: 200 }))
      .map(([from, days]) => {
        const at = (day: number) => new Date(Date.UTC(2026, 0, 1 + day)).toISOString().slice(0, 10);
        return `${at(from)}..${at(Math.min(from + days, 321))}`;
      });
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...UNITS),
        fc.oneof(span, fc.constantFrom('FY2027-P08', 'FY2027-Q3', 'FY2027')),
        fc.constantFrom(...measures.all.map((each) => each.code)),
        async (unit, period, measure) => {
          const { rows, remainder, total, value } = await ask(unit, period, measure);
          const figure = (
            await people.admin.get(`/attainment?unit=${unit}&period=${period}&measure=${measure}`)
          ).json().figures.actual;
          expect(value).toBe(figure);
          const add = (field: 'numerator' | 'denominator') =>
            rows.reduce((sum, row) => sum + (row[field] ?? 0), remainder[field] ?? 0);
          expect([add('numerator'), add('denominator')]).toEqual([
            total.numerator,
            total.denominator ?? 0,
          ]);
          expect(total.count).toBe(rows.length + remainder.count);
          const { formula } = buildMeasure(measures.get(measure) as MeasureRecord);
          const factor = formula.kind === 'typed' ? 1 : formula.factor;
          const made =
            total.denominator === null
              ? formula.kind === 'typed' && total.count === 0
                ? null
                : total.numerator * factor
              : total.denominator === 0 || isUntyped(formula, rows)
                ? null
                : (total.numerator / total.denominator) * factor;
          if (made === null) expect(value).toBeNull();
          else expect(Math.abs(value! - made)).toBeLessThan(1e-9 * Math.max(1, Math.abs(made)));
        },
      ),
      { numRuns: 180 },
    );
  });

  it('are the largest first, with all others in one line', async () => {
    const few = await ask('salt', 'FY2027', 'gross_margin', 3);
    expect(few.rows).toHaveLength(3);
    expect(few.remainder.count).toBe(few.total.count - 3);
    expect(few).toMatchObject({
      rowKind: 'deals',
      numeratorKind: 'money',
      denominatorKind: 'money',
    });
    const sizes = few.rows.map((row) => Math.abs(row.numerator));
    expect(sizes).toEqual([...sizes].sort((a, b) => b - a));
  });

  it('of another unit are not there', async () => {
    const answer = await people.north.get(
      '/attainment/contributions?unit=salt&period=FY2027&measure=win_rate',
    );
    expect(answer.statusCode).toBe(404);
  });
});
