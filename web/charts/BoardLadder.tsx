import { declutter } from '#core/picture/declutter';
import { type LadderScale, scaleOfShares } from '#core/picture/ladderScale';
import { spreadOut } from '#core/picture/spreadOut';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { initialsOf } from './initials';
import { fillOf, type ShownStatus, textOf } from './status';

const t = messagesOf('view', EN_VIEW);

export interface BoardMark {
  key: string;
  name: string;
  rank: number;
  /** 1.18 for 118 % of target. */
  at: number;
  text: string;
  status: Pick<ShownStatus, 'label' | 'color'>;
  before: number | null;
  photo: string | null;
}

const [WIDTH, HEIGHT] = [720, 760];
const [LEFT, RIGHT] = [92, 300];
const [TOP, BOTTOM] = [16, 20];
const LABEL_X = 352;
const MOST_GAP = 46;
const COLUMNS = 4;
const PACE_ROOM = 18;

/**
 * A ladder to be read from across a room: everyone at the height of their attainment, with a
 * picture or initials; as many names as can be told apart.
 */
export function BoardLadder({
  marks,
  pace,
  label,
  of = t('ofTarget'),
  scaleOf = scaleOfShares,
}: {
  marks: readonly BoardMark[];
  pace: number | null;
  label: string;
  /** What the heights are shares of. */
  of?: string;
  /** From where to where the ladder reaches. */
  scaleOf?(values: readonly number[]): LadderScale;
}) {
  const { top, bottom, step } = scaleOf(
    marks.flatMap((mark) => [mark.at, ...(mark.before === null ? [] : [mark.before])]),
  );
  const y = (value: number) =>
    TOP +
    ((top - Math.max(bottom, Math.min(top, value))) / (top - bottom)) * (HEIGHT - TOP - BOTTOM);
  const gap = Math.min(MOST_GAP, (HEIGHT - TOP - BOTTOM) / Math.max(1, marks.length));
  const size = Math.max(12, Math.min(25, gap * 0.62));
  const radius = Math.max(9, Math.min(24, gap * 0.52));
  const labels = declutter(
    marks.map((mark) => y(mark.at)),
    gap,
    TOP + gap / 2,
    HEIGHT - BOTTOM,
  );
  const columns = spreadOut(
    marks.map((mark) => y(mark.at)),
    COLUMNS,
  );
  const x = (index: number) =>
    LEFT + radius + 8 + columns[index]! * ((RIGHT - LEFT - 2 * radius - 16) / (COLUMNS - 1));
  const isPaceNamed =
    pace !== null &&
    Math.abs(pace / step - Math.round(pace / step)) *
      step *
      ((HEIGHT - TOP - BOTTOM) / (top - bottom)) >
      PACE_ROOM;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="group"
      aria-label={label}
      className="h-full w-full"
    >
      {Array.from(
        { length: Math.round((top - bottom) / step) + 1 },
        (_, index) => bottom + index * step,
      ).map((value) => {
        const isHot = Math.abs(value - 1) < 1e-6;
        return (
          <g key={value}>
            <line
              x1={LEFT}
              x2={RIGHT}
              y1={y(value)}
              y2={y(value)}
              stroke={isHot ? 'var(--ember)' : 'var(--prior)'}
              strokeWidth={isHot ? 8 : 3}
              opacity={isHot ? 1 : 0.6}
            />
            <text
              x={LEFT - 16}
              y={y(value) + 7}
              textAnchor="end"
              fontSize={20}
              fontWeight={isHot ? 650 : 400}
              fill={isHot ? 'var(--ink)' : 'var(--ink-soft)'}
            >
              {Math.round(value * 100)}%
            </text>
          </g>
        );
      })}
      {[LEFT, RIGHT].map((rail) => (
        <line
          key={rail}
          x1={rail}
          x2={rail}
          y1={4}
          y2={HEIGHT - 4}
          stroke="var(--ink)"
          strokeWidth={9}
          strokeLinecap="round"
          opacity={0.85}
        />
      ))}
      {pace !== null && (
        <line
          x1={LEFT - 12}
          x2={RIGHT + 12}
          y1={y(pace)}
          y2={y(pace)}
          stroke="var(--ink)"
          strokeWidth={2}
          strokeDasharray="4 5"
        />
      )}
      {isPaceNamed && (
        <text x={LEFT - 16} y={y(pace) + 5} textAnchor="end" fontSize={16} fill="var(--ink-soft)">
          {t('pace')}
        </text>
      )}
      {marks.map((mark, index) => (
        <g
          key={mark.key}
          role="img"
          aria-label={`${mark.rank}. ${mark.name}, ${mark.text} ${of}, ${mark.status.label}`}
        >
          {mark.before !== null && (
            <line
              x1={x(index)}
              x2={x(index)}
              y1={y(mark.before)}
              y2={y(mark.at)}
              stroke={fillOf(mark.status)}
              strokeWidth={2}
              opacity={0.55}
            />
          )}
          {mark.before !== null && (
            <circle
              cx={x(index)}
              cy={y(mark.before)}
              r={radius * 0.4}
              fill="var(--sheet)"
              stroke={fillOf(mark.status)}
              strokeWidth={2}
            />
          )}
          <path
            d={`M${x(index) + radius} ${y(mark.at)}L${RIGHT + 6} ${y(mark.at)}L${LABEL_X - 8} ${labels[index]}`}
            stroke="var(--prior)"
            strokeWidth={1.2}
            fill="none"
            opacity={0.7}
          />
        </g>
      ))}
      {marks.map((mark, index) => (
        <g key={mark.key}>
          <clipPath id={`face-${mark.key}`}>
            <circle cx={x(index)} cy={y(mark.at)} r={radius - 2} />
          </clipPath>
          <circle
            cx={x(index)}
            cy={y(mark.at)}
            r={radius}
            fill={fillOf(mark.status)}
            stroke="var(--sheet)"
            strokeWidth={1.5}
          />
          {mark.photo ? (
            <image
              href={mark.photo}
              x={x(index) - radius + 2}
              y={y(mark.at) - radius + 2}
              width={radius * 2 - 4}
              height={radius * 2 - 4}
              preserveAspectRatio="xMidYMid slice"
              clipPath={`url(#face-${mark.key})`}
            />
          ) : (
            <text
              x={x(index)}
              y={y(mark.at) + radius * 0.32}
              textAnchor="middle"
              fontSize={radius * 0.86}
              fontWeight={650}
              fill="var(--sheet)"
            >
              {initialsOf(mark.name)}
            </text>
          )}
          <text x={LABEL_X} y={labels[index]! + size * 0.35} fontSize={size} fill="var(--ink-soft)">
            {mark.rank}
          </text>
          <text
            x={LABEL_X + size * 1.7}
            y={labels[index]! + size * 0.35}
            fontSize={size}
            fontWeight={550}
            fill="var(--ink)"
            data-label
          >
            {mark.name.length > 18 ? `${mark.name.slice(0, 17)}…` : mark.name}
          </text>
          <text
            x={WIDTH - 4}
            y={labels[index]! + size * 0.35}
            fontSize={size}
            fontWeight={650}
            textAnchor="end"
            className={`fill-current ${textOf(mark.status)}`}
          >
            {mark.text}
          </text>
        </g>
      ))}
    </svg>
  );
}
