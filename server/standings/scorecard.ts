import type { BreadthView, PairView, ScorecardView } from '#contract/schemas/scorecard';
import type { Measure, MeasureCode } from '#core/measure/measure';
import type { Period } from '#core/period/calendar';
import { toIsoDay } from '#core/period/day';
import { describeSpan } from '#core/period/words';
import { toMajor } from '#core/money/format';
import { figureUnitOf, type Books } from '#core/standing/books';
import { buildBreadth, typicalDealOf } from '#core/standing/breadth';
import type { BriefStanding } from '#core/standing/standing';
import { buildPairs, buildScorecard, scorecardPeriods, type ScoreCell } from '#core/standing/scorecard';
import { describePairs, describeScorecard } from '#core/standing/scorecardSentence';
import type { Unit } from '#core/units/unit';
import { findMeasure } from './find';
import { StatusList } from './statusList';
import { LEVELS, unitsOf, type Level } from './ladder';
import { toAttainmentText, toEarlierView, toFigures, toMeasureRecord, toPeriodView, toShortRatio, toUnitSummary } from './views';

/** What a card shows where none are chosen: as many measures as one looks over at a glance. */
const FIRST_MEASURES: readonly MeasureCode[] = ['revenue', 'gross_profit', 'gross_margin', 'deals_won', 'average_deal', 'win_rate', 'new_customers'];

/** The measures a card shows, asked for or not. */
export function measuresOfCard(books: Books, asked: string | undefined): MeasureCode[] {
  return asked ? [...new Set(asked.split(','))] : FIRST_MEASURES.filter((code) => books.measures.find(code));
}

/** Several measures of one unit. @throws Refused unknownMeasure */
export function viewScorecard(books: Books, unit: Unit, period: Period, asked: string | undefined): ScorecardView {
  const periods = scorecardPeriods(books, period);
  const rows = buildScorecard(books, unit.id, periods, measuresOfCard(books, asked).map((code) => findMeasure(books, code).code));
  const toCell = ({ standing, lastYear }: ScoreCell) => ({ figures: toFigures(books, standing), lastYear: lastYear && toEarlierView(books, standing.measure, lastYear) });
  return {
    unit: toUnitSummary(unit), currency: books.currency, asOf: toIsoDay(books.asOf), sentence: describeScorecard(books, unit.id, periods, rows),
    periods: { month: toPeriodView(books, periods.month), quarterToDate: toPeriodView(books, periods.quarterToDate), yearToDate: toPeriodView(books, periods.yearToDate) },
    rows: rows.map((row) => ({
      measure: toMeasureRecord(books.measures.get(row.measure)), accrues: books.measures.get(row.measure).accrues,
      month: toCell(row.month), quarterToDate: toCell(row.quarterToDate), yearToDate: toCell(row.yearToDate),
    })),
  };
}

/** Two measures of all units of a level under a unit; the highest level that has several where none is asked for. */
export function viewPairs(books: Books, unit: Unit, period: Period, [first, second]: [Measure, Measure], asked: Level | undefined): PairView {
  const levels = LEVELS.filter((level) => unitsOf(books, unit, period, level).length > 0);
  const level = asked && levels.includes(asked) ? asked : levels.findLast((each) => unitsOf(books, unit, period, each).length > 1) ?? levels[0] ?? 'salesperson';
  const units = unitsOf(books, unit, period, level);
  const list = new StatusList();
  const pairs = buildPairs(books, units.map((each) => each.id), period, [first.code, second.code]);
  return {
    unit: toUnitSummary(unit), period: toPeriodView(books, period), currency: books.currency, measures: [toMeasureRecord(first), toMeasureRecord(second)], level, levels,
    days: describeSpan({ from: period.from, to: Math.max(period.from, Math.min(period.to, books.asOf + 1)) }, true), sentence: describePairs(books, pairs, [first, second]),
    pairs: pairs.map((pair) => ({ unit: toUnitSummary(books.tree.find(pair.unitId)!), first: toPairFigures(books, list, first.code, period, pair.first), second: toPairFigures(books, list, second.code, period, pair.second), reading: pair.reading })),
    statuses: list.statuses,
  };
}

function toPairFigures(books: Books, list: StatusList, measure: MeasureCode, period: Period, { actual, complete, attainment, status }: BriefStanding): PairView['pairs'][number]['first'] {
  return { actual, target: complete, attainment: toShortRatio(attainment), attainmentText: toAttainmentText(books, measure, period, attainment), status: list.placeOf(status) };
}

/** What a result rests on. */
export function viewBreadth(books: Books, unit: Unit, period: Period): BreadthView {
  const { lastYear } = books.comparedOf(period);
  const typical = typicalDealOf(books, unit.id);
  const breadth = buildBreadth(books, unit.id, period);
  const inDays = (value: number | null) => (value === null ? null : toMajor(value, figureUnitOf(books, 'days_to_close')));
  return {
    ...breadth, daysToClose: { now: inDays(breadth.daysToClose.now), lastYear: inDays(breadth.daysToClose.lastYear) }, currency: books.currency, typicalDeal: typical === null ? null : Math.round(typical),
    days: describeSpan({ from: period.from, to: Math.max(period.from, Math.min(period.to, books.asOf + 1)) }, true), lastYearDays: lastYear && describeSpan(lastYear.span, true),
  };
}
