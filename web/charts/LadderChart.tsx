import { declutter } from './declutter';
import { GRADE_FILL, GRADE_TEXT } from './status';

export interface LadderMark {
  key: string;
  name: string;
  /** 1.18 for 118 %. */
  attainment: number;
  text: string;
  grade: number;
  word: string;
  /** Where it stood at the same point of the prior period; null: nowhere. */
  before: number | null;
}

interface LadderChartProps {
  marks: readonly LadderMark[];
  /** Share of the period gone; null when there is no pace. */
  pace: number | null;
  paceText: string;
  height: number;
  onOpen(key: string): void;
}

const WIDTH = 262;
const [LEFT_RAIL, RIGHT_RAIL, LABEL_X] = [52, 112, 130];
const LABEL_GAP = 15;
const [TOP, BOTTOM] = [10, 14];
const STEP = 0.25;

/** One marker a unit at the height of its attainment; 100 % is the hot rung; hollow where it stood before. */
export function LadderChart({ marks, pace, paceText, height, onOpen }: LadderChartProps) {
  const highest = Math.max(1.25, ...marks.map((mark) => Math.max(mark.attainment, mark.before ?? 0)));
  const top = Math.min(Math.ceil((highest - 0.001) / STEP) * STEP, 3);
  const lowest = Math.min(0, ...marks.map((mark) => mark.attainment));
  const bottom = Math.max(Math.floor(lowest / STEP) * STEP, -0.5);
  const y = (share: number) => TOP + ((top - Math.max(bottom, Math.min(top, share))) / (top - bottom)) * (height - TOP - BOTTOM);
  const rungs = Array.from({ length: Math.round((top - bottom) / STEP) + 1 }, (_, i) => bottom + i * STEP);
  const step = rungs.length > 9 ? 2 : 1;
  const shown = marks.slice(0, Math.floor((height - TOP - BOTTOM) / LABEL_GAP));
  // The pace stands among the labels, so that it is never written over a name.
  const wanted = shown.map((mark) => y(mark.attainment));
  const labels = declutter(pace === null ? wanted : [...wanted, y(pace) - 8], LABEL_GAP, TOP + 4, height - BOTTOM);
  const x = (index: number) => LEFT_RAIL + 20 + (index % 2) * 2;

  return (
    <svg width={WIDTH} height={height} viewBox={`0 0 ${WIDTH} ${height}`} role="group" aria-label="Ladder by attainment" className="block max-w-full">
      {rungs.map((share) => {
        const isHot = Math.abs(share - 1) < 1e-9;
        const isNamed = isHot || Math.round((share - bottom) / STEP) % step === 0;
        return (
          <g key={share}>
            <line x1={LEFT_RAIL} x2={RIGHT_RAIL} y1={y(share)} y2={y(share)} stroke={isHot ? 'var(--ember)' : 'var(--prior)'} strokeWidth={isHot ? 4 : 2} opacity={isHot ? 1 : 0.7} />
            {isNamed && <text x={LEFT_RAIL - 10} y={y(share) + 4} textAnchor="end" fontSize={11.5} fontWeight={isHot ? 650 : 400} fill={isHot ? 'var(--ink)' : 'var(--ink-soft)'}>{Math.round(share * 100)}%</text>}
          </g>
        );
      })}
      {[LEFT_RAIL, RIGHT_RAIL].map((rail) => <line key={rail} x1={rail} x2={rail} y1={2} y2={height - 2} stroke="var(--ink)" strokeWidth={4} strokeLinecap="round" opacity={0.85} />)}
      {pace !== null && (
        <g>
          <line x1={LEFT_RAIL - 6} x2={WIDTH - 4} y1={y(pace)} y2={y(pace)} stroke="var(--ink)" strokeWidth={1.2} strokeDasharray="2 3" />
          <text x={WIDTH - 4} y={labels.at(-1)! + 4} textAnchor="end" fontSize={11} fill="var(--ink-soft)">{paceText}</text>
        </g>
      )}
      {shown.map((mark, index) => mark.before !== null && (
        <g key={mark.key} stroke={GRADE_FILL[mark.grade]} opacity={0.75}>
          <line x1={x(index)} y1={y(mark.attainment)} x2={RIGHT_RAIL - 18} y2={y(mark.before)} strokeWidth={1} opacity={0.6} />
          <circle cx={RIGHT_RAIL - 18} cy={y(mark.before)} r={4.2} fill="var(--sheet)" strokeWidth={1.5} />
        </g>
      ))}
      {shown.map((mark, index) => (
        <a
          key={mark.key}
          href={`#${mark.key}`}
          aria-description={`of target, ${mark.word}${mark.before === null ? '' : `; ${Math.round(mark.before * 100)}% at the same point before`}`}
          onClick={(event) => {
            event.preventDefault();
            onOpen(mark.key);
          }}
        >
          <circle cx={x(index)} cy={y(mark.attainment)} r={6} fill={GRADE_FILL[mark.grade]} stroke="var(--sheet)" strokeWidth={1} />
          <path d={`M${RIGHT_RAIL + 4} ${y(mark.attainment)}L${LABEL_X - 3} ${labels[index]}`} stroke="var(--prior)" strokeWidth={1} fill="none" />
          <text x={LABEL_X} y={labels[index]! + 4} fontSize={11.5} fontWeight={550} fill="var(--ink)">{shorten(mark.name)}</text>
          <text x={WIDTH - 4} y={labels[index]! + 4} fontSize={11.5} fontWeight={650} textAnchor="end" className={`fill-current ${GRADE_TEXT[mark.grade]}`}>{mark.text}</text>
        </a>
      ))}
    </svg>
  );
}

function shorten(name: string): string {
  return name.length > 15 ? `${name.slice(0, 14)}…` : name;
}
