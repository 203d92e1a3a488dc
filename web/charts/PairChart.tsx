import { declutter } from '#core/picture/declutter';
import { showWholePercent } from '#wording/numbers/percent';

/** A unit by two attainments, 1 for 100 %. */
export interface PairMark {
  key: string;
  name: string;
  x: number;
  y: number;
  fill: string;
  words: string;
}

interface PairChartProps {
  marks: readonly PairMark[];
  names: readonly [string, string];
  width: number;
  height: number;
  label: string;
  onOpen(key: string): void;
}

const [LEFT, TOP, RIGHT, FOOT] = [58, 12, 120, 34];
const LABEL_GAP = 14;
/** Above this many, names are told by the table and when one points at a mark. */
const MOST_NAMED = 24;

/**
 * Two measures of many units: each axis by attainment of its own target, with the hot line at 100 %
 * of both. Beyond the edge a mark stands on it.
 */
export function PairChart({ marks, names, width, height, label, onOpen }: PairChartProps) {
  const scale = (values: readonly number[]) => {
    const [low, high] = [Math.min(0.9, ...values), Math.max(1.1, ...values)];
    const step = high - low > 1.6 ? 0.5 : high - low > 0.8 ? 0.2 : 0.1;
    const [bottom, top] = [
      Math.max(-1, Math.floor(low / step + 1e-9) * step),
      Math.min(3, Math.ceil(high / step - 1e-9) * step),
    ];
    return {
      bottom,
      top,
      ticks: Array.from(
        { length: Math.round((top - bottom) / step) + 1 },
        (_, index) => bottom + index * step,
      ),
    };
  };
  const [xs, ys] = [scale(marks.map((mark) => mark.x)), scale(marks.map((mark) => mark.y))];
  const clamp = (value: number, { bottom, top }: { bottom: number; top: number }) =>
    Math.max(bottom, Math.min(top, value));
  const x = (value: number) =>
    LEFT + ((clamp(value, xs) - xs.bottom) / (xs.top - xs.bottom)) * (width - LEFT - RIGHT);
  const y = (value: number) =>
    TOP + ((ys.top - clamp(value, ys)) / (ys.top - ys.bottom)) * (height - TOP - FOOT);
  const isHot = (value: number) => Math.abs(value - 1) < 1e-6;
  const named = marks.length <= MOST_NAMED ? marks : [];
  const labels = declutter(
    named.map((mark) => y(mark.y)),
    LABEL_GAP,
    TOP + 4,
    height - FOOT,
  );
  return (
    <svg
      width={width}
      height={height}
      viewBox={`0 0 ${width} ${height}`}
      role="group"
      aria-label={label}
      className="block text-[11px]"
    >
      {xs.ticks.map((tick) => (
        <g key={tick}>
          <line
            x1={x(tick)}
            x2={x(tick)}
            y1={TOP}
            y2={height - FOOT}
            stroke={isHot(tick) ? 'var(--ember)' : 'var(--line)'}
            strokeWidth={isHot(tick) ? 2.4 : 1}
          />
          <text
            x={x(tick)}
            y={height - FOOT + 14}
            textAnchor="middle"
            fill="var(--ink-soft)"
            fontWeight={isHot(tick) ? 650 : 400}
          >
            {showWholePercent(tick)}
          </text>
        </g>
      ))}
      {ys.ticks.map((tick) => (
        <g key={tick}>
          <line
            x1={LEFT}
            x2={width - RIGHT}
            y1={y(tick)}
            y2={y(tick)}
            stroke={isHot(tick) ? 'var(--ember)' : 'var(--line)'}
            strokeWidth={isHot(tick) ? 2.4 : 1}
          />
          <text
            x={LEFT - 6}
            y={y(tick) + 4}
            textAnchor="end"
            fill="var(--ink-soft)"
            fontWeight={isHot(tick) ? 650 : 400}
          >
            {showWholePercent(tick)}
          </text>
        </g>
      ))}
      <text x={(LEFT + width - RIGHT) / 2} y={height - 4} textAnchor="middle" fill="var(--ink)">
        {names[0]} →
      </text>
      <text
        x={12}
        y={(TOP + height - FOOT) / 2}
        textAnchor="middle"
        fill="var(--ink)"
        transform={`rotate(-90 12 ${(TOP + height - FOOT) / 2})`}
      >
        {names[1]} →
      </text>
      {marks.map((mark, index) => (
        <a
          key={mark.key}
          href={`#${mark.key}`}
          {...(named.length > 0
            ? { 'aria-description': mark.words }
            : { 'aria-label': mark.words })}
          onClick={(event) => {
            event.preventDefault();
            onOpen(mark.key);
          }}
        >
          <title>{mark.words}</title>
          <circle cx={x(mark.x)} cy={y(mark.y)} r={6} fill={mark.fill} stroke="var(--sheet)" />
          {named.length > 0 && (
            <path
              d={`M${x(mark.x) + 6} ${y(mark.y)}L${width - RIGHT + 6} ${labels[index]}`}
              stroke="var(--prior)"
              strokeWidth="0.8"
              fill="none"
              opacity="0.7"
            />
          )}
          {named.length > 0 && (
            <text x={width - RIGHT + 9} y={labels[index]! + 4} fill="var(--ink)" fontWeight={550}>
              {mark.name.length > 17 ? `${mark.name.slice(0, 16)}…` : mark.name}
            </text>
          )}
        </a>
      ))}
    </svg>
  );
}
