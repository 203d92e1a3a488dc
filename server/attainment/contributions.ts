import { type SQL, sql } from 'drizzle-orm';
import type { Contributions } from '#contract/schemas/contributions';
import { type Dataset, excludedIn, valueIn } from '#core/dataset/dataset';
import { placesUnder } from '#core/ledger/activityBook';
import { unitOfCustom } from '#core/measure/customPart';
import {
  type Accumulation,
  type DistinctField,
  isTyped,
  type Term,
  unitOfAddend,
} from '#core/measure/definition';
import { baseOf, type Measure } from '#core/measure/measure';
import { medianAddends } from '#core/measure/measureParts';
import { countedDays, type DaySpan, toIsoDay } from '#core/period/day';
import type { Unit } from '#core/units/unit';
import { describeMonths } from '#wording/monthlyTotals';
import { countedSpans, firstDealsOf, lineKeyOf, spansOf, withClosedDeals } from '../credited/index';
import type { Queryable } from '../db/client';
import { LIST_TABLES } from '../lists/index';

const NAMED = 5;

type Rows = Pick<Contributions, 'rows' | 'total'>;
type Row = Contributions['rows'][number];

/** What a figure is asked of. */
interface Figure {
  dataset: Dataset;
  unit: Unit;
  period: DaySpan;
  measure: Measure;
}

/**
 * The rows behind a figure of any measure, each with its part above and below the line, and what
 * all others come to; together they make the figure.
 */
export async function viewContributions(
  db: Queryable,
  figure: Figure,
  limit = NAMED,
): Promise<Contributions> {
  const { dataset, unit, period, measure } = figure;
  const { rows, total } = await loadRows(db, figure, limit);
  const monthlyTotals = sumTotals(figure);
  const rest = (field: 'numerator' | 'denominator') =>
    rows.reduce((left, row) => left - (row[field] ?? 0), total[field] ?? 0);
  return {
    currency: dataset.currency,
    measure: measure.code,
    ...kindsOf(measure),
    rows,
    monthlyTotals,
    total: monthlyTotals
      ? {
          count: total.count,
          numerator: total.numerator + monthlyTotals.numerator,
          denominator:
            total.denominator === null
              ? null
              : total.denominator + (monthlyTotals.denominator ?? 0),
        }
      : total,
    remainder: {
      count: total.count - rows.length,
      numerator: rest('numerator'),
      denominator: total.denominator === null ? null : rest('denominator'),
    },
    value: valueIn(dataset, unit.id, measure.code, period),
    excludedDeals: excludedIn(dataset, unit.id, measure.code, period),
  };
}

function kindsOf({
  definition,
}: Measure): Pick<Contributions, 'rowKind' | 'numeratorKind' | 'denominatorKind'> {
  switch (definition.kind) {
    case 'sum':
    case 'count':
      return {
        rowKind: 'deals',
        numeratorKind: unitOfAddend(definition.of),
        denominatorKind: null,
      };
    case 'ratio':
      return {
        rowKind:
          isTyped(definition.numerator) && isTyped(definition.denominator) ? 'values' : 'deals',
        numeratorKind: unitOfAddend(definition.numerator),
        denominatorKind: unitOfAddend(definition.denominator),
      };
    case 'duration':
    case 'elapsed':
      return { rowKind: 'deals', numeratorKind: 'days', denominatorKind: 'count' };
    case 'share':
      return { rowKind: 'deals', numeratorKind: 'count', denominatorKind: 'count' };
    case 'median':
      return {
        rowKind: 'deals',
        numeratorKind: unitOfCustom(medianAddends(definition)[0]),
        denominatorKind: null,
      };
    case 'distinct':
      return { rowKind: 'names', numeratorKind: 'count', denominatorKind: null };
    case 'typed':
      return {
        rowKind: 'values',
        numeratorKind: 'value',
        denominatorKind: definition.accumulation === 'average' ? 'count' : null,
      };
  }
}

/** What totals from before add above and below the line; null where there are none, or unknown. */
function sumTotals({
  dataset,
  unit,
  period,
  measure: { formula },
}: Figure): Contributions['monthlyTotals'] {
  if (formula.kind !== 'sum' && formula.kind !== 'ratio') return null;
  const span = countedDays(period, dataset.asOf);
  const totals = dataset.monthlyTotals.within(unit.id, formula, span);
  if (!totals || totals.months.length === 0) return null;
  return {
    days: describeMonths(totals.months),
    numerator: totals.sumOf(formula.kind === 'sum' ? formula.terms : formula.numerator.terms),
    denominator: formula.kind === 'sum' ? null : totals.sumOf(formula.denominator.terms),
  };
}

async function loadRows(db: Queryable, figure: Figure, limit: number): Promise<Rows> {
  const { formula } = figure.measure;
  switch (formula.kind) {
    case 'sum':
      return loadDeals(db, figure, { numerator: formula.terms, denominator: null }, limit);
    case 'ratio':
      return loadRatio(db, figure, formula, limit);
    case 'median':
      return loadMedian(db, figure, formula, limit);
    case 'distinct':
      return loadNames(db, figure, formula.field, limit);
    case 'typed':
      return listValues(figure, limit);
  }
}

type DealRow = {
  id: number;
  code: string;
  customer: string;
  name: string;
  day: string;
  numerator: string;
  denominator: string | null;
  count: number;
  all_numerator: string;
  all_denominator: string | null;
};

/** Deals with what they add to either side of a measure, the largest part first. */
async function loadDeals(
  db: Queryable,
  { dataset, unit, period }: Figure,
  terms: { numerator: readonly Term[]; denominator: readonly Term[] | null },
  limit: number,
): Promise<Rows> {
  const [numerator, denominator] = [
    sumOf(terms.numerator),
    terms.denominator === null ? sql`null::bigint` : sumOf(terms.denominator),
  ];
  const parts = [
    ...new Set([...terms.numerator, ...(terms.denominator ?? [])].map((term) => term.part)),
  ];
  const custom = parts.filter((part) => part.startsWith('custom:'));
  const { rows } = await db.execute<DealRow>(sql`
    ${withClosedDeals(countedSpans(dataset, unit, period))},
    entry as (
      select p.deal_id, p.salesperson_id, p.part, p.amount, null::date as day from closed c join
        deal_part p on p.deal_id = c.id and p.salesperson_id = c.sp where p.part =
          any(${sql.param(parts)}::text[])
      ${parts.includes('newCustomers') ? sql`union all ${FIRST_DEALS}` : sql``}
      ${custom.length > 0 ? sql`union all ${customEntries(custom, sql`deal_custom_part`)}` : sql``}
    ), each as (
      select deal_id, min(salesperson_id) as sp, min(day) as day, ${numerator} as numerator,
        ${denominator} as denominator from entry group by 1
    ), named as (
      select each.*, count(*) over () as count, sum(numerator) over () as all_numerator,
        sum(denominator) over () as all_denominator from each
      order by abs(numerator) desc, abs(denominator) desc, deal_id limit ${limit}
    )
    select d.id, d.code, cu.name as customer, u.name, coalesce(n.day, d.day)::text as day,
      n.numerator::text,
      n.denominator::text, n.count, n.all_numerator::text, n.all_denominator::text
    from named n join deal d on d.id = n.deal_id join customer cu on cu.id = d.customer_id join unit
      u on u.id = n.sp order by abs(n.numerator) desc, abs(n.denominator) desc, d.id`);
  const [first] = rows;
  const isRatio = terms.denominator !== null;
  const number = (text: string | null | undefined) => (isRatio ? Number(text ?? 0) : null);
  return {
    rows: rows.map((row) => toDealRow(row, number(row.denominator))),
    total: {
      count: first?.count ?? 0,
      numerator: Number(first?.all_numerator ?? 0),
      denominator: number(first?.all_denominator),
    },
  };
}

function toDealRow(row: DealRow, denominator: number | null): Row {
  return {
    dealId: row.id,
    deal: row.code,
    name: row.customer,
    salespersonName: row.name,
    day: row.day,
    numerator: Number(row.numerator),
    denominator,
  };
}

function sumOf(terms: readonly Term[]): SQL {
  const cases = terms.map(
    ({ part, sign }) =>
      sql`sum(case when part = ${part} then ${sql.raw(sign === 1 ? '' : '-')}amount else 0 end)`,
  );
  // A side that is typed in has no deals.
  return cases.length === 0 ? sql`0::bigint` : sql.join(cases, sql` + `);
}

/**
 * What deals add to custom parts on the days of the people: a deal may be placed by another date
 * than its closing, so all of theirs are looked at.
 */
const customEntries = (parts: readonly string[], view: SQL) => sql`
  select p.deal_id, p.salesperson_id, p.part, p.amount, p.day from (
    select d.id from (select distinct id from s) w join deal d on d.salesperson_id = w.id
    union select k.deal_id from (select distinct id from s) w join deal_credit k on
      k.salesperson_id = w.id) mine
  join ${view} p on p.deal_id = mine.id and p.part = any(${sql.param(parts)}::text[])
  join s on s.id = p.salesperson_id and p.day >= s.f and p.day < s.t`;

/** The deals a median is of, the largest value first; what it is stands in the foot. */
async function loadMedian(
  db: Queryable,
  { dataset, unit, period }: Figure,
  { part }: Extract<Measure['formula'], { kind: 'median' }>,
  limit: number,
): Promise<Rows> {
  const { rows } = await db.execute<DealRow>(sql`
    with s as (select * from ${spansOf(countedSpans(dataset, unit, period))}),
    entry as (${customEntries([part], sql`deal_custom_value`)}),
    named as (
      select e.*, count(*) over () as count, sum(amount) over () as all_numerator from entry e
      order by amount desc, deal_id limit ${limit}
    )
    select d.id, d.code, cu.name as customer, u.name, n.day::text as day, n.amount::text as
      numerator, null as denominator, n.count, n.all_numerator::text, null as all_denominator
    from named n join deal d on d.id = n.deal_id join customer cu on cu.id = d.customer_id join unit
      u on u.id = n.salesperson_id order by n.amount desc, d.id`);
  return {
    rows: rows.map((row) => toDealRow(row, null)),
    total: {
      count: rows[0]?.count ?? 0,
      numerator: Number(rows[0]?.all_numerator ?? 0),
      denominator: null,
    },
  };
}

/** Of the closed deals those that are the first won one of their customer, ever and with anybody. */
const FIRST_DEALS = sql`
  select f.id, f.salesperson_id, 'newCustomers', 1, null::date
  from (${firstDealsOf(sql`closed`)}) f join closed c on c.id = f.id and c.sp = f.salesperson_id`;

/** What is counted once, however many deals name it: the ones with the most deals first. */
async function loadNames(
  db: Queryable,
  { dataset, unit, period }: Figure,
  field: DistinctField,
  limit: number,
): Promise<Rows> {
  const key =
    field === 'product'
      ? lineKeyOf('product')
      : field === 'customer'
        ? sql`d.customer_id`
        : sql`d.location_id`;
  const lines =
    field === 'product'
      ? sql`left join (select distinct deal_id, product_id from deal_line) l on l.deal_id = d.id`
      : sql``;
  const { rows } = await db.execute<{ name: string; day: string; count: number }>(sql`
    ${withClosedDeals(countedSpans(dataset, unit, period))}
    select t.name, g.day::text as day, count(*) over () as count from (
      select ${key} as key, max(d.day) as day, count(*) as deals from closed c join deal d on d.id =
        c.id and d.salesperson_id = c.sp ${lines} where d.status = 'won' and d.credited > 0 group by
          1) g join ${LIST_TABLES[field]} t on t.id = g.key
    order by g.deals desc, t.name limit ${limit}`);
  const count = rows[0]?.count ?? 0;
  return {
    rows: rows.map((row) => ({ ...toNameRow(row.name, 1), day: row.day })),
    total: { count, numerator: count, denominator: null },
  };
}

/** Deals for the sides that are of deals, and typed-in values for the others, as they are large. */
async function loadRatio(
  db: Queryable,
  figure: Figure,
  { numerator, denominator }: Extract<Measure['formula'], { kind: 'ratio' }>,
  limit: number,
): Promise<Rows> {
  const terms = { numerator: numerator.terms, denominator: denominator.terms };
  const isOfDeals = terms.numerator.length + terms.denominator.length > 0;
  const deals = isOfDeals
    ? await loadDeals(db, figure, terms, limit)
    : { rows: [], total: { count: 0, numerator: 0, denominator: 0 } };
  const typed = [
    ...listTyped(figure, numerator.typed).map((row) => ({ ...row, denominator: 0 })),
    ...listTyped(figure, denominator.typed).map((row) => ({
      ...row,
      numerator: 0,
      denominator: row.numerator,
    })),
  ];
  const sum = (field: 'numerator' | 'denominator') =>
    typed.reduce((total, row) => total + row[field], deals.total[field] ?? 0);
  const size = (row: Row) => Math.max(Math.abs(row.numerator), Math.abs(row.denominator ?? 0));
  return {
    rows:
      typed.length === 0
        ? deals.rows
        : [...deals.rows, ...typed].sort((a, b) => size(b) - size(a)).slice(0, limit),
    total: {
      count: deals.total.count + typed.length,
      numerator: sum('numerator'),
      denominator: sum('denominator'),
    },
  };
}

/**
 * Values of a typed-in measure, of the unit and of those below for the days they stood under it;
 * of what takes the last value, each one's last.
 */
function listTyped(
  { dataset, unit, period }: Figure,
  code: string | null,
  accumulation: Accumulation = 'sum',
): (Row & { day: string })[] {
  if (code === null) return [];
  const { tree, activities, asOf } = dataset;
  return placesUnder(tree, unit.id, countedDays(period, asOf)).flatMap(({ unitId, ...span }) =>
    activities
      .entriesIn(code, unitId, span)
      .slice(accumulation === 'last' ? -1 : 0)
      .map(({ day, value }) => ({
        ...toNameRow(tree.find(unitId)!.name, value),
        day: toIsoDay(day),
      })),
  );
}

function toNameRow(name: string, numerator: number): Row {
  return {
    dealId: null,
    deal: null,
    name,
    salespersonName: null,
    day: null,
    numerator,
    denominator: null,
  };
}

/** The values behind a typed-in measure, the newest first. */
function listValues(figure: Figure, limit: number): Rows {
  const { code, formula } = figure.measure;
  const { accumulation } = formula as Extract<Measure['formula'], { kind: 'typed' }>;
  const isAverage = accumulation === 'average';
  const all = listTyped(figure, baseOf(code), accumulation).map((row) => ({
    ...row,
    denominator: isAverage ? 1 : null,
  }));
  all.sort((a, b) => (a.day < b.day ? 1 : a.day > b.day ? -1 : a.name < b.name ? -1 : 1));
  return {
    rows: all.slice(0, limit),
    total: {
      count: all.length,
      numerator: all.reduce((sum, row) => sum + row.numerator, 0),
      denominator: isAverage ? all.length : null,
    },
  };
}
