import { setImmediate as turn } from 'node:timers/promises';
import type { LinesHeader } from '#contract/schemas/slice';
import { weeksOf } from '#core/comparison/weeks';
import { exponentOf } from '#core/money/currency';
import type { Period } from '#core/period/calendar';
import { type DaySpan, toIsoDay } from '#core/period/day';
import { priorYearOf } from '#core/period/neighbours';
import { narrow, packColumns, type PackedColumn } from '#core/slices/columnPack';
import { sizeOfDeal } from '#core/slices/dealSize';
import { FIRST, OF_LINE } from '#core/slices/lineColumn';
import { gatherLines, type LineTable } from '#core/slices/lineTable';
import type { Unit } from '#core/units/unit';
import { formatCount } from '#wording/numbers/format';
import { describeSpan, shortDay, shortPeriod } from '#wording/period';
import type { Scope } from '../access/index';
import { toPeriodView, toUnitSummary } from '../attainment/index';
import type { Context } from '../context';
import { ProblemError } from '../problem';
import { Codes, loadCategoryOf, loadCustomerNames, loadNames, PlaceCodes } from './lineNames';
import { findOwnTargets } from './ownTargets';

/** More than a browser takes in. */
export const MOST_LINES = 5_000_000;

/** 52 weeks: the same weekdays a year before. */
const WEEKS_OF_A_YEAR = 364;

/** Code 0 of every list of names. */
const NONE = [0];

/**
 * A unit's credited lines of a period and of the same period last year, cut at the same point, with
 * all their codes mean: what Explore counts with in the browser. @throws ProblemError tooManyLines
 */
export async function packLines(
  { db, replica }: Context,
  { dataset }: Scope,
  unit: Unit,
  period: Period,
): Promise<Uint8Array> {
  const book = await replica.findLines();
  const { tree, calendar, asOf, currency } = dataset;
  const memberSpans = tree.memberSpansUnder(unit.id);
  const cutToToday = (span: DaySpan) => ({ from: span.from, to: Math.min(span.to, asOf + 1) });
  const earlier = dataset.comparedOf(period).priorYear;
  const now = gatherLines(book, memberSpans, cutToToday(period));
  await turn();
  const before = earlier && gatherLines(book, memberSpans, earlier.span);
  await turn();
  const count = now.length + (before?.length ?? 0);
  if (count > MOST_LINES)
    throw new ProblemError('tooManyLines', {
      count: formatCount(count),
      most: formatCount(MOST_LINES),
    });

  const categoryOf = await loadCategoryOf(db);
  const coding = {
    salespeople: new Codes(),
    customers: new Codes(NONE),
    products: new Codes(NONE),
    categories: new Codes(NONE),
    sources: new Codes(NONE),
    locations: new Codes(NONE),
    places: new PlaceCodes(tree),
    categoryOf,
    unit: 10 ** exponentOf(currency),
  };
  const columns = toColumns(now, coding, '');
  await turn();
  if (before) Object.assign(columns, toColumns(before, coding, 'priorYear.'));

  const header: LinesHeader = {
    unit: toUnitSummary(unit),
    period: toPeriodView(dataset, period),
    asOf: toIsoDay(asOf),
    currency,
    now: { days: describeSpan(now.span, true), from: toIsoDay(period.from), lines: now.length },
    priorYear: earlier &&
      before && {
        days: describeSpan(earlier.span, true),
        from: toIsoDay(earlier.span.from),
        lines: before.length,
      },
    months: calendar.monthsIn(period).map((month) => {
      const then = earlier && priorYearOf(calendar, month);
      return {
        id: month.id,
        name: shortPeriod(month, calendar),
        from: month.from - period.from,
        to: month.to - period.from,
        priorYearFrom: then ? then.from - earlier.span.from : null,
        priorYearTo: then ? then.to - earlier.span.from : null,
      };
    }),
    weeks: weeksOf(calendar, period).map((week) => {
      const from = Math.max(0, week.from - period.from);
      const before = earlier ? week.from - WEEKS_OF_A_YEAR - earlier.span.from : null;
      return {
        id: calendar.periodOf('week', week.from).id,
        name: shortDay(week.from),
        from,
        to: week.to - period.from,
        priorYearFrom: before === null ? null : Math.max(0, before),
        priorYearTo: before === null ? null : before + week.to - week.from,
      };
    }),
    salespeople: coding.salespeople.ids.map((id) => {
      const { code, name } = tree.find(id)!;
      return { code, name };
    }),
    places: coding.places.places,
    customers: await loadCustomerNames(db, coding.customers),
    products: await loadNames(db, 'product', coding.products),
    categories: await loadNames(db, 'category', coding.categories),
    sources: await loadNames(db, 'source', coding.sources),
    locations: await loadNames(db, 'location', coding.locations),
    targets: await findOwnTargets(db, dataset, { unit, period, lines: now }),
  };
  return packColumns(header, columns);
}

interface Coding {
  salespeople: Codes;
  customers: Codes;
  products: Codes;
  categories: Codes;
  sources: Codes;
  locations: Codes;
  places: PlaceCodes;
  categoryOf: ReadonlyMap<number, number>;
  /** Minor units of a major one. */
  unit: number;
}

/** The columns of a table under a prefix; what each holds says docs/files.md. */
function toColumns(table: LineTable, coding: Coding, prefix: string): Record<string, PackedColumn> {
  const { length, days, products, categories, flags, deals, costs, dealAmounts } = table;
  const category = new Uint32Array(length);
  const isFirst = new Uint8Array(length);
  const deal = new Uint32Array(length);
  const size = new Uint8Array(length);
  const hasCost = new Uint8Array(length);
  for (let i = 0; i < length; i++) {
    const ofDeal = categories[i]!;
    const id =
      (flags[i]! & OF_LINE) !== 0 ? (coding.categoryOf.get(products[i]!) ?? ofDeal) : ofDeal;
    category[i] = coding.categories.codeOf(id);
    isFirst[i] = (flags[i]! & FIRST) !== 0 && dealAmounts[i]! > 0 ? 1 : 0;
    deal[i] = i === 0 ? 0 : deal[i - 1]! + (deals[i] === deals[i - 1] ? 0 : 1);
    size[i] = sizeOfDeal(dealAmounts[i]! / coding.unit);
    hasCost[i] = Number.isNaN(costs[i]!) ? 0 : 1;
  }
  const columns = {
    day: days.map((day) => day - table.span.from),
    deal,
    isFirst,
    size,
    salesperson: coding.salespeople.encode(table.salespeople),
    place: coding.places.encode(table),
    customer: coding.customers.encode(table.customers),
    product: coding.products.encode(products),
    category,
    source: coding.sources.encode(table.sources),
    location: coding.locations.encode(table.locations),
    amount: table.amounts,
    cost: costs.map((cost) => (Number.isNaN(cost) ? 0 : cost)),
    hasCost,
    quantity: table.quantities,
  };
  return Object.fromEntries(
    Object.entries(columns).map(([name, column]) => [prefix + name, narrow(column)]),
  );
}
