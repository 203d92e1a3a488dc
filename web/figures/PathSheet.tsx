import { type ReactNode, useMemo } from 'react';
import type { StandingView } from '#contract/schemas/attainment';
import { decimalsOf, type FigureUnit, toMajor } from '#core/money/figureUnit';
import { parseDay } from '#core/period/day';
import { figureUnit } from '#wording/figureUnit';
import { formatExact, formatShort } from '#wording/numbers/format';
import { shortDay } from '#wording/period';
import { PATH_PLOT, PathChart, type PathDatum } from '../charts/PathChart';
import { useIsTall } from '../ui/useScreen';
import { ChartSheet } from './chart/ChartSheet';
import type { PeriodOutlook } from './useOutlook';

const HEIGHT = 172;
const TALL_HEIGHT = 300;

/**
 * The path through the period, with what open deals make of it; below it whatever stands under the
 * picture.
 */
export function PathSheet({
  view,
  outlook,
  children,
}: {
  view: StandingView;
  outlook: PeriodOutlook | undefined;
  children?: ReactNode;
}) {
  const unit = useMemo(() => figureUnit(view), [view]);
  const height = useIsTall() ? TALL_HEIGHT : HEIGHT;
  const { target } = view.figures;
  const complete = target.missingCount > 0 ? null : target.value;
  const isOpen = view.figures.elapsed.phase === 'open';
  const data = useMemo<PathDatum[]>(
    () =>
      view.path.map((point) => ({
        day: point.day,
        label: shortDay(parseDay(point.day)!),
        booked: toChart(point.actual, unit),
        due: toChart(point.expectedToDate, unit),
        priorYear: toChart(point.priorYear, unit),
        runRateProjection: toChart(point.runRateProjection, unit),
      })),
    [view, unit],
  );
  const expected =
    isOpen && outlook && outlook.outlook.count > 0
      ? {
          value: toMajor(outlook.outlook.forecast, unit),
          low: toMajor(outlook.band.low, unit),
          high: toMajor(outlook.band.high, unit),
        }
      : null;
  const show = (value: number) => formatShort(Math.round(value * 10 ** decimalsOf(unit)), unit);
  const exact = (value: number | null) =>
    value === null ? '–' : formatExact(Math.round(value * 10 ** decimalsOf(unit)), unit);
  const sentence = view.sentence.map((part) => part.text).join('');

  return (
    <ChartSheet
      heading={`Path through ${view.period.name}`}
      fileName={`path ${view.unit.code} ${view.period.id}`}
      tableHeight={height + 4}
      plot={PATH_PLOT}
      note={
        <>
          {view.isCumulative ? 'cumulative' : 'to each day'}
          {unit.currency ? `, ${unit.currency}` : ''}
          {expected && (
            <span title="Won plus what is weighted; eight of ten outcomes of the open deals lie within the band.">
              ; shaded: open
            </span>
          )}
        </>
      }
      numbers={{
        headings: ['Day', 'Booked', 'Due', 'Last year', 'At this rate'],
        rows: data.map((datum) => ({
          key: datum.day,
          cells: [
            datum.label,
            exact(datum.booked),
            exact(datum.due),
            exact(datum.priorYear),
            exact(datum.runRateProjection),
          ],
        })),
      }}
    >
      {(size) => (
        <>
          <PathChart
            isCumulative={view.isCumulative}
            targetWord={view.measure.direction === 'lower' ? 'limit' : 'target'}
            data={data}
            target={complete === null ? null : toMajor(complete, unit)}
            limits={listLimits(view).map(({ name, value }) => ({
              name,
              value: toMajor(value, unit),
            }))}
            expected={expected}
            today={isOpen ? shortDay(parseDay(view.asOf)!) : null}
            height={size?.height ?? height}
            show={show}
            description={`${view.isCumulative ? 'Cumulative path' : 'Path'}. ${sentence}${
              expected
                ? ` With open deals the forecast is ${show(expected.value)}, most likely between ${show(expected.low)} and ${show(expected.high)}.`
                : ''
            }`}
          />
          {size === null && children}
        </>
      )}
    </ChartSheet>
  );
}

/**
 * What decides the grade besides the target: its minimum and stretch, and the thresholds of a
 * period that has ended. While it runs they move with what is due, and are told in words.
 */
function listLimits({ figures, grading }: StandingView): { name: string; value: number }[] {
  const { target, elapsed } = figures;
  const limits: { name: string; value: number | null }[] = [
    { name: 'stretch', value: target.stretch },
    { name: 'minimum', value: target.floor },
    ...(elapsed.phase === 'ended' && grading.thresholds
      ? [
          { name: 'upper', value: grading.thresholds.upper },
          { name: 'lower', value: grading.thresholds.lower },
        ]
      : []),
  ];
  const drawn = new Set([target.value]);
  // Short, as they stand at the end of a line: "upper" and "lower" are the thresholds.
  return limits.flatMap(({ name, value }) => {
    if (value === null || drawn.has(value)) return [];
    drawn.add(value);
    return [{ name, value }];
  });
}

function toChart(value: number | null, unit: FigureUnit): number | null {
  return value === null ? null : toMajor(value, unit);
}
