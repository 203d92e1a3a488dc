import {
  Area,
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import { axisOf } from '#core/picture/axis';
import { declutter } from '#core/picture/declutter';
import { language } from '#wording/language';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';

const t = messagesOf('view', EN_VIEW);

/** One day; numbers in the unit of the axis. */
export interface PathDatum {
  day: string;
  label: string;
  booked: number | null;
  due: number | null;
  priorYear: number | null;
  runRateProjection: number | null;
}

interface PathChartProps {
  data: readonly PathDatum[];
  target: number | null;
  /** What else decides a grade, by its name: minimum, stretch, thresholds. */
  limits: readonly { name: string; value: number }[];
  /**
   * What open deals are expected to bring by the end, and between what most outcomes lie; null: not
   * known.
   */
  expected: { value: number; low: number; high: number } | null;
  /** Label of the business date within the period, or null. */
  today: string | null;
  height: number;
  /** A sum that grows through the period; a ratio is a line without ground under it. */
  isCumulative: boolean;
  /** "target", or "limit" where lower is better. */
  targetWord: string;
  /** What a value reads as. */
  show(value: number): string;
  description: string;
}

/** "2,40 Mio. €" takes more than "€2.40m". */
const [AXIS_WIDTH, END_WIDTH] = language().code === 'en' ? [52, 104] : [74, 140];
const MARGIN = { top: 14, right: END_WIDTH, bottom: 2, left: 0 };
/** Where its days lie. */
export const PATH_PLOT = { left: AXIS_WIDTH, right: MARGIN.right, isSlots: false };
const AXIS_HEIGHT = 22;
const LABEL_GAP = 14;

/**
 * Cumulative path: booked in steel until today, due as dots, last year in sand, the present rate as
 * a dotted tail; labels at the line ends.
 */
export function PathChart({
  data: path,
  target,
  limits,
  expected,
  today,
  height,
  isCumulative,
  targetWord,
  show,
  description,
}: PathChartProps) {
  const data = expected === null ? path : withExpected(path, expected);
  const values = path
    .flatMap((datum) => [datum.booked, datum.due, datum.priorYear, datum.runRateProjection])
    .concat(target, expected === null ? [] : [expected.high])
    .concat(limits.map(({ value }) => value))
    .filter((value) => value !== null);
  const { top, bottom, ticks: valueTicks } = axisOf(values);
  const plotHeight = height - MARGIN.top - MARGIN.bottom - AXIS_HEIGHT;
  const y = (value: number) => MARGIN.top + ((top - value) / (top - bottom)) * plotHeight;
  const last = data.at(-1);
  const bookedNow = data.findLast((datum) => datum.booked !== null);
  const ends = [
    target !== null && {
      text: `${targetWord} ${show(target)}`,
      value: target,
      colour: 'var(--target)',
    },
    ...limits.map(({ name, value }) => ({
      text: `${name} ${show(value)}`,
      value,
      colour: 'var(--ink-soft)',
    })),
    expected !== null && {
      text: t('forecast', { amount: show(expected.value) }),
      value: expected.value,
      colour: 'var(--grade-3-text)',
    },
    expected === null &&
      last?.runRateProjection != null && {
        text: t('runRateMark', { amount: show(last.runRateProjection) }),
        value: last.runRateProjection,
        colour: 'var(--grade-3-text)',
      },
    last?.priorYear != null &&
      last.priorYear !== 0 && {
        text: t('priorYearMark', { amount: show(last.priorYear) }),
        value: last.priorYear,
        colour: 'var(--prior-text)',
      },
    today === null &&
      bookedNow && {
        text: t('bookedMark', {
          isCumulative: isCumulative ? 'yes' : 'no',
          booked: show(bookedNow.booked!),
        }),
        value: bookedNow.booked!,
        colour: 'var(--grade-3-text)',
      },
  ].filter((end) => end !== false && end !== undefined);
  const endY = declutter(
    ends.map((end) => y(end.value)),
    LABEL_GAP,
    MARGIN.top,
    height - AXIS_HEIGHT - 4,
  );
  const every = data.length <= 7 ? 1 : data.length < 40 ? 7 : Math.ceil(data.length / 7);
  const ticks = data.filter((_, index) => index % every === 0).map((datum) => datum.label);

  return (
    <figure className="relative" style={{ height }} role="img" aria-label={description}>
      <ResponsiveContainer width="100%" height="100%">
        <ComposedChart data={data} margin={MARGIN} accessibilityLayer={false}>
          <CartesianGrid vertical={false} stroke="var(--line)" />
          <XAxis
            dataKey="label"
            ticks={ticks}
            height={AXIS_HEIGHT}
            tickLine={false}
            axisLine={{ stroke: 'var(--prior)' }}
            tick={{ fill: 'var(--ink-soft)', fontSize: 11 }}
            interval={0}
          />
          <YAxis
            domain={[bottom, top]}
            ticks={valueTicks}
            interval={0}
            width={AXIS_WIDTH}
            tickLine={false}
            axisLine={false}
            tick={{ fill: 'var(--ink-soft)', fontSize: 11 }}
            tickFormatter={show}
          />
          <Line
            dataKey="priorYear"
            connectNulls
            stroke="var(--prior)"
            strokeWidth={1.8}
            dot={false}
            isAnimationActive={false}
          />
          <Line
            dataKey="due"
            stroke="var(--ink)"
            strokeWidth={1.2}
            strokeDasharray="2 3"
            dot={false}
            isAnimationActive={false}
          />
          {expected !== null && (
            <Area
              dataKey="band"
              stroke="none"
              fill="var(--now)"
              fillOpacity={0.16}
              dot={false}
              activeDot={false}
              isAnimationActive={false}
            />
          )}
          <Line
            dataKey={expected === null ? 'runRateProjection' : 'expected'}
            stroke="var(--now)"
            strokeWidth={2}
            strokeDasharray="2 4"
            dot={false}
            isAnimationActive={false}
          />
          <Area
            dataKey="booked"
            connectNulls
            stroke="var(--now)"
            strokeWidth={2.4}
            fill={isCumulative ? 'var(--now-fill)' : 'none'}
            dot={false}
            isAnimationActive={false}
            type="linear"
          />
          {limits.map(({ name, value }) => (
            <ReferenceLine
              key={name}
              y={value}
              stroke="var(--ink-soft)"
              strokeWidth={1}
              strokeDasharray="6 4"
            />
          ))}
          {target !== null && <ReferenceLine y={target} stroke="var(--target)" strokeWidth={1.5} />}
          {today !== null && (
            <ReferenceLine
              x={today}
              stroke="var(--ember)"
              strokeWidth={1.2}
              label={{
                value: t('todayMark'),
                position: 'insideBottomLeft',
                fill: 'var(--ember-text)',
                fontSize: 11,
                offset: 6,
              }}
            />
          )}
          {today !== null && bookedNow && (
            <ReferenceDot
              x={today}
              y={bookedNow.booked!}
              r={4}
              fill="var(--now)"
              stroke="var(--sheet)"
              label={{
                value: t('bookedMark', {
                  isCumulative: isCumulative ? 'yes' : 'no',
                  booked: show(bookedNow.booked!),
                }),
                position: 'left',
                fill: 'var(--grade-3-text)',
                fontSize: 11,
                fontWeight: 650,
                offset: 8,
                dy: isCumulative ? -9 : 16,
                stroke: 'var(--sheet)',
                strokeWidth: 3,
                paintOrder: 'stroke',
              }}
            />
          )}
        </ComposedChart>
      </ResponsiveContainer>
      <svg
        aria-hidden
        className="pointer-events-none absolute top-0 right-0"
        width={MARGIN.right - 4}
        height={height}
      >
        {ends.map((end, index) => (
          <text key={end.text} x={2} y={endY[index]! + 4} fontSize={11} fill={end.colour}>
            {end.text}
          </text>
        ))}
      </svg>
    </figure>
  );
}

/**
 * From today's figure straight to what is expected at the end, and the band that opens towards it.
 */
function withExpected(
  path: readonly PathDatum[],
  { value, low, high }: { value: number; low: number; high: number },
) {
  const from = path.findLastIndex((datum) => datum.booked !== null);
  const start = path[from]?.booked;
  if (start === null || start === undefined) return path;
  const way = path.length - 1 - from;
  return path.map((datum, index) => {
    if (index < from || way === 0) return datum;
    const at = (end: number) => start + ((end - start) * (index - from)) / way;
    return { ...datum, expected: at(value), band: [at(low), at(high)] };
  });
}
