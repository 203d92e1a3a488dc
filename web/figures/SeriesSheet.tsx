import type { SeriesPoint, SeriesView } from '#contract/schemas/series';
import { decimalsOf, type FigureUnit, toMajor } from '#core/money/figureUnit';
import { figureUnit } from '#wording/figureUnit';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { describeNotes } from '#wording/note';
import { formatExact, formatShort } from '#wording/numbers/format';
import { shippedWord, statusLabel } from '#wording/shipped';
import { MOST_RINGS, SERIES_PLOT, type SeriesBar, SeriesChart } from '../charts/SeriesChart';
import { useSize } from '../ui/useSize';
import { ChartSheet } from './chart/ChartSheet';
import { useNotesAt } from './notes/ShownNotes';

const t = messagesOf('view', EN_VIEW);

interface SeriesSheetProps {
  view: SeriesView;
  isCumulative: boolean;
  height: number;
  heading: string;
  controls?: React.ReactNode;
  onOpen?(period: string): void;
}

/**
 * A series as bars with grades, or added up as a line; the same numbers as a table and as files.
 */
export function SeriesSheet({
  view,
  isCumulative,
  height,
  heading,
  controls,
  onOpen,
}: SeriesSheetProps) {
  const unit = figureUnit(view);
  const { box, width } = useSize<HTMLDivElement>({ width: 900, height });
  const show = (value: number) => formatShort(Math.round(value * 10 ** decimalsOf(unit)), unit);
  const notesAt = useNotesAt();
  const notesOf = (id: string) => describeNotes(notesAt({ unit: view.unit.code, period: id }));
  const bars = toBars(view, isCumulative, unit, notesOf);
  const hasNotes = bars.some(({ notes }) => notes !== null);
  const exact = (value: number | null) =>
    value === null ? '–' : formatExact(unit.kind === 'money' ? Math.round(value) : value, unit);
  return (
    <ChartSheet
      heading={heading}
      controls={controls}
      fileName={`${view.measure.code} ${view.unit.code} ${view.period.id} by ${view.step}${isCumulative ? ', cumulative' : ''}`}
      tableHeight={height}
      plot={SERIES_PLOT}
      note={
        isCumulative ? (
          <>{t('dottedTargetSoFarSand')}</>
        ) : (
          <>
            {t('lineTarget', {
              hasFloor: view.points.some((point) => point.floor !== null) ? 'yes' : 'no',
              hasRings: view.points.length <= MOST_RINGS ? 'yes' : 'no',
              isByDay: view.step === 'day' ? 'yes' : 'no',
            })}
          </>
        )
      }
      numbers={{
        headings: [
          t('part'),
          shippedWord(view.measure.name),
          view.measure.direction === 'lower' ? t('limit') : t('target'),
          t('attainment'),
          t('status'),
          t('cumulative'),
          t('targetSoFar'),
          t('priorYearHeading'),
          ...(hasNotes ? [t('notes')] : []),
        ],
        rows: view.points.map((point) => ({
          key: point.period.id,
          cells: [
            point.period.name,
            exact(point.actual),
            exact(point.target),
            point.attainmentText ?? '–',
            statusLabel(point.status),
            exact(point.cumulativeActual),
            exact(point.cumulativeTarget),
            exact(point.priorYear),
            ...(hasNotes ? [notesOf(point.period.id) ?? ''] : []),
          ],
        })),
      }}
    >
      {(size) => (
        <div ref={size === null ? box : undefined} style={size === null ? { height } : undefined}>
          <SeriesChart
            bars={bars}
            isCumulative={isCumulative}
            width={Math.max(200, size?.width ?? width)}
            height={size?.height ?? height}
            show={show}
            onOpen={onOpen}
            label={t('pictureOf', {
              heading,
              measure: shippedWord(view.measure.name),
              unit: view.unit.name,
              period: view.period.name,
            })}
          />
        </div>
      )}
    </ChartSheet>
  );
}

function toBars(
  view: SeriesView,
  isCumulative: boolean,
  unit: FigureUnit,
  notesOf: (id: string) => string | null,
): SeriesBar[] {
  const major = (value: number | null) => (value === null ? null : toMajor(value, unit));
  return view.points.map((point) => ({
    key: point.period.id,
    name: point.shortName,
    status: point.status,
    isRunning: point.phase === 'open',
    isRuleChange: point.ruleChanges.length > 0,
    words: describePoint(point, view, unit),
    notes: notesOf(point.period.id),
    value: major(isCumulative ? point.cumulativeActual : point.actual),
    target: major(isCumulative ? point.cumulativeTarget : point.target),
    floor: isCumulative ? null : major(point.floor),
    priorYear: major(isCumulative ? point.cumulativePriorYear : point.priorYear),
  }));
}

/** "November 2026: €265,867 of a target of €466,000, 57%, behind" */
function describePoint(point: SeriesPoint, { measure }: SeriesView, unit: FigureUnit): string {
  const exact = (value: number) =>
    formatExact(unit.kind === 'money' ? Math.round(value) : value, unit);
  const { direction } = measure;
  const target =
    point.target === null
      ? t('noTargetOfPoint', { direction })
      : t('targetMark', { direction, amount: exact(point.target) });
  const rule =
    point.ruleChanges.length > 0
      ? t('anotherStatusRuleFrom', { days: point.ruleChanges.join(', ') })
      : '';
  if (point.phase === 'notStarted')
    return t('notStarted', { period: point.period.name, target, rule });
  const percent =
    point.attainmentText === null
      ? ''
      : t('shareOfPoint', { percent: point.attainmentText, direction });
  return t('pointDescription', {
    period: point.period.name,
    actual: point.actual === null ? t('noFigure') : exact(point.actual),
    target,
    percent,
    status: statusLabel(point.status),
    isOpen: point.phase === 'open' ? 'yes' : 'no',
    rule,
  });
}
