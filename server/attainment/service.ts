import type {
  Standings,
  StandingView,
  UnitAttainments,
  YearOverview,
  YearOverviewCell,
} from '#contract/schemas/attainment';
import { explainGrade } from '#core/attainment/grading';
import { buildBrief, buildPrior, buildPriorYear, buildStanding } from '#core/attainment/standing';
import { type Dataset, excludedIn, totalsIn, valueIn } from '#core/dataset/dataset';
import type { MeasureCode } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { type Day, dayWithin, toIsoDay } from '#core/period/day';
import { cutAtSameDate, priorYearOf } from '#core/period/neighbours';
import { buildPlace, type RankedUnit, rankUnits } from '#core/ranking/ladder';
import { findMovers } from '#core/ranking/movers';
import { buildPath } from '#core/trend/path';
import type { Unit } from '#core/units/unit';
import { describePeriod, shortPeriod } from '#wording/period';
import { describeStanding } from '#wording/standingSentence';
import type { Scope } from '../access/index';
import { StatusList } from './statusList';
import {
  toAttainmentText,
  toEarlierView,
  toFigures,
  toGradingView,
  toMeasureRecord,
  toPeriodView,
  toPlaceView,
  toShortRatio,
  toUnitSummary,
} from './views';

const MOVERS_SHOWN = 3;
/** Whoever wants to see more of a thousand people goes to the ladder. */
const PLACES_SHOWN = 100;

/**
 * Everything the Standing view shows of one unit and period; `isReader`: to the salesperson it is
 * about.
 */
export function viewStanding(
  scope: Scope,
  unit: Unit,
  period: Period,
  measure: MeasureCode,
  newestDay: Day | null,
  isReader = false,
): StandingView {
  const { dataset } = scope;
  const standing = buildStanding(dataset, unit.id, period, measure);
  const priorYear = buildPriorYear(dataset, standing);
  const salespeople = [
    ...new Set(
      dataset.tree
        .memberSpansUnder(unit.id)
        .filter((segment) => segment.from < period.to && segment.to > period.from)
        .map((segment) => segment.salespersonId),
    ),
  ];
  const below = dataset.tree
    .childrenDuring(unit.id, period)
    .filter((child) => child.kind !== 'salesperson')
    .map((child) => child.id);
  const rungs = rankUnits(dataset, salespeople, period, measure, 'attainment');
  const toPlaces = (ranked: readonly RankedUnit[]) =>
    ranked.map((rung) => toPlaceView(dataset, buildPlace(dataset, rung, period, measure)));
  const rest = rungs.slice(PLACES_SHOWN);
  const movers = findMovers(rungs, dataset.measures.get(measure).direction, MOVERS_SHOWN);
  return {
    unit: toUnitSummary(unit),
    period: toPeriodView(dataset, period),
    measure: toMeasureRecord(dataset.measures.get(measure)),
    isCumulative: dataset.measures.get(measure).isCumulative,
    currency: dataset.currency,
    asOf: toIsoDay(dataset.asOf),
    newestDay: newestDay === null ? null : toIsoDay(newestDay),
    sentence: describeStanding(dataset, standing, isReader),
    figures: toFigures(dataset, standing),
    excludedDeals: excludedIn(dataset, unit.id, standing.measure, standing.period),
    asClosed: null,
    grading: toGradingView(explainGrade(dataset, standing)),
    prior: toEarlierView(dataset, standing, buildPrior(dataset, standing)),
    priorYear: priorYear && toEarlierView(dataset, standing, priorYear),
    unassigned: null,
    path: buildPath(dataset, unit.id, period, measure).map((point) => ({
      ...point,
      day: toIsoDay(point.day),
    })),
    elapsedShare: standing.elapsed.due.gone / standing.elapsed.due.total,
    rankings: toPlaces(rungs.slice(0, PLACES_SHOWN)),
    remainder:
      rest.length === 0
        ? null
        : {
            count: rest.length,
            actual:
              dataset.measures.get(measure).overUnits === 'adds'
                ? rest.reduce((sum, rung) => sum + (rung.actual ?? 0), 0)
                : null,
          },
    below: toPlaces(rankUnits(dataset, below, period, measure, 'attainment')),
    movers: {
      gained: toMovers(dataset, movers.gained, rungs),
      lost: toMovers(dataset, movers.lost, rungs),
    },
  };
}

function toMovers(
  dataset: Dataset,
  unitIds: readonly number[],
  rungs: readonly RankedUnit[],
): StandingView['movers']['gained'] {
  return unitIds.map((unitId) => {
    const { actual, priorActual } = rungs.find((rung) => rung.unitId === unitId)!;
    return { unit: toUnitSummary(dataset.tree.find(unitId)!), difference: actual! - priorActual! };
  });
}

/** The units the reader may see in a period, in tree order, each with status and attainment. */
export function viewTree(
  scope: Scope,
  rootId: number,
  period: Period,
  measure: MeasureCode,
): UnitAttainments {
  const { dataset } = scope;
  const list = new StatusList();
  const nodes: UnitAttainments['nodes'] = [];
  const seen = new Set<number>();
  const visit = (unit: Unit, parent: string | null, depth: number) => {
    if (seen.has(unit.id)) return;
    seen.add(unit.id);
    const standing = buildBrief(dataset, unit.id, period, measure);
    nodes.push({
      unit: toUnitSummary(unit),
      parent,
      depth,
      status: list.placeOf(standing.status),
      attainmentText: toAttainmentText(dataset, measure, period, standing.attainment),
    });
    for (const child of childrenOn(dataset, unit, period)) visit(child, unit.code, depth + 1);
  };
  const root = dataset.tree.find(rootId);
  if (root) visit(root, null, 0);
  return { statuses: list.statuses, nodes };
}

/**
 * Those who stand below on the last day that counts come first; those who left or moved within the
 * period stay findable.
 */
function childrenOn(dataset: Dataset, unit: Unit, period: Period): Unit[] {
  const day = dayWithin(period, dataset.asOf);
  const children = dataset.tree.childrenDuring(unit.id, period);
  const [here, gone]: [Unit[], Unit[]] = [[], []];
  for (const child of children) {
    const parent = dataset.tree.parentOn(child.id, day);
    if (parent === unit.id) here.push(child);
    else if (parent === null) gone.push(child);
  }
  return gone.length === 0 ? here : [...here, ...gone];
}

/** A fiscal year as the strip shows it. */
export function viewStrip(
  dataset: Dataset,
  unit: Unit,
  label: number,
  measure: MeasureCode,
): YearOverview {
  const toCell = (period: Period, shortName: string): YearOverviewCell => {
    const standing = buildBrief(dataset, unit.id, period, measure);
    return {
      period: toPeriodView(dataset, period),
      shortName,
      phase: standing.elapsed.phase,
      status: standing.status,
      attainment: standing.attainment,
      attainmentText: toAttainmentText(dataset, measure, period, standing.attainment),
      ruleChanges: dataset.rules.changesIn(measure, period).map(toIsoDay),
      hasMonthlyTotals: totalsIn(dataset, unit.id, measure, period) !== null,
    };
  };
  return {
    year: toCell(
      dataset.calendar.year(label),
      describePeriod(dataset.calendar.year(label), dataset.calendar),
    ),
    previous: `FY${label - 1}`,
    next: `FY${label + 1}`,
    quarters: dataset.calendar.quarters(label).map((quarter, i) => toCell(quarter, `Q${i + 1}`)),
    months: dataset.calendar
      .months(label)
      .map((month) => toCell(month, shortPeriod(month, dataset.calendar))),
  };
}

const STANDINGS_COLUMNS = [
  'unit',
  'actual',
  'target',
  'attainment',
  'grade',
  'priorYear',
  'yearActual',
  'yearTarget',
  'yearAttainment',
  'yearGrade',
  'yearPriorYear',
];

/**
 * One line a unit for a period and the fiscal year to date, each beside last year at the same
 * point.
 */
export function viewStandings(dataset: Dataset, period: Period, measure: MeasureCode): Standings {
  const year = dataset.calendar.periodOf('year', period.from);
  const spans = [period, year].map((each) => {
    const priorYear = priorYearOf(dataset.calendar, each);
    return { period: each, priorYear: priorYear && cutAtSameDate(each, dataset.asOf, priorYear) };
  });
  // A period after the other, not a unit after the other: what is kept of a period is found at
  // once.
  const [of, ofYear] = spans.map(({ period: each, priorYear }) =>
    dataset.tree.units.map((unit) => ({
      now: buildBrief(dataset, unit.id, each, measure),
      priorYear: priorYear ? valueIn(dataset, unit.id, measure, priorYear) : null,
    })),
  );
  const rows = dataset.tree.units.map(({ code }, at) => {
    const [{ now, priorYear }, { now: year, priorYear: yearBefore }] = [of![at]!, ofYear![at]!];
    return [
      code,
      now.actual,
      now.target.value,
      toShortRatio(now.attainment),
      now.status.grade,
      priorYear,
      year.actual,
      year.target.value,
      toShortRatio(year.attainment),
      year.status.grade,
      yearBefore,
    ];
  });
  return {
    period: toPeriodView(dataset, period),
    asOf: toIsoDay(dataset.asOf),
    columns: STANDINGS_COLUMNS,
    rows,
  };
}
