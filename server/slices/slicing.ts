import type { TakenApartBy } from '#contract/schemas/comparison';
import { firstReached } from '#core/comparison/lead';
import type { Dataset } from '#core/dataset/dataset';
import { valueIn } from '#core/dataset/dataset';
import type { MeasureCode } from '#core/measure/measure';
import type { Day, DaySpan } from '#core/period/day';
import { addUpIn, groupBy, type GroupedLines, reachedIn } from '#core/slices/grouped';
import type { LineBook } from '#core/slices/lineBook';
import { OF_LINE } from '#core/slices/lineColumn';
import {
  gatherLines,
  isSliceMeasure,
  type LineTable,
  type SliceMeasure,
} from '#core/slices/lineTable';
import type { Unit } from '#core/units/unit';
import type { Queryable } from '../db/client';
import { Codes, loadCategoryOf, loadCustomerNames, loadNames } from './lineNames';

/** Something a figure is taken apart into. */
export interface Slice {
  /** A unit's code, an id, or a group's name; empty for what has none. */
  key: string;
  name: string;
}

/** A figure taken apart: the same slices for any span. */
export interface Slicing {
  slices: readonly Slice[];
  /** What each slice comes to; null where nothing is known. */
  valuesIn(span: DaySpan): (number | null)[];
  /** The first day of a span on which each slice's running sum had reached a value. */
  reachedIn(span: DaySpan, wanted: readonly number[]): (Day | null)[];
}

interface SlicingCall {
  dataset: Dataset;
  unit: Unit;
  measure: MeasureCode;
  /** All days that will be asked for. */
  span: DaySpan;
}

/** What a measure can be taken apart by: what is no sum of lines only by unit. */
export function slicedBy(measure: MeasureCode, all: readonly TakenApartBy[]): TakenApartBy[] {
  return all.filter((by) => by === 'unit' || isSliceMeasure(measure));
}

/** By the units directly below, or by who sells where a unit has none below. */
export function sliceByUnit({ dataset, unit, measure, span }: SlicingCall): Slicing {
  const { tree } = dataset;
  const below = tree.childrenDuring(unit.id, span);
  const units = below.length > 0 ? below : [unit];
  return {
    slices: units.map(({ code, name }) => ({ key: code, name })),
    valuesIn: (days) => units.map((each) => valueIn(dataset, each.id, measure, days)),
    reachedIn: (days, wanted) =>
      units.map((each, index) =>
        firstReached(
          wanted[index]!,
          days,
          (day) =>
            valueIn(dataset, each.id, measure, { from: days.from, to: day + 1 }) ??
            Number.NEGATIVE_INFINITY,
        ),
      ),
  };
}

/** By what the lines of deals have. */
export async function sliceByLines(
  db: Queryable,
  book: LineBook,
  by: Exclude<TakenApartBy, 'unit'>,
  { dataset, unit, measure, span }: SlicingCall,
): Promise<Slicing> {
  const table = gatherLines(book, dataset.tree.memberSpansUnder(unit.id), span);
  const { grouped, slices } = await nameLines(db, table, by, dataset);
  const adds = measure as SliceMeasure;
  return {
    slices,
    valuesIn: (days) => [...addUpIn(grouped, adds, days)],
    reachedIn: (days, wanted) =>
      [...reachedIn(grouped, adds, days, wanted)].map((day) => (Number.isNaN(day) ? null : day)),
  };
}

/** Lines put together by what they have, and what each code is called. */
export interface NamedLines {
  grouped: GroupedLines;
  slices: Slice[];
}

/** Puts lines together by what they have. */
export function nameLines(
  db: Queryable,
  table: LineTable,
  by: Exclude<TakenApartBy, 'unit'>,
  dataset: Dataset,
): Promise<NamedLines> {
  return NAMED[by](db, table, dataset);
}

type Naming = (db: Queryable, table: LineTable, dataset: Dataset) => Promise<NamedLines>;

const byList =
  (list: 'product' | 'source' | 'location', column: 'products' | 'sources' | 'locations'): Naming =>
  async (db, table) =>
    nameList(
      db,
      list,
      groupBy(table, (row) => table[column][row]!),
    );

async function nameList(
  db: Queryable,
  list: 'product' | 'category' | 'source' | 'location',
  grouped: GroupedLines,
): Promise<NamedLines> {
  const names = await loadNames(db, list, new Codes(grouped.ids as number[]));
  return { grouped, slices: names.map(({ id, name }) => ({ key: String(id), name })) };
}

const NAMED: Readonly<Record<Exclude<TakenApartBy, 'unit'>, Naming>> = {
  salesperson: (_db, table, { tree }) => {
    const grouped = groupBy(table, (row) => table.salespeople[row]!);
    const slices = grouped.ids.map((id) => {
      const { code, name } = tree.find(id as number)!;
      return { key: code, name };
    });
    return Promise.resolve({ grouped, slices });
  },
  product: byList('product', 'products'),
  source: byList('source', 'sources'),
  location: byList('location', 'locations'),
  category: async (db, table) => {
    const categoryOf = await loadCategoryOf(db);
    return nameList(
      db,
      'category',
      groupBy(table, (row) =>
        (table.flags[row]! & OF_LINE) !== 0
          ? (categoryOf.get(table.products[row]!) ?? table.categories[row]!)
          : table.categories[row]!,
      ),
    );
  },
  customer: async (db, table) => {
    const grouped = groupBy(table, (row) => table.customers[row]!);
    const names = await loadCustomerNames(db, new Codes(grouped.ids as number[]));
    return { grouped, slices: names.map(({ id, name }) => ({ key: String(id), name })) };
  },
  customerGroup: async (db, table) => {
    const customers = groupBy(table, (row) => table.customers[row]!);
    const names = await loadCustomerNames(db, new Codes(customers.ids as number[]));
    const groupOf = names.map(({ group }) => group ?? '');
    const grouped = groupBy(table, (row) => groupOf[customers.codes[row]!]!);
    return {
      grouped,
      slices: grouped.ids.map((id) => ({ key: String(id), name: id === '' ? 'none' : String(id) })),
    };
  },
};
