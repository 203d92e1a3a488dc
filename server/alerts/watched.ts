import { sql } from 'drizzle-orm';
import { readingOf, readingOfSlice } from '#core/alerts/reading';
import type { ReadOn } from '#core/alerts/replay';
import { buildStanding } from '#core/attainment/standing';
import type { Dataset } from '#core/dataset/dataset';
import { dealsIn, type OpenDeal, type Outlook, outlookOf } from '#core/forecast/outlook';
import type { Period } from '#core/period/calendar';
import { parseDay, toIsoDay } from '#core/period/day';
import { countWorkingDays } from '#core/period/workingDays';
import { completeValue } from '#core/targets/resolvedTarget';
import { readSlice } from '#core/targets/targetSlice';
import type { Unit } from '#core/units/unit';
import { viewUnassigned } from '../attainment/index';
import type { Context } from '../context';
import { loadOpenBook, type OpenBook } from '../credited/index';
import type { Queryable } from '../db/client';
import { sliceByLines, type Slicing } from '../slices/index';
import type { StoredRule } from './storedRule';

/** Whom a rule watches today. */
export function watchedBy(
  { tree, asOf }: Dataset,
  { unitId, watched }: Pick<StoredRule, 'unitId' | 'watched'>,
): readonly Unit[] {
  const unit = tree.find(unitId);
  if (!unit) return [];
  if (watched === 'unit') return [unit];
  const today = { from: asOf, to: asOf + 1 };
  if (watched === 'below') return tree.childrenDuring(unitId, today);
  return tree
    .unitsDuring(unitId, today)
    .filter(({ id, kind }) => kind === 'salesperson' && id !== unitId);
}

/** The period a rule looks at: the running one; of missing targets the next. */
export function periodOf(
  { calendar, asOf }: Dataset,
  { kind, periodKind }: Pick<StoredRule, 'kind' | 'periodKind'>,
): Period {
  const running = calendar.periodOf(periodKind, asOf);
  return kind === 'missingTargets' ? calendar.periodOf(periodKind, running.to) : running;
}

/** Of more units than this the whole book is read at once, instead of one after the other. */
const UNITS_ALONE = 10;

/** Open deals are read once for all rules that look at the same unit. */
export class OutlookReader {
  private pipelines = new Map<number, Promise<OpenDeal[]>>();
  private whole: Promise<OpenBook> | null = null;

  constructor(
    private context: Context,
    private dataset: Dataset,
  ) {}

  private openDeals(unit: Unit): Promise<OpenDeal[]> {
    let deals = this.pipelines.get(unit.id);
    if (!deals) this.pipelines.set(unit.id, (deals = this.load(unit)));
    return deals;
  }

  private async load({ id }: Unit): Promise<OpenDeal[]> {
    const spans = this.dataset.tree.memberSpansUnder(id);
    const people = [...new Set(spans.map(({ salespersonId }) => salespersonId))];
    if (this.pipelines.size > UNITS_ALONE) this.whole ??= loadOpenBook(this.context.db);
    const book = await (this.whole ?? loadOpenBook(this.context.db, people));
    return book.of(spans);
  }

  async outlookOf(unit: Unit, period: Period): Promise<Outlook> {
    const { actual, target } = buildStanding(this.dataset, unit.id, period, 'revenue');
    return outlookOf(
      { actual: actual ?? 0, target: completeValue(target) },
      dealsIn(await this.openDeals(unit), period, this.dataset.asOf, false),
    );
  }

  async countOverdue(unit: Unit): Promise<number> {
    const overdue = (await this.openDeals(unit)).filter(
      ({ expectedOn }) => expectedOn < this.dataset.asOf,
    );
    return new Set(overdue.map(({ id }) => id)).size;
  }
}

const OF_OPEN_DEALS = ['forecast', 'coverage', 'odds'];

/**
 * What a rule reads of a slice of units, on any day up to now: their lines are put together once.
 */
export async function readSlices(
  { db, replica }: Context,
  dataset: Dataset,
  rule: Pick<StoredRule, 'slice' | 'measure' | 'kind' | 'periodKind'>,
  units: readonly Unit[],
  firstDay = dataset.asOf,
): Promise<ReadOn> {
  const slice = readSlice(rule.slice)!;
  const { from } = dataset.calendar.periodOf(rule.periodKind, firstDay);
  const span = { from, to: dataset.asOf + 1 };
  const lines = await replica.findLines();
  const slicings = new Map<number, { slicing: Slicing; at: number }>();
  for (const unit of units) {
    const call = { dataset, unit, measure: rule.measure, span };
    const slicing = await sliceByLines(db, lines, slice.by, call);
    slicings.set(unit.id, {
      slicing,
      at: slicing.slices.findIndex(({ key }) => key === slice.key),
    });
  }
  return (then, unitId, period, day) => {
    const { slicing, at } = slicings.get(unitId)!;
    const days = { from: period.from, to: Math.min(period.to, day + 1) };
    const actual = at < 0 ? 0 : (slicing.valuesIn(days)[at] ?? 0);
    const { measure } = rule;
    return readingOfSlice(then, unitId, rule, { period, measure }, { slice, actual });
  };
}

/** What a rule reads of one watched unit now; null where there is nothing to read. */
export async function readNow(
  context: Context,
  db: Queryable,
  dataset: Dataset,
  outlooks: OutlookReader,
  rule: StoredRule,
  unit: Unit,
): Promise<number | null> {
  const period = periodOf(dataset, rule);
  if (rule.slice !== '')
    return (await readSlices(context, dataset, rule, [unit]))(
      dataset,
      unit.id,
      period,
      dataset.asOf,
    );
  switch (rule.kind) {
    case 'overdue':
      return outlooks.countOverdue(unit);
    case 'unassigned':
      return (await viewUnassigned(db, dataset, unit, period, 'revenue'))?.deals ?? 0;
    case 'missingTargets':
      return countMissing(dataset, unit, period, rule);
    case 'oldData':
      return daysSinceNewest(db, dataset, unit);
    case 'deal':
      return null;
    default:
      return readingOf(
        dataset,
        unit.id,
        rule,
        { period, measure: rule.measure },
        OF_OPEN_DEALS.includes(rule.kind) ? await outlooks.outlookOf(unit, period) : null,
      );
  }
}

/** Those at and below a unit without a target, so many days before the period begins. */
function countMissing(
  { tree, lookup, asOf }: Dataset,
  unit: Unit,
  period: Period,
  { days, measure }: Pick<StoredRule, 'days' | 'measure'>,
): number | null {
  if (asOf < period.from - (days ?? 0)) return null;
  return tree
    .unitsDuring(unit.id, period)
    .filter(
      ({ id, kind }) =>
        kind === 'salesperson' && completeValue(lookup.find(id, period, measure)) === null,
    ).length;
}

/** Working days that have ended since the newest won deal of a unit's people. */
async function daysSinceNewest(
  db: Queryable,
  dataset: Dataset,
  unit: Unit,
): Promise<number | null> {
  const people = [
    ...new Set(dataset.tree.memberSpansUnder(unit.id).map(({ salespersonId }) => salespersonId)),
  ];
  const {
    rows: [row],
  } = await db.execute<{ day: string | null }>(sql`
    select max(closed_on)::text as day from deal where status = 'won' and voided_at is null and
      salesperson_id = any(${sql.param(people)}::int[]) and closed_on <= ${toIsoDay(dataset.asOf)}`);
  if (!row?.day) return null;
  return countWorkingDays(
    { from: parseDay(row.day)! + 1, to: dataset.dueThrough(unit.id) + 1 },
    dataset.workingDaysOf(unit.id),
  );
}
