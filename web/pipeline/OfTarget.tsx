import { showPercent } from '#wording/numbers/percent';

/** A figure as a part of the target, always with what it is a part of. */
export function OfTarget({ value, target }: { value: number; target: number | null }) {
  return target === null || target <= 0 ? null : (
    <span className="block text-[11px] font-normal text-soft">
      {showPercent(value / target)} of target
    </span>
  );
}
