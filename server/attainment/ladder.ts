import type { LadderQuery, LadderView } from '#contract/schemas/ladder';
import { buildStanding, type Standing } from '#core/attainment/standing';
import { type Dataset, valueIn } from '#core/dataset/dataset';
import type { Period } from '#core/period/calendar';
import { countedDays, dayWithin, toIsoDay } from '#core/period/day';
import { buildPlace, type RankedUnit, rankUnits } from '#core/ranking/ladder';
import { completeValue } from '#core/targets/resolvedTarget';
import { isOnRamp } from '#core/units/ramp';
import type { Unit, UnitKind } from '#core/units/unit';
import { describeLadder } from '#wording/ladderSentence';
import { describeSpan } from '#wording/period';
import type { Principal, Scope } from '../access/index';
import type { Context } from '../context';
import { assertNoFieldErrors } from '../problem';
import { findMeasure, findPeriod } from './find';
import {
  toAttainmentText,
  toMeasureRecord,
  toPeriodView,
  toPlaceView,
  toUnitSummary,
} from './views';

/** The rest is asked for when someone scrolls there. */
const PLACES_SHOWN = 100;

export type Level = LadderView['level'];
export const LEVELS: readonly Level[] = ['salesperson', 'team', 'branch'];

/**
 * A ranking of the units of one level under a unit. A salesperson sees that of their own team, and
 * only where the company shares it.
 * @throws ProblemError unknownUnit, unknownPeriod, unknownMeasure
 */
export function viewLadder(
  context: Context,
  scope: Scope,
  principal: Pick<Principal, 'role' | 'unitId'>,
  query: LadderQuery,
): LadderView {
  const period = findPeriod(scope.dataset, query.period);
  const asked = scope.findUnit(query.unit);
  const shared =
    principal.role === 'salesperson' && context.replica.company!.sharesTeamLadder
      ? findOwnTeam(context, asked, period)
      : null;
  const { dataset, unit } = shared ?? { dataset: scope.dataset, unit: asked };
  const measure = findMeasure(dataset, query.measure);
  const by = query.by ?? 'attainment';
  const levels = LEVELS.map((level) => ({
    level,
    units: shared && level !== 'salesperson' ? [] : unitsOf(dataset, unit, period, level),
  })).filter(({ units }) => units.length > 0);
  const { level, units } = levels.find((each) => each.level === query.level) ??
    levels[0] ?? { level: 'salesperson' as const, units: [] };
  const ranked = query.withoutRamps
    ? units.filter((each) => !isOnRamp(dataset.calendar, dataset.ramps.get(each.id), period))
    : units;
  const rungs = rankUnits(
    dataset,
    ranked.map((each) => each.id),
    period,
    measure.code,
    by,
  );
  const toView = (rung: RankedUnit) =>
    toPlaceView(dataset, buildPlace(dataset, rung, period, measure.code), by);
  const shown = rungs.slice(0, query.limit ?? PLACES_SHOWN);
  const own = rungs.find((rung) => rung.unitId === principal.unitId);
  const ofUnit = buildStanding(dataset, unit.id, period, measure.code);
  const { due, phase } = ofUnit.elapsed;
  return {
    unit: toUnitSummary(unit),
    period: toPeriodView(dataset, period),
    measure: toMeasureRecord(measure),
    isCumulative: measure.isCumulative,
    currency: dataset.currency,
    asOf: toIsoDay(dataset.asOf),
    level,
    levels: levels.map((each) => each.level),
    by,
    sentence: describeLadder(dataset, rungs, period, measure.code, by),
    days: describeSpan(countedDays(period, dataset.asOf), true),
    priorDays: describeSpan(dataset.comparedOf(period).prior.span, true),
    phase,
    // The share by which status and pace are judged: by months, where a longer period has any.
    elapsedShare: due.gone / due.total,
    onRamp: units.length - ranked.length,
    rankings: shown.map(toView),
    total: toTotal(dataset, ofUnit),
    columns: toColumns(dataset, unit, period, query.columns, shown),
    count: rungs.length,
    ranked: rungs.filter((rung) => rung.rank !== null).length,
    mine: own ? toView(own) : null,
    isShared: shared !== null,
  };
}

/** What all of a ranking come to: the figure of the unit they stand under. */
function toTotal(dataset: Dataset, standing: Standing): LadderView['total'] {
  const { actual, target, attainment, gap, status, measure, period } = standing;
  return {
    actual,
    target: completeValue(target),
    attainmentText: toAttainmentText(dataset, measure, period, attainment),
    gap,
    status,
  };
}

const MOST_COLUMNS = 4;

/** @throws ProblemError unknownMeasure, invalidInput for more columns than there is room for */
function toColumns(
  dataset: Dataset,
  unit: Unit,
  period: Period,
  asked: string | undefined,
  shown: readonly RankedUnit[],
): LadderView['columns'] {
  const codes = columnsOf(asked);
  if (codes.length > MOST_COLUMNS)
    assertNoFieldErrors([{ field: 'columns', code: 'aboveLimit', params: { max: MOST_COLUMNS } }]);
  return codes.map((code) => {
    const measure = findMeasure(dataset, code);
    const valueOf = (unitId: number) => valueIn(dataset, unitId, measure.code, period);
    return {
      measure: toMeasureRecord(measure),
      values: shown.map(({ unitId }) => valueOf(unitId)),
      total: valueOf(unit.id),
    };
  });
}

/** The codes that a query names. */
export function columnsOf(asked: string | undefined): string[] {
  return asked ? [...new Set(asked.split(','))] : [];
}

/** The team a salesperson stood in last in the period, in the company's dataset. */
function findOwnTeam(
  { replica }: Context,
  person: Unit,
  period: Period,
): { dataset: Dataset; unit: Unit } | null {
  const dataset = replica.wholeDataset;
  const parent = dataset.tree.parentOn(person.id, dayWithin(period, dataset.asOf));
  const unit = parent === null ? undefined : dataset.tree.find(parent);
  return unit ? { dataset, unit } : null;
}

/** All units of a level that stood under a unit in a period. */
export function unitsOf({ tree }: Dataset, root: Unit, period: Period, kind: UnitKind): Unit[] {
  return tree.unitsDuring(root.id, period).filter((unit) => unit.kind === kind);
}
