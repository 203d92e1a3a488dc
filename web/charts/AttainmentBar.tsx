import { fillOf, type ShownStatus } from './status';

interface AttainmentBarProps {
  /** 0.83 for 83 %. */
  attainment: number;
  /** The share of the period that has gone; null: no tick. */
  pace: number | null;
  status: ShownStatus;
  width?: number;
}

/**
 * The scale goes past the target, and the target is a mark on it: what lies beyond 100 % can be
 * seen (GUARDS 9).
 */
const SCALE = 1.3;

/**
 * A bar filled by status, a strong tick at 100 %, a dotted one at pace. The percent stands beside
 * it as text.
 */
export function AttainmentBar({ attainment, pace, status, width = 72 }: AttainmentBarProps) {
  const at = (share: number) => (Math.max(0, Math.min(SCALE, share)) / SCALE) * width;
  return (
    <svg
      width={width}
      height={14}
      viewBox={`0 0 ${width} 14`}
      aria-hidden
      className="inline-block align-middle"
    >
      <rect y={4} width={width} height={6} fill="var(--track)" />
      <rect y={4} width={at(attainment)} height={6} fill={fillOf(status)} />
      {attainment > SCALE && (
        <path d={`M${width - 5} 3l4 4-4 4`} stroke="var(--sheet)" strokeWidth="1.5" fill="none" />
      )}
      {pace !== null && (
        <line
          x1={at(pace)}
          x2={at(pace)}
          y1={1}
          y2={13}
          stroke="var(--ink)"
          strokeWidth="1"
          strokeDasharray="2 1.5"
        />
      )}
      <line x1={at(1)} x2={at(1)} y1={1} y2={13} stroke="var(--ink)" strokeWidth="2" />
    </svg>
  );
}
