import { GRADE_FILL } from './status';

/** A small ladder with as many rungs as the grade: the status symbol. `label` is read out. */
export function RungMark({ grade, label, size = 13 }: { grade: number; label: string; size?: number }) {
  const colour = GRADE_FILL[grade] ?? GRADE_FILL[0];
  return (
    <svg role="img" aria-label={label} width={size} height={size} viewBox="0 0 13 13" className="shrink-0">
      <title>{label}</title>
      <path d="M2.5 1v11.5M10.5 1v11.5" stroke={colour} strokeWidth="1.6" strokeLinecap="round" />
      {Array.from({ length: grade }, (_, rung) => <path key={rung} d={`M2.5 ${10.8 - rung * 2.7}h8`} stroke={colour} strokeWidth="1.5" />)}
    </svg>
  );
}
