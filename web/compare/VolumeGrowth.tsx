import type { ComparedRow, ComparisonView } from '#contract/schemas/comparison';
import { medianOf } from '#core/ledger/dealValues';
import { declutter } from '#core/picture/declutter';
import { showChange } from '#wording/numbers/percent';
import type { Shown } from '../app/display';

const [WIDTH, HEIGHT] = [460, 250];
const MARGIN = { left: 44, right: 12, top: 20, bottom: 22 };
/** Growth beyond this stands at the edge. */
const MOST_GROWTH = 1.5;
/** The scale ends at a multiple of it. */
const STEP = 0.25;
const NAMED = 6;
const LABEL_GAP = 13;

/**
 * Each row by how much it is and how much it has grown; lines at the median and at no growth make
 * four quarters. What had nothing then is told beside.
 */
export function VolumeGrowth({ view, shown }: { view: ComparisonView; shown: Shown }) {
  const dots = view.rows.filter(
    (row): row is ComparedRow & { now: number; share: number } =>
      row.share !== null && row.now !== null && row.now > 0,
  );
  const fresh = view.rows.filter((row) => row.isNew);
  if (dots.length < 4) return null;
  const most = Math.max(...dots.map(({ now }) => now));
  const median = medianOf(Float64Array.from(dots, ({ now }) => now))!;
  const widest = Math.max(...dots.map(({ share }) => Math.abs(share)));
  const limit = Math.min(MOST_GROWTH, Math.max(1, Math.ceil(widest / STEP)) * STEP);
  const x = (value: number) =>
    MARGIN.left + Math.sqrt(value / most) * (WIDTH - MARGIN.left - MARGIN.right);
  const y = (share: number) =>
    MARGIN.top +
    ((limit - Math.max(-limit, Math.min(limit, share))) / (2 * limit)) *
      (HEIGHT - MARGIN.top - MARGIN.bottom);
  const named = [...dots]
    .sort((a, b) => Math.abs(b.difference ?? 0) - Math.abs(a.difference ?? 0))
    .slice(0, NAMED);
  const heights = declutter(
    named.map(({ share }) => y(share)),
    LABEL_GAP,
    MARGIN.top + 4,
    HEIGHT - MARGIN.bottom - 4,
  );
  return (
    <section
      aria-label="Volume against growth"
      className="min-w-0 rounded-sheet border border-line bg-sheet px-3.5 pt-2 pb-2"
    >
      <h2>
        Volume against growth
        <span className="ml-2 text-[11.5px] font-normal text-soft">
          lines: the median, and no growth
        </span>
      </h2>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        className="mt-1 w-full"
        aria-label={`${dots.length} of ${view.unit.name} by volume and growth; all of them stand in the table Growth.`}
      >
        <line
          x1={MARGIN.left}
          x2={WIDTH - MARGIN.right}
          y1={y(0)}
          y2={y(0)}
          stroke="var(--line-strong)"
          strokeWidth={1}
          opacity={0.55}
        />
        <line
          x1={x(median)}
          x2={x(median)}
          y1={MARGIN.top}
          y2={HEIGHT - MARGIN.bottom}
          stroke="var(--line-strong)"
          strokeWidth={1}
          opacity={0.55}
        />
        {[limit, 0, -limit].map((share) => (
          <text
            key={share}
            x={MARGIN.left - 6}
            y={y(share) + 4}
            textAnchor="end"
            fontSize={11}
            fill="var(--ink-soft)"
          >
            {share === 0 ? '0%' : showChange(share).replace('.0', '')}
          </text>
        ))}
        {(
          [
            [WIDTH - MARGIN.right, MARGIN.top - 7, 'end', 'large, growing'],
            [MARGIN.left, MARGIN.top - 7, 'start', 'small, growing'],
            [WIDTH - MARGIN.right, HEIGHT - 6, 'end', 'large, falling'],
            [MARGIN.left, HEIGHT - 6, 'start', 'small, falling'],
          ] as const
        ).map(([left, top, anchor, text]) => (
          <text
            key={text}
            x={left}
            y={top}
            textAnchor={anchor}
            fontSize={11}
            fill="var(--ink-soft)"
          >
            {text}
          </text>
        ))}
        {dots.map((row) => (
          <g key={row.key}>
            <circle
              cx={x(row.now)}
              cy={y(row.share)}
              r={4.5}
              fill={row.share < 0 ? 'var(--grade-1)' : 'var(--grade-3)'}
              opacity={0.8}
            >
              <title>{`${row.name}: ${shown.figure(row.now)}, ${showChange(row.share)}`}</title>
            </circle>
          </g>
        ))}
        {named.map((row, index) => {
          const isRight = x(row.now) > WIDTH * 0.7;
          return (
            <text
              key={row.key}
              x={x(row.now) + (isRight ? -8 : 8)}
              y={heights[index]! + 4}
              textAnchor={isRight ? 'end' : 'start'}
              fontSize={11}
              fill="var(--ink)"
              stroke="var(--sheet)"
              strokeWidth={3}
              paintOrder="stroke"
            >
              {row.name.length > 18 ? `${row.name.slice(0, 17)}…` : row.name}
            </text>
          );
        })}
      </svg>
      {fresh.length > 0 && (
        <p className="text-[12px] text-soft">
          Nothing then:{' '}
          {fresh
            .slice(0, 4)
            .map((row) => `${row.name} ${shown.figure(row.now!)}`)
            .join(', ')}
          {fresh.length > 4 && ` and ${fresh.length - 4} more`}.
        </p>
      )}
    </section>
  );
}
