import { type ReactNode, useMemo } from 'react';
import type { StandingView } from '#contract/schemas/attainment';
import { decimalsOf, type FigureUnit, toMajor } from '#core/money/figureUnit';
import { parseDay } from '#core/period/day';
import { figureUnit } from '#wording/figureUnit';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { formatExact, formatShort } from '#wording/numbers/format';
import { shortDay } from '#wording/period';
import { PATH_PLOT, PathChart, type PathDatum } from '../charts/PathChart';
import { useIsTall } from '../ui/useScreen';
import { ChartSheet } from './chart/ChartSheet';
import type { PeriodOutlook } from './useOutlook';

const t = messagesOf('view', EN_VIEW);

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
      heading={t('pathThrough', { period: view.period.name })}
      fileName={`path ${view.unit.code} ${view.period.id}`}
      tableHeight={height + 4}
      plot={PATH_PLOT}
      note={
        <>
          {view.isCumulative ? t('cumulativeWord') : t('toEachDay')}
          {unit.currency ? `, ${unit.currency}` : ''}
          {expected && <span title={t('wonPlusWhatIsWeighted')}>{t('shadedOpen')}</span>}
        </>
      }
      numbers={{
        headings: [t('day'), t('booked'), t('due'), t('priorYearHeading'), t('runRateHeading')],
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
            targetWord={t(view.measure.direction === 'lower' ? 'limitMark' : 'targetName')}
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
            description={t('cumulativePath', {
              isCumulative: view.isCumulative ? 'yes' : 'no',
              sentence,
              hasForecast: expected ? 'yes' : 'no',
              amount: expected && show(expected.value),
              low: expected && show(expected.low),
              high: expected && show(expected.high),
            })}
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
    { name: t('stretch'), value: target.stretch },
    { name: t('minimum'), value: target.floor },
    ...(elapsed.phase === 'ended' && grading.thresholds
      ? [
          { name: t('upper'), value: grading.thresholds.upper },
          { name: t('lower'), value: grading.thresholds.lower },
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
