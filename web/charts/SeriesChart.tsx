import { axisOf } from '#core/picture/axis';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { PENNANT } from './pennant';
import { fillOf, type ShownStatus } from './status';

const t = messagesOf('view', EN_VIEW);

/** One part of a series; numbers in the unit of the axis. */
export interface SeriesBar {
  key: string;
  name: string;
  /** By itself, or added up; null: it has not begun. */
  value: number | null;
  target: number | null;
  /** The least that is asked for. */
  floor: number | null;
  priorYear: number | null;
  status: ShownStatus;
  /** It still runs: not to be read as a finished one (GUARDS 3). */
  isRunning: boolean;
  /** Another status rule began in it. */
  isRuleChange: boolean;
  /** Read out. */
  words: string;
  /** What somebody wrote about it; null: nothing. */
  notes: string | null;
}

interface SeriesChartProps {
  bars: readonly SeriesBar[];
  isCumulative: boolean;
  width: number;
  height: number;
  label: string;
  show(value: number): string;
  onOpen?(key: string): void;
}

const [LEFT, TOP, FOOT] = [54, 16, 22];
const RIGHT = 6;
/** Where its parts lie. */
export const SERIES_PLOT = { left: LEFT, right: RIGHT, isSlots: true };
const NAME_ROOM = 34;
/** More rings of last year than this hide the bars. */
export const MOST_RINGS = 16;

/**
 * Parts of a period as bars with their grade, or added up as a line; targets are marks, never part
 * of a bar (GUARDS 11). Days without work are hatched, empty ones bare.
 */
export function SeriesChart({
  bars,
  isCumulative,
  width,
  height,
  label,
  show,
  onOpen,
}: SeriesChartProps) {
  const hasRings = bars.length <= MOST_RINGS;
  const axis = axisOf(
    bars.flatMap((bar) =>
      [bar.value, bar.target, bar.floor, isCumulative || hasRings ? bar.priorYear : null].filter(
        (value) => value !== null,
      ),
    ),
  );
  const y = (value: number) =>
    TOP + ((axis.top - value) / (axis.top - axis.bottom)) * (height - TOP - FOOT);
  const slot = (width - LEFT - RIGHT) / Math.max(1, bars.length);
  const bar = Math.max(2, Math.min(44, slot * 0.62));
  const middle = (index: number) => LEFT + slot * (index + 0.5);
  const every = Math.max(1, Math.ceil(NAME_ROOM / slot));
  const line = (values: readonly (number | null)[]) =>
    values
      .flatMap((value, index) =>
        value === null ? [] : [`${middle(index).toFixed(1)},${y(value).toFixed(1)}`],
      )
      .join(' ');

  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="group"
      aria-label={label}
      className="block text-[11px]"
    >
      <defs>
        <pattern
          id="closed-day"
          width="5"
          height="5"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="1.4" height="5" fill="var(--prior)" opacity="0.55" />
        </pattern>
      </defs>
      {axis.ticks.map((tick) => (
        <g key={tick}>
          <line
            x1={LEFT}
            x2={width}
            y1={y(tick)}
            y2={y(tick)}
            stroke={tick === 0 ? 'var(--prior)' : 'var(--line)'}
          />
          <text x={LEFT - 7} y={y(tick) + 4} textAnchor="end" fill="var(--ink-soft)">
            {show(tick)}
          </text>
        </g>
      ))}
      {isCumulative && (
        <>
          <polyline
            points={line(bars.map((each) => each.priorYear))}
            fill="none"
            stroke="var(--prior)"
            strokeWidth="1.8"
          />
          <polyline
            points={line(bars.map((each) => each.target))}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.2"
            strokeDasharray="2 3"
          />
          <polyline
            points={line(bars.map((each) => each.value))}
            fill="none"
            stroke="var(--now)"
            strokeWidth="2.4"
          />
        </>
      )}
      {bars.map((each, index) => {
        const x = middle(index) - bar / 2;
        const isClosed = each.status.state === 'noWorkday';
        const content = (
          <>
            <title>{each.notes === null ? each.words : `${each.words}. ${each.notes}`}</title>
            <rect
              x={LEFT + slot * index}
              width={slot}
              y={TOP}
              height={height - TOP - FOOT}
              fill="transparent"
            />
            {isClosed && (
              <rect x={x} width={bar} y={TOP} height={y(0) - TOP} fill="url(#closed-day)" />
            )}
            {isCumulative ? (
              each.value !== null && (
                <circle
                  cx={middle(index)}
                  cy={y(each.value)}
                  r={Math.min(5, bar / 2)}
                  fill={fillOf(each.status)}
                  stroke="var(--sheet)"
                />
              )
            ) : (
              <>
                {each.value !== null && each.value !== 0 && (
                  <rect
                    x={x}
                    width={bar}
                    y={Math.min(y(0), y(each.value))}
                    height={Math.abs(y(each.value) - y(0))}
                    fill={fillOf(each.status)}
                    fillOpacity={each.isRunning ? 0.55 : 1}
                    stroke={fillOf(each.status)}
                    strokeDasharray={each.isRunning ? '3 2' : undefined}
                  />
                )}
                {each.value === 0 && !isClosed && (
                  <rect
                    x={x}
                    width={bar}
                    y={y(0) - 4}
                    height={4}
                    fill="none"
                    stroke={fillOf(each.status)}
                  />
                )}
                {each.value === null && (
                  <rect
                    x={x}
                    width={bar}
                    y={y(0) - 8}
                    height={8}
                    fill="none"
                    stroke="var(--prior)"
                    strokeDasharray="2 2"
                  />
                )}
                {each.priorYear !== null && hasRings && (
                  <circle
                    cx={middle(index)}
                    cy={y(each.priorYear)}
                    r={3.4}
                    fill="var(--sheet)"
                    stroke="var(--prior-text)"
                    strokeWidth="1.4"
                  />
                )}
                {each.target !== null && each.target > 0 && (
                  <line
                    x1={LEFT + slot * index + slot * 0.08}
                    x2={LEFT + slot * (index + 1) - slot * 0.08}
                    y1={y(each.target)}
                    y2={y(each.target)}
                    stroke="var(--ink)"
                    strokeWidth="2"
                  />
                )}
                {each.floor !== null && each.floor > 0 && (
                  <line
                    x1={LEFT + slot * index + slot * 0.08}
                    x2={LEFT + slot * (index + 1) - slot * 0.08}
                    y1={y(each.floor)}
                    y2={y(each.floor)}
                    stroke="var(--ink)"
                    strokeWidth="1.2"
                    strokeDasharray="2 2"
                  />
                )}
              </>
            )}
            {each.notes !== null && (
              <path
                d={PENNANT}
                transform={`translate(${middle(index) - 1} ${TOP - 12})`}
                fill="var(--ember)"
                stroke="var(--ember-text)"
              />
            )}
            {each.isRuleChange && (
              <path
                d={`M${LEFT + slot * index + 1} ${TOP - 12}v${height - FOOT - TOP + 12}`}
                stroke="var(--plum)"
                strokeWidth="1.2"
                strokeDasharray="4 2"
                fill="none"
              />
            )}
            {each.isRuleChange && (
              <text x={LEFT + slot * index + 4} y={TOP - 4} fill="var(--plum-text)">
                {t('newRule')}
              </text>
            )}
            {index % every === 0 && (
              <text
                x={middle(index)}
                y={height - 6}
                textAnchor="middle"
                fill="var(--ink)"
                fontWeight={each.isRunning ? 650 : 400}
              >
                {each.name}
              </text>
            )}
          </>
        );
        // What is seen comes first: whoever speaks to the page says what they see (WCAG 2.5.3).
        const name = `${each.name}: ${each.words}${each.notes === null ? '' : `. ${each.notes}`}`;
        if (!onOpen)
          return (
            <g key={each.key} role="img" aria-label={name}>
              {content}
            </g>
          );
        return (
          <a
            key={each.key}
            href={`#${each.key}`}
            aria-label={name}
            onClick={(event) => {
              event.preventDefault();
              onOpen(each.key);
            }}
          >
            {content}
          </a>
        );
      })}
    </svg>
  );
}
