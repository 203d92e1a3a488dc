import type { MeasureComparison, SalesMixView, ScorecardView } from '#contract/schemas/scorecard';
import type { BriefStanding } from '#core/attainment/standing';
import { type Dataset, figureUnitOf } from '#core/dataset/dataset';
import type { Measure, MeasureCode } from '#core/measure/measure';
import { toMajor } from '#core/money/figureUnit';
import type { Period } from '#core/period/calendar';
import { countedDays, toIsoDay } from '#core/period/day';
import { averageDealSizeOfYear, buildSalesMix } from '#core/salesMix/salesMix';
import {
  buildPairs,
  buildScorecard,
  scorecardPeriods,
  type ScoreCell,
} from '#core/scorecard/scorecard';
import { weighTotal } from '#core/scorecard/weightedTotal';
import type { Unit } from '#core/units/unit';
import { showPercent } from '#wording/numbers/percent';
import { describeSpan } from '#wording/period';
import { describePairs, describeScorecard } from '#wording/scorecardSentence';
import { findMeasure } from './find';
import { type Level, LEVELS, unitsOf } from './ladder';
import { StatusList } from './statusList';
import {
  toAttainmentText,
  toEarlierView,
  toFigures,
  toMeasureRecord,
  toPeriodView,
  toShortRatio,
  toUnitSummary,
} from './views';

/** What a card shows where none are chosen: as many measures as one looks over at a glance. */
const FIRST_MEASURES: readonly MeasureCode[] = [
  'revenue',
  'gross_profit',
  'gross_margin',
  'deals_won',
  'average_deal',
  'win_rate',
  'new_customers',
];

/** The measures a card shows, asked for or not. */
export function measuresOfCard(dataset: Dataset, asked: string | undefined): MeasureCode[] {
  return asked
    ? [...new Set(asked.split(','))]
    : FIRST_MEASURES.filter((code) => dataset.measures.find(code));
}

/**
 * Several measures of one unit, and what they come to by their weights (`code:50,code:30`; all the
 * same where none are asked for). @throws ProblemError unknownMeasure
 */
export function viewScorecard(
  dataset: Dataset,
  unit: Unit,
  period: Period,
  asked: string | undefined,
  weights: string | undefined,
): ScorecardView {
  const periods = scorecardPeriods(dataset, period);
  const rows = buildScorecard(
    dataset,
    unit.id,
    periods,
    measuresOfCard(dataset, asked).map((code) => findMeasure(dataset, code).code),
  );
  const toCell = ({ standing, priorYear }: ScoreCell) => ({
    figures: toFigures(dataset, standing),
    priorYear: priorYear && toEarlierView(dataset, standing, priorYear),
  });
  const weightOf = readWeights(weights);
  const total = (span: 'month' | 'quarterToDate' | 'yearToDate') => {
    const { value, used, all } = weighTotal(
      rows.map((row) => ({
        weight: weightOf(row.measure),
        attainment: row[span].standing.attainment,
        direction: dataset.measures.get(row.measure).direction,
      })),
    );
    return {
      value: toShortRatio(value),
      text: value === null ? null : showPercent(value),
      used,
      all,
    };
  };
  return {
    total: {
      month: total('month'),
      quarterToDate: total('quarterToDate'),
      yearToDate: total('yearToDate'),
    },
    unit: toUnitSummary(unit),
    currency: dataset.currency,
    asOf: toIsoDay(dataset.asOf),
    sentence: describeScorecard(dataset, unit.id, periods, rows),
    periods: {
      month: toPeriodView(dataset, periods.month),
      quarterToDate: toPeriodView(dataset, periods.quarterToDate),
      yearToDate: toPeriodView(dataset, periods.yearToDate),
    },
    rows: rows.map((row) => ({
      measure: toMeasureRecord(dataset.measures.get(row.measure)),
      isCumulative: dataset.measures.get(row.measure).isCumulative,
      weight: weightOf(row.measure),
      month: toCell(row.month),
      quarterToDate: toCell(row.quarterToDate),
      yearToDate: toCell(row.yearToDate),
    })),
  };
}

/** The weight of each measure; 1 for all where none are said. */
function readWeights(text: string | undefined): (measure: MeasureCode) => number {
  if (!text) return () => 1;
  const weights = new Map(
    text.split(',').map((each): [string, number] => {
      const [code, weight] = each.split(':');
      return [code!, Number(weight)];
    }),
  );
  return (measure) => weights.get(measure) ?? 0;
}

/**
 * Two measures of all units of a level under a unit; the highest level that has several where none
 * is asked for.
 */
export function viewPairs(
  dataset: Dataset,
  unit: Unit,
  period: Period,
  [first, second]: [Measure, Measure],
  asked: Level | undefined,
): MeasureComparison {
  const levels = LEVELS.filter((level) => unitsOf(dataset, unit, period, level).length > 0);
  const level =
    asked && levels.includes(asked)
      ? asked
      : (levels.findLast((each) => unitsOf(dataset, unit, period, each).length > 1) ??
        levels[0] ??
        'salesperson');
  const units = unitsOf(dataset, unit, period, level);
  const list = new StatusList();
  const pairs = buildPairs(
    dataset,
    units.map((each) => each.id),
    period,
    [first.code, second.code],
  );
  return {
    unit: toUnitSummary(unit),
    period: toPeriodView(dataset, period),
    currency: dataset.currency,
    measures: [toMeasureRecord(first), toMeasureRecord(second)],
    level,
    levels,
    days: describeSpan(countedDays(period, dataset.asOf), true),
    sentence: describePairs(dataset, pairs, [first, second]),
    pairs: pairs.map((pair) => ({
      unit: toUnitSummary(dataset.tree.find(pair.unitId)!),
      first: toPairFigures(dataset, list, first.code, period, pair.first),
      second: toPairFigures(dataset, list, second.code, period, pair.second),
      reading: pair.reading,
    })),
    statuses: list.statuses,
  };
}

function toPairFigures(
  dataset: Dataset,
  list: StatusList,
  measure: MeasureCode,
  period: Period,
  { actual, complete, attainment, status }: BriefStanding,
): MeasureComparison['pairs'][number]['first'] {
  return {
    actual,
    target: complete,
    attainment: toShortRatio(attainment),
    attainmentText: toAttainmentText(dataset, measure, period, attainment),
    status: list.placeOf(status),
  };
}

/** What a result is made of. */
export function viewBreadth(dataset: Dataset, unit: Unit, period: Period): SalesMixView {
  const { priorYear } = dataset.comparedOf(period);
  const typical = averageDealSizeOfYear(dataset, unit.id);
  const salesMix = buildSalesMix(dataset, unit.id, period);
  const inDays = (value: number | null) =>
    value === null ? null : toMajor(value, figureUnitOf(dataset, 'days_to_close'));
  return {
    ...salesMix,
    salesCycleDays: {
      actual: inDays(salesMix.salesCycleDays.actual),
      priorYear: inDays(salesMix.salesCycleDays.priorYear),
    },
    currency: dataset.currency,
    yearAverageDealSize: typical === null ? null : Math.round(typical),
    days: describeSpan(countedDays(period, dataset.asOf), true),
    priorYearDays: priorYear && describeSpan(priorYear.span, true),
  };
}
