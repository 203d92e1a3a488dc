import type { Standings, StandingView, Strip, StripCell, Tree } from '#contract/schemas/standing';
import type { MeasureCode } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { toIsoDay, type Day } from '#core/period/day';
import { cutAtSameDate, lastYearOf } from '#core/period/neighbours';
import { shortPeriod } from '#core/period/words';
import { unplacedIn, valueIn, type Books } from '#core/standing/books';
import { buildPlace, rankUnits, type Rung } from '#core/standing/ladder';
import { findMovers } from '#core/standing/movers';
import { buildPath } from '#core/standing/path';
import { explainGrade } from '#core/standing/grading';
import { describeStanding } from '#core/standing/sentence';
import { buildBrief, buildLastYear, buildPrior, buildStanding } from '#core/standing/standing';
import type { Unit } from '#core/units/unit';
import type { Scope } from '../access/index';
import { StatusList } from './statusList';
import { toAttainmentText, toEarlierView, toFigures, toGradingView, toMeasureRecord, toPeriodView, toPlaceView, toShortRatio, toUnitSummary } from './views';

const MOVERS_SHOWN = 3;
/** Whoever wants to see more of a thousand people goes to the ladder. */
const PLACES_SHOWN = 100;

/** Everything the Standing view shows of one unit and period. */
export function viewStanding(scope: Scope, unit: Unit, period: Period, measure: MeasureCode, newestDay: Day | null): StandingView {
  const { books } = scope;
  const standing = buildStanding(books, unit.id, period, measure);
  const lastYear = buildLastYear(books, standing);
  const salespeople = [...new Set(books.tree.segmentsUnder(unit.id)
    .filter((segment) => segment.from < period.to && segment.to > period.from).map((segment) => segment.salespersonId))];
  const below = books.tree.childrenDuring(unit.id, period).filter((child) => child.kind !== 'salesperson').map((child) => child.id);
  const rungs = rankUnits(books, salespeople, period, measure, 'attainment');
  const toPlaces = (ranked: readonly Rung[]) => ranked.map((rung) => toPlaceView(books, buildPlace(books, rung, period, measure)));
  const rest = rungs.slice(PLACES_SHOWN);
  const movers = findMovers(rungs, books.measures.get(measure).direction, MOVERS_SHOWN);
  return {
    unit: toUnitSummary(unit),
    period: toPeriodView(books, period),
    measure: toMeasureRecord(books.measures.get(measure)),
    accrues: books.measures.get(measure).accrues,
    currency: books.currency,
    asOf: toIsoDay(books.asOf),
    newestDay: newestDay === null ? null : toIsoDay(newestDay),
    sentence: describeStanding(books, standing),
    figures: toFigures(books, standing),
    asClosed: null,
    grading: toGradingView(explainGrade(books, standing)),
    prior: toEarlierView(books, measure, buildPrior(books, standing)),
    lastYear: lastYear && toEarlierView(books, measure, lastYear),
    unplaced: scope.isWhole && unit.kind === 'company' ? toUnplaced(books, period, measure) : null,
    path: buildPath(books, unit.id, period, measure).map((point) => ({ ...point, day: toIsoDay(point.day) })),
    paceShare: standing.elapsed.due.gone / standing.elapsed.due.total,
    places: toPlaces(rungs.slice(0, PLACES_SHOWN)),
    others: rest.length === 0 ? null : { count: rest.length, actual: books.measures.get(measure).overUnits === 'adds' ? rest.reduce((sum, rung) => sum + (rung.actual ?? 0), 0) : null },
    below: toPlaces(rankUnits(books, below, period, measure, 'attainment')),
    movers: { up: toMovers(books, movers.up, rungs), down: toMovers(books, movers.down, rungs) },
  };
}

function toMovers(books: Books, unitIds: readonly number[], rungs: readonly Rung[]): StandingView['movers']['up'] {
  return unitIds.map((unitId) => {
    const { actual, priorActual } = rungs.find((rung) => rung.unitId === unitId)!;
    return { unit: toUnitSummary(books.tree.find(unitId)!), difference: actual! - priorActual! };
  });
}

function toUnplaced(books: Books, period: Period, measure: MeasureCode) {
  const deals = unplacedIn(books, 'deals_won', period);
  const amount = unplacedIn(books, measure, period);
  return deals === 0 && amount === 0 ? null : { amount, deals };
}

/** The units the reader may see in a period, in tree order, each with status and attainment. */
export function viewTree(scope: Scope, rootId: number, period: Period, measure: MeasureCode): Tree {
  const { books } = scope;
  const list = new StatusList();
  const nodes: Tree['nodes'] = [];
  const seen = new Set<number>();
  const visit = (unit: Unit, parent: string | null, depth: number) => {
    if (seen.has(unit.id)) return;
    seen.add(unit.id);
    const standing = buildBrief(books, unit.id, period, measure);
    nodes.push({
      unit: toUnitSummary(unit), parent, depth, status: list.placeOf(standing.status),
      attainmentText: toAttainmentText(books, measure, period, standing.attainment),
    });
    for (const child of childrenOn(books, unit, period)) visit(child, unit.code, depth + 1);
  };
  const root = books.tree.find(rootId);
  if (root) visit(root, null, 0);
  return { statuses: list.statuses, nodes };
}

/** Those who stand below on the last day that counts come first; those who left or moved within the period stay findable. */
function childrenOn(books: Books, unit: Unit, period: Period): Unit[] {
  const day = Math.max(period.from, Math.min(books.asOf, period.to - 1));
  const children = books.tree.childrenDuring(unit.id, period);
  const [here, gone]: [Unit[], Unit[]] = [[], []];
  for (const child of children) {
    const parent = books.tree.parentOn(child.id, day);
    if (parent === unit.id) here.push(child);
    else if (parent === null) gone.push(child);
  }
  return gone.length === 0 ? here : [...here, ...gone];
}

/** A fiscal year as the strip shows it. */
export function viewStrip(books: Books, unit: Unit, label: number, measure: MeasureCode): Strip {
  const toCell = (period: Period, shortName: string): StripCell => {
    const standing = buildBrief(books, unit.id, period, measure);
    return {
      period: toPeriodView(books, period), shortName, phase: standing.elapsed.phase, status: standing.status,
      attainment: standing.attainment, attainmentText: toAttainmentText(books, measure, period, standing.attainment),
      ruleChanges: books.rules.changesIn(measure, period).map(toIsoDay),
    };
  };
  return {
    year: toCell(books.calendar.year(label), `FY ${label}`),
    previous: `FY${label - 1}`,
    next: `FY${label + 1}`,
    quarters: books.calendar.quarters(label).map((quarter, i) => toCell(quarter, `Q${i + 1}`)),
    months: books.calendar.months(label).map((month) => toCell(month, shortPeriod(month, books.calendar))),
  };
}

const STANDINGS_COLUMNS = [
  'unit', 'actual', 'target', 'attainment', 'grade', 'lastYear', 'yearActual', 'yearTarget', 'yearAttainment', 'yearGrade', 'yearLastYear',
];

/** One line a unit for a period and the fiscal year to date, each beside last year at the same point. */
export function viewStandings(books: Books, period: Period, measure: MeasureCode): Standings {
  const year = books.calendar.periodOf('year', period.from);
  const spans = [period, year].map((each) => {
    const lastYear = lastYearOf(books.calendar, each);
    return { period: each, lastYear: lastYear && cutAtSameDate(each, books.asOf, lastYear) };
  });
  // A period after the other, not a unit after the other: what is kept of a period is found at once.
  const [of, ofYear] = spans.map(({ period: each, lastYear }) => books.tree.units.map((unit) => ({
    now: buildBrief(books, unit.id, each, measure), lastYear: lastYear ? valueIn(books, unit.id, measure, lastYear) : null,
  })));
  const rows = books.tree.units.map(({ code }, at) => {
    const [{ now, lastYear }, { now: year, lastYear: yearBefore }] = [of![at]!, ofYear![at]!];
    return [
      code, now.actual, now.target.value, toShortRatio(now.attainment), now.status.grade, lastYear,
      year.actual, year.target.value, toShortRatio(year.attainment), year.status.grade, yearBefore,
    ];
  });
  return { period: toPeriodView(books, period), asOf: toIsoDay(books.asOf), columns: STANDINGS_COLUMNS, rows };
}
