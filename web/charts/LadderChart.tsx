import { declutter } from '#core/picture/declutter';
import type { LadderScale } from '#core/picture/ladderScale';
import { fillOf, type ShownStatus, textOf } from './status';

export interface LadderMark {
  key: string;
  name: string;
  /** Its height, on the scale: 1.18 for 118 % of target. */
  at: number;
  text: string;
  /** What the text is a part or sum of, for whoever hears it: "of target". */
  of: string;
  status: ShownStatus;
  /** Where it stood at the same point of the prior period; null: nowhere. */
  before: number | null;
  beforeText: string | null;
}

interface LadderChartProps {
  label: string;
  marks: readonly LadderMark[];
  scale: LadderScale;
  show(value: number): string;
  /** Where an even pace stands; null when there is none. */
  pace: number | null;
  paceText: string;
  height: number;
  onOpen(key: string): void;
}

const WIDTH = 262;
const [LEFT_RAIL, RIGHT_RAIL, LABEL_X] = [52, 112, 130];
const LABEL_GAP = 15;
const [TOP, BOTTOM] = [10, 14];

/** The height at which so many names can be told apart. */
export function heightFor(count: number): number {
  return (count + 1) * LABEL_GAP + TOP + BOTTOM;
}

/**
 * One marker a unit at the height of what it is ranked by; the hot rung; hollow where it stood
 * before.
 */
export function LadderChart({
  label,
  marks,
  scale,
  show,
  pace,
  paceText,
  height,
  onOpen,
}: LadderChartProps) {
  const { top, bottom, step } = scale;
  const y = (value: number) =>
    TOP +
    ((top - Math.max(bottom, Math.min(top, value))) / (top - bottom)) * (height - TOP - BOTTOM);
  const rungs = Array.from(
    { length: Math.round((top - bottom) / step) + 1 },
    (_, i) => bottom + i * step,
  );
  const namedEach = rungs.length > 9 ? 2 : 1;
  const shown = marks.slice(0, Math.floor((height - TOP - BOTTOM) / LABEL_GAP));
  // The pace stands among the labels, so that it is never written over a name.
  const wanted = shown.map((mark) => y(mark.at));
  const labels = declutter(
    pace === null ? wanted : [...wanted, y(pace) - 8],
    LABEL_GAP,
    TOP + 4,
    height - BOTTOM,
  );
  const x = (index: number) => LEFT_RAIL + 20 + (index % 2) * 2;

  return (
    <svg
      width={WIDTH}
      height={height}
      viewBox={`0 0 ${WIDTH} ${height}`}
      role="group"
      aria-label={label}
      className="block max-w-full"
    >
      {rungs.map((value) => {
        const isHot = scale.hot !== null && Math.abs(value - scale.hot) < step * 1e-6;
        const isNamed = isHot || Math.round((value - bottom) / step) % namedEach === 0;
        return (
          <g key={value}>
            <line
              x1={LEFT_RAIL}
              x2={RIGHT_RAIL}
              y1={y(value)}
              y2={y(value)}
              stroke={isHot ? 'var(--ember)' : 'var(--prior)'}
              strokeWidth={isHot ? 4 : 2}
              opacity={isHot ? 1 : 0.7}
            />
            {isNamed && (
              <text
                x={LEFT_RAIL - 8}
                y={y(value) + 4}
                textAnchor="end"
                fontSize={11.5}
                fontWeight={isHot ? 650 : 400}
                fill={isHot ? 'var(--ink)' : 'var(--ink-soft)'}
              >
                {show(value)}
              </text>
            )}
          </g>
        );
      })}
      {[LEFT_RAIL, RIGHT_RAIL].map((rail) => (
        <line
          key={rail}
          x1={rail}
          x2={rail}
          y1={2}
          y2={height - 2}
          stroke="var(--ink)"
          strokeWidth={4}
          strokeLinecap="round"
          opacity={0.85}
        />
      ))}
      {pace !== null && (
        <g>
          <line
            x1={LEFT_RAIL - 6}
            x2={RIGHT_RAIL + 8}
            y1={y(pace)}
            y2={y(pace)}
            stroke="var(--ink)"
            strokeWidth={1.2}
            strokeDasharray="2 3"
          />
          <text
            x={WIDTH - 4}
            y={labels.at(-1)! + 4}
            textAnchor="end"
            fontSize={11}
            fill="var(--ink-soft)"
            stroke="var(--sheet)"
            strokeWidth={3}
            paintOrder="stroke"
          >
            {paceText}
          </text>
        </g>
      )}
      {shown.map(
        (mark, index) =>
          mark.before !== null && (
            <g key={mark.key} stroke={fillOf(mark.status)} opacity={0.75}>
              <line
                x1={x(index)}
                y1={y(mark.at)}
                x2={RIGHT_RAIL - 18}
                y2={y(mark.before)}
                strokeWidth={1}
                opacity={0.6}
              />
              <circle
                cx={RIGHT_RAIL - 18}
                cy={y(mark.before)}
                r={4.2}
                fill="var(--sheet)"
                strokeWidth={1.5}
              />
            </g>
          ),
      )}
      {shown.map((mark, index) => (
        <a
          key={mark.key}
          href={`#${mark.key}`}
          aria-description={`${mark.of}${mark.of ? ', ' : ''}${mark.status.label}${mark.beforeText === null ? '' : `; ${mark.beforeText} at the same point before`}`}
          onClick={(event) => {
            event.preventDefault();
            onOpen(mark.key);
          }}
        >
          <circle
            cx={x(index)}
            cy={y(mark.at)}
            r={6}
            fill={fillOf(mark.status)}
            stroke="var(--sheet)"
            strokeWidth={1}
          />
          <path
            d={`M${RIGHT_RAIL + 4} ${y(mark.at)}L${LABEL_X - 3} ${labels[index]}`}
            stroke="var(--prior)"
            strokeWidth={1}
            fill="none"
          />
          <text
            x={LABEL_X}
            y={labels[index]! + 4}
            fontSize={11.5}
            fontWeight={550}
            fill="var(--ink)"
            data-label
          >
            {shorten(mark.name)}
          </text>
          <text
            x={WIDTH - 4}
            y={labels[index]! + 4}
            fontSize={11.5}
            fontWeight={650}
            textAnchor="end"
            className={`fill-current ${textOf(mark.status)}`}
          >
            {mark.text}
          </text>
        </a>
      ))}
    </svg>
  );
}

function shorten(name: string): string {
  return name.length > 15 ? `${name.slice(0, 14)}…` : name;
}
