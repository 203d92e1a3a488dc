import { type DuckDBConnection, DuckDBInstance } from '@duckdb/node-api';
import seedrandom from 'seedrandom';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { buildDataset, valueIn } from '#core/dataset/dataset';
import { buildSampleDataset, SAMPLE_UNITS } from '#core/dataset/sampleDataset';
import { contributionsOf, type CreditedDeal } from '#core/ledger/contribution';
import { Occurrences } from '#core/ledger/occurrences';
import { RunningSums } from '#core/ledger/runningSums';
import { buildMeasureBook } from '#core/measure/measureBook';
import { SHIPPED_MEASURES } from '#core/measure/shipped';
import { fromCivil } from '#core/period/day';

/**
 * The nine measures that ship, for every unit of a small tree and any span, against DuckDB over the
 * same deals.
 */
const random = seedrandom('measures');
const FIRST = fromCivil(2025, 1, 1);
const DAYS = 500;
const PEOPLE = [11, 12, 13];

interface Row {
  id: number;
  person: number;
  status: 'won' | 'lost';
  day: number;
  opened: number | null;
  amount: number;
  cost: number | null;
  customer: number;
}
const rows: Row[] = Array.from({ length: 4000 }, (_, i) => {
  const day = FIRST + Math.floor(DAYS * random());
  const amount = Math.round((random() - 0.05) * 100_000);
  return {
    id: i + 1,
    person: PEOPLE[Math.floor(3 * random())]!,
    status: random() < 0.7 ? 'won' : 'lost',
    day,
    amount: random() < 0.02 ? 0 : amount,
    opened: random() < 0.8 ? day - Math.floor(60 * random()) : null,
    cost: random() < 0.9 ? Math.round(amount * (0.5 + random() / 3)) : null,
    customer: 1 + Math.floor(700 * random() ** 2),
  };
});

let connection: DuckDBConnection;
beforeAll(async () => {
  connection = await (await DuckDBInstance.create(':memory:')).connect();
  await connection.run(
    'create table d (id integer, person integer, status varchar, day integer, opened integer, amount bigint, cost bigint, customer integer)',
  );
  await connection.run(
    `insert into d values ${rows.map((each) => `(${each.id}, ${each.person}, '${each.status}', ${each.day}, ${each.opened ?? 'null'}, ${each.amount}, ${each.cost ?? 'null'}, ${each.customer})`).join(', ')}`,
  );
});
afterAll(() => connection.closeSync());

const sums = new RunningSums();
const occurrences = new Occurrences();
sums.load(
  rows.flatMap((each) =>
    contributionsOf({
      status: each.status,
      closedOn: each.day,
      openedOn: each.opened,
      voided: false,
      quantity: null,
      credits: [{ salespersonId: each.person, minor: each.amount, cost: each.cost }],
    } satisfies CreditedDeal),
  ),
);
for (const { person, id, day, customer } of rows.filter(
  (each) => each.status === 'won' && each.amount > 0,
))
  occurrences.add(person, { dealId: id, day, customer, product: 0, location: 0 });
const distinct = {
  code: 'active',
  name: 'Active',
  group: 'G',
  valueKind: 'count' as const,
  decimals: 0,
  direction: 'higher' as const,
  definition: { kind: 'distinct' as const, of: 'customer' as const },
  description: 'd',
};
const dataset = buildDataset({
  ...buildSampleDataset({ asOf: '2027-12-31' }),
  sums,
  occurrences,
  measures: buildMeasureBook([...SHIPPED_MEASURES, distinct]),
});

/**
 * How each is written by someone who knows SQL. Minor units, tenths of a percent and tenths of a
 * day as the core has them.
 */
const SQL: Record<string, string> = {
  revenue: "sum(amount) filter (status = 'won')",
  deals_won: "count(*) filter (status = 'won' and amount > 0)",
  average_deal:
    "sum(amount) filter (status = 'won') / count(*) filter (status = 'won' and amount > 0)",
  gross_profit: "sum(amount - cost) filter (status = 'won')",
  gross_margin:
    "1000.0 * sum(amount - cost) filter (status = 'won') / sum(amount) filter (status = 'won' and cost is not null)",
  cost_to_revenue:
    "1000.0 * sum(cost) filter (status = 'won') / sum(amount) filter (status = 'won' and cost is not null)",
  win_rate:
    "1000.0 * count(*) filter (status = 'won' and amount > 0) / count(*) filter (amount > 0)",
  new_customers: "count(*) filter (status = 'won' and amount > 0 and id = first)",
  days_to_close: "10.0 * avg(day - opened) filter (status = 'won' and amount > 0)",
  active: "count(distinct customer) filter (status = 'won' and amount > 0)",
};

describe('measures against an SQL engine', () => {
  it.each(Object.keys(SQL))('%s of every unit and any span is the same', async (code) => {
    for (let i = 0; i < 12; i++) {
      const from = FIRST + Math.floor(DAYS * random());
      const to = from + 1 + Math.floor(120 * random());
      for (const unit of SAMPLE_UNITS) {
        const people = [
          ...new Set(
            dataset.tree.memberSpansUnder(unit.id).map((segment) => segment.salespersonId),
          ),
        ];
        const result = await connection.runAndReadAll(`
          with f as (select *, first_value(id) over (partition by customer, status = 'won' and
            amount > 0 order by day, id) as first from d)
          select (${SQL[code]})::double as value from f where person in (${people.join(',')}) and
            day >= ${from} and day < ${to}`);
        const wanted = (result.getRowObjectsJS()[0] as { value: number | null }).value;
        const value = valueIn(dataset, unit.id, code, { from, to });
        if (wanted === null || Number.isNaN(wanted))
          expect(value === null || value === 0).toBe(true);
        else expect(value).toBeCloseTo(wanted, 6);
      }
    }
  });
});
