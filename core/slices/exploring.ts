import { parseDay, weekdayOf } from '../period/day';
import type { PackedColumn } from './columnPack';
import { DEAL_SIZES, REFUND_SIZE } from './dealSize';
import type { SliceMeasure } from './lineTable';
import type { Codes, Dimension } from './linkedRows';
import { LinkedSums } from './linkedSums';

/** What one may explore by, in the order of the pictures. */
export const EXPLORE_KEYS = [
  'month',
  'week',
  'weekday',
  'size',
  'branch',
  'team',
  'salesperson',
  'category',
  'product',
  'customer',
  'customerGroup',
  'source',
  'location',
] as const;
export type ExploreKey = (typeof EXPLORE_KEYS)[number];

interface Named {
  id: number;
  name: string;
}
interface UnitName {
  code: string;
  name: string;
}

/** A part of the span, in days from its beginning; of the year before from that one's. */
export interface SpanPart {
  id: string;
  name: string;
  from: number;
  to: number;
  priorYearFrom: number | null;
  priorYearTo: number | null;
}

/** What the codes of the columns mean (contract: LinesHeader). */
export interface LinesMeaning {
  now: { from: string };
  priorYear: { from: string } | null;
  months: readonly SpanPart[];
  weeks: readonly SpanPart[];
  salespeople: readonly UnitName[];
  places: readonly { team: UnitName | null; branch: UnitName | null }[];
  customers: readonly (Named & { group: string | null })[];
  products: readonly Named[];
  categories: readonly Named[];
  sources: readonly Named[];
  locations: readonly Named[];
}

/** A value of a dimension: its id in links, and its name. */
export interface SliceValue {
  id: string;
  name: string;
}

export interface ExploreQuestion {
  measure: SliceMeasure;
  /** Chosen ids by key, in the order in which they were chosen. */
  choices: readonly { key: ExploreKey; ids: readonly string[] }[];
  order: 'amount' | 'change';
  /** How many values of a list are shown; the chosen ones always are. */
  shown: Partial<Record<ExploreKey, number>>;
  /** Words by which values of a list are found; the others are added up. */
  find?: Partial<Record<ExploreKey, string>>;
}

/** Sums in the unit of the measure: what passes the choices, everything, and the year before. */
export interface SliceSums {
  these: number;
  all: number;
  /** What passes the same choices in the same days of the year before; null: nothing is known. */
  before: number | null;
}

export interface SliceRow extends SliceValue, SliceSums {
  isChosen: boolean;
}

export interface SliceList {
  rows: SliceRow[];
  /** All that is not shown; null where all is. */
  others: (SliceSums & { count: number }) | null;
  /** How many values there are. */
  count: number;
}

export interface ExploreAnswer {
  /** What was added up. */
  measure: SliceMeasure;
  total: SliceSums;
  lines: { these: number; all: number };
  lists: Record<ExploreKey, SliceList>;
  choices: {
    key: ExploreKey;
    values: SliceValue[];
    /** Of what the other choices let pass; null of nothing. */
    share: number | null;
  }[];
}

const SHOWN = 8;
const NONE: SliceValue = { id: '', name: 'none' };
const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];
/** Time and sizes stand in their own order and whole. */
const IN_ORDER: ReadonlySet<ExploreKey> = new Set(['month', 'week', 'weekday', 'size']);

type Columns = Readonly<Record<string, PackedColumn>>;

interface Keyed {
  values: SliceValue[];
  dimension: Dimension;
}

/**
 * All lines of a span, asked by any combination of choices, beside the same days of the year before.
 * Holds its place between two questions: only what changed is added up again.
 */
export class Explorer {
  private keyed: Record<ExploreKey, Keyed>;
  private before: LinkedSums | null = null;
  private now!: LinkedSums;
  private measure: SliceMeasure | null = null;
  private chosen = new Map<ExploreKey, string>();

  constructor(
    private meaning: LinesMeaning,
    private columns: Columns,
  ) {
    this.keyed = this.nameAll();
  }

  ask(question: ExploreQuestion): ExploreAnswer {
    if (question.measure !== this.measure) this.link(question.measure);
    this.choose(question);
    const total = this.now.total;
    const lists = {} as Record<ExploreKey, SliceList>;
    for (const key of EXPLORE_KEYS) lists[key] = this.listOf(key, question);
    return {
      measure: question.measure,
      total: { ...total, before: this.before?.total.these ?? null },
      lines: { these: this.now.passingRows, all: this.columns['amount']!.length },
      lists,
      choices: question.choices.map(({ key, ids }) => {
        const passing = this.now.sumsOf(EXPLORE_KEYS.indexOf(key)).these;
        const beside = passing.reduce((sum, value) => sum + value, 0);
        return {
          key,
          values: ids.map(
            (id) => this.keyed[key].values.find((value) => value.id === id) ?? { id, name: id },
          ),
          share: beside === 0 ? null : total.these / beside,
        };
      }),
    };
  }

  private choose({ choices }: ExploreQuestion): void {
    const wanted = new Map(choices.map(({ key, ids }) => [key, ids]));
    EXPLORE_KEYS.forEach((key, dimension) => {
      const ids = wanted.get(key) ?? null;
      const text = ids === null ? '' : JSON.stringify(ids);
      if ((this.chosen.get(key) ?? '') === text) return;
      this.chosen.set(key, text);
      const codes =
        ids &&
        this.keyed[key].values.flatMap((value, code) => (ids.includes(value.id) ? [code] : []));
      this.now.choose(dimension, codes);
      this.before?.choose(dimension, codes);
    });
  }

  private listOf(
    key: ExploreKey,
    { choices, order, shown, find = {} }: ExploreQuestion,
  ): SliceList {
    const dimension = EXPLORE_KEYS.indexOf(key);
    const { these, all } = this.now.sumsOf(dimension);
    const before = this.before?.sumsOf(dimension).these ?? null;
    const chosen = new Set(choices.find((each) => each.key === key)?.ids ?? []);
    const rows = this.keyed[key].values.map((value, code): SliceRow => ({
      ...value,
      these: these[code]!,
      all: all[code]!,
      before: before ? before[code]! : null,
      isChosen: chosen.has(value.id),
    }));
    if (IN_ORDER.has(key)) return { rows, others: null, count: rows.length };
    const weight = (row: SliceRow) =>
      order === 'change' && row.before !== null ? Math.abs(row.these - row.before) : row.these;
    const sold = rows.filter((row) => row.all !== 0 || row.before || row.isChosen);
    sold.sort(
      (a, b) => Number(b.isChosen) - Number(a.isChosen) || weight(b) - weight(a) || b.all - a.all,
    );
    const most = Math.max(shown[key] ?? SHOWN, chosen.size);
    const wanted = find[key]?.trim().toLowerCase() ?? '';
    const isFound = (row: SliceRow) =>
      row.isChosen || wanted === '' || row.name.toLowerCase().includes(wanted);
    const found = sold.filter(isFound);
    const rest = [...found.slice(most), ...sold.filter((row) => !isFound(row))];
    return {
      rows: found.slice(0, most),
      others: rest.length === 0 ? null : { count: rest.length, ...addUp(rest) },
      count: sold.length,
    };
  }

  private nameAll(): Record<ExploreKey, Keyed> {
    const { meaning } = this;
    const named = (list: readonly Named[], base: number): Keyed => ({
      values: list.map(({ id, name }) => ({ id: String(id), name })),
      dimension: { base, of: sameCodes(list.length), size: list.length },
    });
    const unit = (of: 'team' | 'branch') =>
      group(
        meaning.places.map((place) => {
          const found = place[of];
          return found ? { id: found.code, name: nameApart(found, place, meaning.places) } : NONE;
        }),
        BASES.place,
      );
    const parts = (list: readonly SpanPart[], base: number): Keyed => ({
      values: list.map(({ id, name }) => ({ id, name })),
      dimension: { base, of: sameCodes(list.length + 1), size: list.length + 1 },
    });
    return {
      month: parts(meaning.months, BASES.month),
      week: parts(meaning.weeks, BASES.week),
      weekday: {
        values: WEEKDAYS.map((name, index) => ({ id: String(index + 1), name })),
        dimension: { base: BASES.weekday, of: sameCodes(7), size: 7 },
      },
      size: {
        values: [...DEAL_SIZES.map((size) => String(size)), 'refund'].map((id) => ({
          id,
          name: id,
        })),
        dimension: { base: BASES.size, of: sameCodes(REFUND_SIZE + 1), size: REFUND_SIZE + 1 },
      },
      branch: unit('branch'),
      team: unit('team'),
      salesperson: {
        values: meaning.salespeople.map(({ code, name }) => ({ id: code, name })),
        dimension: {
          base: BASES.salesperson,
          of: sameCodes(meaning.salespeople.length),
          size: meaning.salespeople.length,
        },
      },
      category: named(meaning.categories, BASES.category),
      product: named(meaning.products, BASES.product),
      customer: named(meaning.customers, BASES.customer),
      customerGroup: group(
        meaning.customers.map((customer) =>
          customer.group === null ? NONE : { id: customer.group, name: customer.group },
        ),
        BASES.customer,
      ),
      source: named(meaning.sources, BASES.source),
      location: named(meaning.locations, BASES.location),
    };
  }

  private link(measure: SliceMeasure): void {
    this.measure = measure;
    this.chosen.clear();
    this.now = this.linkSpan('', measure);
    this.before = this.meaning.priorYear ? this.linkSpan('priorYear.', measure) : null;
  }

  private linkSpan(prefix: '' | 'priorYear.', measure: SliceMeasure): LinkedSums {
    const { meaning, keyed } = this;
    const column = (name: string) => this.columns[prefix + name]!;
    const days = column('day');
    const isBefore = prefix !== '';
    const from = parseDay((isBefore ? meaning.priorYear! : meaning.now).from)!;
    const codes: Record<keyof typeof BASES, readonly [Codes, number]> = {
      month: [partsOf(days, meaning.months, isBefore), meaning.months.length + 1],
      week: [partsOf(days, meaning.weeks, isBefore), meaning.weeks.length + 1],
      weekday: [Uint8Array.from(days, (day) => weekdayOf(from + day) - 1), 7],
      size: [column('size') as Codes, REFUND_SIZE + 1],
      place: [column('place') as Codes, meaning.places.length],
      salesperson: [column('salesperson') as Codes, meaning.salespeople.length],
      category: [column('category') as Codes, meaning.categories.length],
      product: [column('product') as Codes, meaning.products.length],
      customer: [column('customer') as Codes, meaning.customers.length],
      source: [column('source') as Codes, meaning.sources.length],
      location: [column('location') as Codes, meaning.locations.length],
    };
    const bases = Object.values(codes).map(([each, size]) => ({ codes: each, size }));
    const dimensions = EXPLORE_KEYS.map((key) => keyed[key].dimension);
    return new LinkedSums({
      length: days.length,
      bases,
      dimensions,
      values: valuesOf(column, measure),
      together: BASES.salesperson,
      ...(measure === 'deals_won' ? { countedBy: column('deal') } : {}),
    });
  }
}

/** The base keys, in the order in which lines are coded. */
const BASES = {
  month: 0,
  week: 1,
  weekday: 2,
  size: 3,
  place: 4,
  salesperson: 5,
  category: 6,
  product: 7,
  customer: 8,
  source: 9,
  location: 10,
} as const;

/** A unit's name; of teams that are called alike with their branch. */
function nameApart(
  { code, name }: UnitName,
  { branch }: LinesMeaning['places'][number],
  places: LinesMeaning['places'],
): string {
  const isShared = places.some(({ team }) => team && team.name === name && team.code !== code);
  return isShared && branch && branch.code !== code ? `${name}, ${branch.name}` : name;
}

function sameCodes(length: number): Uint32Array {
  return Uint32Array.from({ length }, (_, code) => code);
}

/** Several codes of a base key that are one value, as customers are one group. */
function group(values: readonly SliceValue[], base: number): Keyed {
  const codes = new Map<string, number>();
  const found: SliceValue[] = [];
  const of = Uint32Array.from(values, (value) => {
    let code = codes.get(value.id);
    if (code === undefined) {
      codes.set(value.id, (code = found.length));
      found.push(value);
    }
    return code;
  });
  return { values: found, dimension: { base, of, size: found.length } };
}

/** In which part each day lies; days in none, as in a span that cuts months, have the last code. */
function partsOf(
  days: ArrayLike<number>,
  parts: readonly SpanPart[],
  isBefore: boolean,
): Uint8Array | Uint16Array {
  const ofDay: number[] = [];
  parts.forEach((part, code) => {
    const [from, to] = isBefore ? [part.priorYearFrom, part.priorYearTo] : [part.from, part.to];
    if (from !== null && to !== null) for (let day = from; day < to; day++) ofDay[day] = code;
  });
  const codes = new Uint16Array(days.length);
  for (let i = 0; i < days.length; i++) codes[i] = ofDay[days[i]!] ?? parts.length;
  return codes;
}

function valuesOf(column: (name: string) => PackedColumn, measure: SliceMeasure): Float64Array {
  if (measure === 'revenue') return Float64Array.from(column('amount'));
  if (measure === 'quantity') return Float64Array.from(column('quantity'));
  if (measure === 'deals_won') return Float64Array.from(column('isFirst'));
  const [amounts, costs, hasCost] = [column('amount'), column('cost'), column('hasCost')];
  return Float64Array.from(amounts, (amount, i) => (hasCost[i] === 1 ? amount - costs[i]! : 0));
}

function addUp(rows: readonly SliceRow[]): SliceSums {
  return {
    these: rows.reduce((sum, row) => sum + row.these, 0),
    all: rows.reduce((sum, row) => sum + row.all, 0),
    before: rows.some((row) => row.before === null)
      ? null
      : rows.reduce((sum, row) => sum + row.before!, 0),
  };
}
