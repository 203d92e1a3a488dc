import type { Cause, GapRow, StartQuery, StartView } from '#contract/schemas/start';
import { buildStanding } from '#core/attainment/standing';
import { type Dataset, figureUnitOf } from '#core/dataset/dataset';
import { changesByCustomer, lastSaleBy, mainCause } from '#core/gap/cause';
import { byAttainment, type GapPart, type GapParts, partsOfGap } from '#core/gap/gapParts';
import type { MeasureCode } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { countedDays, toIsoDay } from '#core/period/day';
import { countWorkingDays } from '#core/period/workingDays';
import type { LineBook } from '#core/slices/lineBook';
import type { Unit } from '#core/units/unit';
import { describeSpan } from '#wording/period';
import { describeStanding } from '#wording/standingSentence';
import { describeWhoMakesGap } from '#wording/startSentence';
import type { Principal, Scope } from '../access/index';
import {
  findMeasure,
  findPeriod,
  toAttainmentText,
  toFigures,
  toMeasureRecord,
  toPeriodView,
  toUnitSummary,
} from '../attainment/index';
import type { Context } from '../context';
import { Codes, loadCustomerNames } from '../slices/index';

/** Furthest behind, and furthest ahead: more is a table, which Standing has. */
const [BEHIND_SHOWN, AHEAD_SHOWN] = [3, 1];
const WHO_SHOWN = 12;
/** Fewer days without a deal are nothing to speak of; common practice, no source. */
const IDLE_DAYS = 3;

type PacedPart = GapPart & { aheadOfPace: number };

/** @throws ProblemError unknownUnit, unknownPeriod, unknownMeasure */
export async function viewStart(
  context: Context,
  { dataset, findUnit }: Scope,
  { role, unitId }: Pick<Principal, 'role' | 'unitId'>,
  query: StartQuery,
): Promise<Omit<StartView, 'toDo'>> {
  const unit = findUnit(query.unit);
  const period = findPeriod(dataset, query.period);
  const { code } = findMeasure(dataset, query.measure);
  const standing = buildStanding(dataset, unit.id, period, code);
  const isReader = role === 'salesperson' && unitId === unit.id;
  const gap = partsOfGap(dataset, unit.id, period, code);
  const why = await describeGap(context, dataset, gap, { unit, period, measure: code });
  const ranked = byAttainment(dataset, gap.parts, code);
  const sentence = describeStanding(dataset, standing, isReader);
  return {
    unit: toUnitSummary(unit),
    period: toPeriodView(dataset, period),
    measure: toMeasureRecord(dataset.measures.get(code)),
    currency: dataset.currency,
    asOf: toIsoDay(dataset.asOf),
    sentence:
      why && standing.elapsed.phase === 'open'
        ? [...sentence, { text: ` ${describeWhoMakesGap(why, figureUnitOf(dataset, code))}` }]
        : sentence,
    figures: toFigures(dataset, standing),
    why,
    customers:
      unit.kind === 'salesperson' && code === 'revenue'
        ? await compareCustomers(context, dataset, unit, period)
        : null,
    who: ranked.slice(0, WHO_SHOWN).map(({ unitId: id, status, attainment }) => ({
      unit: toUnitSummary(dataset.tree.find(id)!),
      status,
      attainment,
      attainmentText: toAttainmentText(dataset, code, period, attainment),
    })),
    whoRemainder: Math.max(0, ranked.length - WHO_SHOWN),
  };
}

const CUSTOMERS_SHOWN = 3;

/** Which customers of a salesperson bought less and more than a year before, at the same point. */
async function compareCustomers(
  context: Context,
  dataset: Dataset,
  { id }: Unit,
  period: Period,
): Promise<StartView['customers']> {
  const { priorYear } = dataset.comparedOf(period);
  if (!priorYear) return null;
  const column = (await context.replica.findLines()).columnOf(id);
  const changes = changesByCustomer(column, countedDays(period, dataset.asOf), priorYear.span)
    .map((change) => ({ ...change, difference: change.now - change.then }))
    .filter(({ difference }) => difference !== 0)
    .sort((a, b) => a.difference - b.difference || a.customer - b.customer);
  if (changes.length === 0) return null;
  const less = changes.filter(({ difference }) => difference < 0).slice(0, CUSTOMERS_SHOWN);
  const more = changes.filter(({ difference }) => difference > 0).slice(-CUSTOMERS_SHOWN);
  const shown = [...less, ...more];
  const names = await loadCustomerNames(
    context.db,
    new Codes(shown.map(({ customer }) => customer)),
  );
  const sum = (some: readonly { difference: number }[]) =>
    some.reduce((total, { difference }) => total + difference, 0);
  return {
    difference: sum(changes),
    daysThen: describeSpan(priorYear.span, true),
    rows: shown.map(({ customer, now, then }) => ({
      id: customer,
      name: names.find((each) => each.id === customer)?.name ?? '',
      now,
      then,
    })),
    others: {
      count: changes.length - shown.length,
      difference: sum(changes) - sum(shown),
    },
  };
}

/** A unit's gap by its people, those that matter with what stands out; null where there is none. */
async function describeGap(
  context: Context,
  dataset: Dataset,
  { aheadOfPace, parts: all, rest }: GapParts,
  { unit, period, measure }: { unit: Unit; period: Period; measure: MeasureCode },
): Promise<StartView['why']> {
  const parts = all.filter((part): part is PacedPart => part.aheadOfPace !== null);
  if (aheadOfPace === null || parts.length === 0 || !dataset.measures.get(measure).isCumulative)
    return null;
  const behind = parts.filter((part) => part.aheadOfPace < 0).slice(0, BEHIND_SHOWN);
  const ahead = parts.filter((part) => part.aheadOfPace > 0).slice(-AHEAD_SHOWN);
  const shown = [...behind, ...ahead.filter((part) => !behind.includes(part))];
  const others = parts.filter((part) => !shown.includes(part));
  return {
    aheadOfPace,
    dueThrough: toIsoDay(Math.min(dataset.dueThrough(unit.id), period.to - 1)),
    rows: await explain(context, dataset, shown, period, measure),
    others: {
      count: others.length,
      aheadOfPace: others.reduce((sum, part) => sum + part.aheadOfPace, 0),
    },
    rest,
  };
}

async function explain(
  context: Context,
  dataset: Dataset,
  parts: readonly PacedPart[],
  period: Period,
  measure: MeasureCode,
): Promise<GapRow[]> {
  // Causes are customers' revenue: of other measures they would say something else.
  const book = measure === 'revenue' ? await context.replica.findLines() : null;
  const found = parts.map((part) => (book ? findCause(dataset, book, part, period) : null));
  const ids = found.flatMap((cause) => (cause?.kind === 'customer' ? [cause.customer] : []));
  const names = ids.length === 0 ? [] : await loadCustomerNames(context.db, new Codes(ids));
  return parts.map(({ unitId, aheadOfPace, status }, index) => ({
    unit: toUnitSummary(dataset.tree.find(unitId)!),
    aheadOfPace,
    status,
    cause: toCause(found[index] ?? null, names),
  }));
}

type FoundCause =
  | { kind: 'customer'; customer: number; now: number; then: number }
  | { kind: 'idle'; workingDays: number };

function findCause(
  dataset: Dataset,
  book: LineBook,
  { unitId, aheadOfPace }: PacedPart,
  period: Period,
): FoundCause | null {
  const column = book.columnOf(unitId);
  const { priorYear } = dataset.comparedOf(period);
  const changes = changesByCustomer(
    column,
    countedDays(period, dataset.asOf),
    priorYear?.span ?? null,
  );
  const cause = mainCause(changes, aheadOfPace);
  if (cause) return { kind: 'customer', ...cause };
  if (aheadOfPace >= 0) return null;
  const last = lastSaleBy(column, dataset.asOf);
  if (last === null) return null;
  const workingDays = countWorkingDays(
    { from: last + 1, to: dataset.dueThrough(unitId) + 1 },
    dataset.workingDaysOf(unitId),
  );
  return workingDays >= IDLE_DAYS ? { kind: 'idle', workingDays: Math.floor(workingDays) } : null;
}

function toCause(
  cause: FoundCause | null,
  names: readonly { id: number; name: string }[],
): Cause | null {
  if (cause?.kind !== 'customer') return cause;
  const { customer, now, then } = cause;
  const name = names.find(({ id }) => id === customer)?.name ?? '';
  return { kind: 'customer', name, now, then };
}
