/**
 * A period's booked, weighted and open amounts against its target; finished numbers in one unit,
 * with their words.
 */
export interface OutlookBar {
  key: string;
  name: string;
  won: number;
  weighted: number;
  open: number;
  target: number | null;
  /** Read out. */
  words: string;
}

const WIDTH = 460;
const HEIGHT = 190;
const FOOT = 22;
const TOP = 10;
const LEFT = 46;

/** Round steps, so that the scale can be read. */
function stepOf(most: number): number {
  const rough = most / 4;
  const power = 10 ** Math.floor(Math.log10(rough));
  return [1, 2, 2.5, 5, 10].map((each) => each * power).find((each) => each >= rough) ?? rough;
}

/** Where its months lie. */
export const OUTLOOK_PLOT = { left: LEFT, right: 0, isSlots: true, drawnWidth: WIDTH };

/**
 * Months ahead: booked is filled, what is weighted is hatched upon it, the rest of what is open
 * only outlined; the target is a mark, never part of a bar (GUARDS 8, 11), and what the forecast
 * falls short of it is drawn between the two.
 */
export function OutlookChart({
  bars,
  format,
  label,
}: {
  bars: readonly OutlookBar[];
  format(value: number): string;
  label: string;
}) {
  const most = Math.max(1, ...bars.map((bar) => Math.max(bar.won + bar.open, bar.target ?? 0)));
  const step = stepOf(most);
  const top = Math.ceil(most / step) * step;
  const y = (value: number) => TOP + (HEIGHT - TOP - FOOT) * (1 - Math.max(0, value) / top);
  const slot = (WIDTH - LEFT) / Math.max(1, bars.length);
  const width = Math.min(52, slot * 0.6);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`${label}: ${bars.map((bar) => bar.words).join('; ')}`}
      className="w-full text-[10px]"
    >
      <defs>
        <pattern
          id="weighted"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <rect width="6" height="6" fill="var(--sheet)" />
          <rect width="3" height="6" fill="var(--now)" />
        </pattern>
      </defs>
      {Array.from({ length: Math.round(top / step) + 1 }, (_, index) => index * step).map(
        (value) => (
          <g key={value}>
            <line x1={LEFT} x2={WIDTH} y1={y(value)} y2={y(value)} stroke="var(--line)" />
            <text x={LEFT - 6} y={y(value) + 4} textAnchor="end" fill="var(--ink-soft)">
              {format(value)}
            </text>
          </g>
        ),
      )}
      {bars.map((bar, index) => {
        const x = LEFT + slot * index + (slot - width) / 2;
        const [won, expected, all] = [y(bar.won), y(bar.won + bar.weighted), y(bar.won + bar.open)];
        return (
          <g key={bar.key}>
            <rect
              x={x}
              width={width}
              y={all}
              height={Math.max(0, expected - all)}
              fill="none"
              stroke="var(--now)"
              strokeDasharray="3 2"
            />
            <rect
              x={x}
              width={width}
              y={expected}
              height={Math.max(0, won - expected)}
              fill="url(#weighted)"
              stroke="var(--now)"
            />
            <rect x={x} width={width} y={won} height={Math.max(0, y(0) - won)} fill="var(--now)" />
            {bar.target !== null && bar.target > bar.won + bar.weighted && (
              <rect
                x={x + width / 2 - 4}
                width={8}
                y={y(bar.target)}
                height={Math.max(0, expected - y(bar.target))}
                fill="var(--grade-1)"
                fillOpacity={0.18}
                stroke="var(--grade-1)"
                strokeDasharray="2 2"
              />
            )}
            {bar.target !== null && (
              <line
                x1={x - 7}
                x2={x + width + 7}
                y1={y(bar.target)}
                y2={y(bar.target)}
                stroke="var(--ink)"
                strokeWidth="2"
              />
            )}
            <text x={x + width / 2} y={HEIGHT - 6} textAnchor="middle" fill="var(--ink)">
              {bar.name}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
