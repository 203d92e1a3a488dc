import {
  BENCHMARKS,
  type ComparedRow,
  type ComparisonQuery,
  type ComparisonView,
  planOf,
  TAKEN_APART_BY,
  type TakenApartBy,
} from '#contract/schemas/comparison';
import { bridgeOf, sumByKind, volumeAndPrice } from '#core/comparison/bridge';
import { changeOf } from '#core/comparison/change';
import { peerAverageOf, toldAverage } from '#core/comparison/peers';
import { type Dataset, figureUnitOf, valueIn } from '#core/dataset/dataset';
import { classify } from '#core/distribution/abc';
import type { Measure, MeasureCode } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { countedDays, type DaySpan, toIsoDay } from '#core/period/day';
import { completeValue } from '#core/targets/resolvedTarget';
import type { Unit } from '#core/units/unit';
import { describeComparison } from '#wording/comparisonSentence';
import { describePeriod, describeSpan } from '#wording/period';
import { describePlan } from '#wording/plan';
import type { Principal, Scope } from '../access/index';
import {
  findMeasure,
  findPeriod,
  toMeasureRecord,
  toPeriodView,
  toUnitSummary,
} from '../attainment/index';
import type { Context } from '../context';
import { findComparedPlan } from '../plans/index';
import { type Against, findBenchmark } from './benchmark';
import { readShares, viewConcentration } from './concentration';
import { viewLead, yearsOf } from './lead';
import { asItIsNow, isReorganised } from './organisation';
import { sliceByLines, sliceByUnit, slicedBy, type Slicing } from './slicing';
import { findTargeted, viewStatusByMonth, viewYears } from './statusByMonth';
import { viewWeeks } from './weeks';

const MOST_ROWS = 200;

/**
 * A unit's figure against other days or its target: what made the difference, row by row and up to
 * the figure itself.
 * @throws ProblemError unknownUnit, unknownPeriod, unknownMeasure, unknownPlan
 */
export async function viewComparison(
  context: Context,
  scope: Scope,
  principal: Pick<Principal, 'role' | 'unitId'>,
  query: ComparisonQuery,
): Promise<ComparisonView> {
  const { dataset: recorded, findUnit } = scope;
  const unit = findUnit(query.unit);
  const period = findPeriod(recorded, query.period);
  const measure = findMeasure(recorded, query.measure);
  const { against: chosen = 'priorYear' } = query;
  const planId = planOf(chosen);
  const against = findBenchmark(recorded, unit, period, {
    against: chosen,
    plan: planId === null ? null : await findComparedPlan(context, scope, principal, planId),
    point: query.point ?? 'date',
  });
  // Targets were set for units as they were.
  const isNow = query.organisation === 'asItIsNow' && against.earlier !== null;
  const dataset = isNow ? asItIsNow(recorded) : recorded;
  const possible = slicedBy(measure.code, TAKEN_APART_BY);
  const wanted = query.by ?? (unit.kind === 'salesperson' ? 'category' : 'unit');
  const by = possible.includes(wanted) ? wanted : 'unit';
  const call = { dataset, unit, measure: measure.code, span: allDays(dataset, period, against) };
  const slicing =
    by === 'unit'
      ? sliceByUnit(call)
      : await sliceByLines(context.db, await context.replica.findLines(), by, call);
  const targeted = await findTargeted(context.db, recorded, by, slicing);
  const span = countedDays(period, dataset.asOf);
  const now = valueIn(dataset, unit.id, measure.code, span);
  const then = thenOf(dataset, unit, period, measure, against);
  const shares = readShares(query);
  const isAdded = measure.overUnits === 'adds';
  // Averages of peers are nobody's parts: they do not add up to another.
  const isPeers = against.benchmark === 'peers';
  const parts = compareSlices(dataset, slicing, { unit, by, period, measure, against, shares });
  const rows = isAdded ? withUnassigned(parts, now, isPeers ? null : then.value) : parts;
  const sorted = rows.sort(
    (a, b) =>
      Math.abs(b.difference ?? 0) - Math.abs(a.difference ?? 0) || (b.now ?? 0) - (a.now ?? 0),
  );
  const rest = sorted.slice(MOST_ROWS);
  const figure = { now, then: then.value, thenWhole: then.whole, ...changeOf(now, then.value) };
  return {
    unit: toUnitSummary(unit),
    period: toPeriodView(dataset, period),
    measure: toMeasureRecord(measure),
    currency: dataset.currency,
    asOf: toIsoDay(dataset.asOf),
    sentence: describeComparison({
      unitName: unit.name,
      periodName: describePeriod(period, dataset.calendar),
      measure,
      unit: figureUnitOf(dataset, measure.code),
      now,
      then: then.value,
      benchmark: nameOf(dataset, against),
      isTarget: isTarget(against),
      isPeers,
      hasBegun: period.from <= dataset.asOf,
      isCut: isCut(against),
    }),
    against: {
      benchmark: against.benchmark,
      name: nameOf(dataset, against),
      days: against.earlier && describeSpan(against.earlier.span, true),
      isCut: isCut(against),
    },
    days: describeSpan(span, true),
    organisation: isNow ? 'asItIsNow' : 'asItWas',
    isReorganised: isReorganised(recorded, unit, call.span),
    others: viewOthers(dataset, unit, period, measure, { query, against, now, figure, isNow }),
    figure,
    by,
    takenApartBy: possible,
    rows: sorted.slice(0, MOST_ROWS),
    remainder:
      rest.length === 0
        ? null
        : {
            count: rest.length,
            now: rest.reduce((sum, row) => sum + (row.now ?? 0), 0),
            then: rest.some((row) => row.then === null)
              ? null
              : rest.reduce((sum, row) => sum + row.then!, 0),
          },
    concentration: isAdded
      ? viewConcentration(rows, { shares, isThenKnown: then.value !== null })
      : null,
    steps:
      isAdded && !isPeers && rows.every((row) => row.now !== null && row.then !== null)
        ? sumByKind(bridgeOf(rows.map(({ key, now, then }) => ({ key, now: now!, then: then! }))))
        : null,
    volumePrice: viewVolumePrice(dataset, unit, measure, span, against),
    lead:
      isAdded && measure.isCumulative && measure.direction === 'higher'
        ? viewLead(dataset, unit, period, slicing)
        : null,
    statusByMonth: viewStatusByMonth(recorded, unit, period, measure.code, targeted),
    years: viewYears(dataset, unit, period, measure.code),
    weeks: isAdded ? viewWeeks(dataset, unit, period, measure.code, against) : null,
  };
}

const isTarget = ({ benchmark, plan }: Against) => benchmark === 'target' || plan !== null;
const isCut = ({ earlier }: Against) => earlier !== null && earlier.span.to < earlier.period.to;

function nameOf({ calendar }: Dataset, { benchmark, earlier, plan }: Against): string {
  if (plan) return `the target of ${describePlan(plan)}`;
  if (benchmark === 'target') return 'target';
  if (benchmark === 'peers') return 'the average of its peers';
  return earlier ? describePeriod(earlier.period, calendar) : 'such an earlier period';
}

/** Every day that any of the comparison asks for. */
function allDays(dataset: Dataset, period: Period, { earlier }: Against): DaySpan {
  const years = yearsOf(dataset, period);
  const spans = [
    period,
    ...(earlier ? [earlier.period] : []),
    ...(years ? [years.before, years.year] : []),
  ];
  return {
    from: Math.min(...spans.map(({ from }) => from)),
    // What is dated later counts nowhere yet.
    to: Math.min(dataset.asOf + 1, Math.max(...spans.map(({ to }) => to))),
  };
}

function thenOf(
  dataset: Dataset,
  unit: Unit,
  period: Period,
  { code }: Measure,
  { benchmark, earlier, plan }: Against,
): { value: number | null; whole: number | null } {
  if (benchmark === 'target' || plan) {
    const target = completeValue((plan?.dataset ?? dataset).lookup.find(unit.id, period, code));
    return { value: target, whole: target };
  }
  if (benchmark === 'peers') {
    const told = toldPeers(dataset, unit.id, period, code);
    return { value: told, whole: null };
  }
  return earlier
    ? {
        value: valueIn(dataset, unit.id, code, earlier.span),
        whole: valueIn(dataset, unit.id, code, earlier.period),
      }
    : { value: null, whole: null };
}

/** Of few peers nothing is told: it would give the others' figures away. */
function toldPeers(
  dataset: Dataset,
  unitId: number,
  period: Period,
  measure: MeasureCode,
): number | null {
  const peers = peerAverageOf(dataset, unitId, period, measure);
  return peers && toldAverage(peers.average, peers.count);
}

/** The figure against what it is not compared with now, so that nothing contrary stays unseen. */
function viewOthers(
  dataset: Dataset,
  unit: Unit,
  period: Period,
  measure: Measure,
  {
    query,
    against: chosen,
    now,
    figure,
    isNow,
  }: {
    query: ComparisonQuery;
    against: Against;
    now: number | null;
    figure: Pick<ComparisonView['figure'], 'difference'>;
    isNow: boolean;
  },
): ComparisonView['others'] {
  return BENCHMARKS.flatMap((benchmark) => {
    if (benchmark === chosen.benchmark) return [];
    if (isNow && (benchmark === 'target' || benchmark === 'peers')) return [];
    const point = query.point ?? 'date';
    const against = findBenchmark(dataset, unit, period, { against: benchmark, point });
    const then = thenOf(dataset, unit, period, measure, against).value;
    if (then === null || now === null) return [];
    const change = changeOf(now, then);
    return [
      {
        benchmark,
        name: nameOf(dataset, against),
        days: against.earlier && describeSpan(against.earlier.span, true),
        now,
        then,
        ...change,
        isContrary: Math.sign(change.difference) * Math.sign(figure.difference ?? 0) < 0,
      },
    ];
  });
}

function compareSlices(
  dataset: Dataset,
  slicing: Slicing,
  {
    unit,
    by,
    period,
    measure,
    against,
    shares,
  }: {
    unit: Unit;
    by: TakenApartBy;
    period: Period;
    measure: Measure;
    against: Against;
    shares: { a: number; b: number };
  },
): ComparedRow[] {
  const now = slicing.valuesIn(countedDays(period, dataset.asOf));
  const then = isTarget(against)
    ? slicing.slices.map(({ key }) =>
        targetOf(against.plan?.dataset ?? dataset, { unit, by, key }, period, measure.code),
      )
    : against.benchmark === 'peers' && by === 'unit'
      ? slicing.slices.map(({ key }) =>
          toldPeers(dataset, dataset.tree.findByCode(key)!.id, period, measure.code),
        )
      : against.earlier
        ? slicing.valuesIn(against.earlier.span)
        : slicing.slices.map(() => null);
  const classesOf = (values: readonly (number | null)[]) =>
    new Map(
      classify(
        slicing.slices.map(({ key }, index) => ({ key, value: values[index] ?? 0 })),
        shares,
      ).map(({ key, abc }) => [key, abc]),
    );
  const isClassed = measure.overUnits === 'adds';
  const [abcNow, abcThen] = [classesOf(now), classesOf(then)];
  return slicing.slices.flatMap((slice, index) => {
    const [a, b] = [now[index]!, then[index]!];
    if ((a === 0 || a === null) && (b === 0 || b === null)) return [];
    return [
      {
        ...slice,
        now: a,
        then: b,
        ...changeOf(a, b),
        abc: isClassed ? abcNow.get(slice.key)! : null,
        abcThen: isClassed && b !== null ? abcThen.get(slice.key)! : null,
      },
    ];
  });
}

/** The target of a row: a unit's own, or a slice's; null where it has none, or not all of it. */
function targetOf(
  { lookup, lookupOf, tree }: Dataset,
  { unit, by, key }: { unit: Unit; by: TakenApartBy; key: string },
  period: Period,
  measure: MeasureCode,
): number | null {
  if (by === 'unit' || by === 'salesperson')
    return completeValue(lookup.find(tree.findByCode(key)!.id, period, measure));
  return completeValue(lookupOf({ by, key }).find(unit.id, period, measure));
}

/** What the figure has beyond its rows: people in no unit below, or a part nobody has. */
function withUnassigned(
  rows: ComparedRow[],
  now: number | null,
  then: number | null,
): ComparedRow[] {
  if (now === null || rows.some((row) => row.now === null)) return rows;
  const rest = now - rows.reduce((sum, row) => sum + row.now!, 0);
  const restThen =
    then === null || rows.some((row) => row.then === null)
      ? null
      : then - rows.reduce((sum, row) => sum + row.then!, 0);
  if (rest === 0 && (restThen === 0 || restThen === null)) return rows;
  return [
    ...rows,
    {
      key: '',
      name: 'Everything else',
      now: rest,
      then: restThen,
      ...changeOf(rest, restThen),
      abc: null,
      abcThen: null,
    },
  ];
}

/** How much of a change in revenue comes from the number of deals, how much from their average. */
function viewVolumePrice(
  dataset: Dataset,
  unit: Unit,
  { code }: Measure,
  span: DaySpan,
  { earlier }: Against,
): ComparisonView['volumePrice'] {
  if (code !== 'revenue' || !earlier) return null;
  const soldIn = (days: DaySpan) => {
    const amount = valueIn(dataset, unit.id, 'revenue', days);
    const deals = valueIn(dataset, unit.id, 'deals_won', days);
    return amount === null || deals === null ? null : { amount, deals };
  };
  const [now, then] = [soldIn(span), soldIn(earlier.span)];
  const effect = now && then && volumeAndPrice(now, then);
  return effect && { deals: now.deals, dealsThen: then.deals, ...effect };
}
