/** A scale from `bottom` to `top` in steps that read well; 0 is always on it. */
export interface Axis {
  bottom: number;
  top: number;
  ticks: number[];
}

/** Steps that read well, as multiples of a power of ten; an axis has finer ones to waste no room. */
const ROUND_STEPS = [1, 2, 2.5, 5];
const AXIS_STEPS = [1, 1.2, 1.5, 2, 2.5, 3, 4, 5, 6, 8];

/** The next round step, not smaller than the value. */
export function roundStep(value: number, steps: readonly number[] = ROUND_STEPS): number {
  const power = 10 ** Math.floor(Math.log10(value));
  return (steps.find((each) => each * power >= value) ?? 10) * power;
}

/** Round steps around the values: about four of them. Everything fits, with nothing cut off. */
export function axisOf(values: readonly number[]): Axis {
  const [least, most] = [Math.min(0, ...values), Math.max(0, ...values)];
  const rough = (most - least || 4) / 4;
  const step = roundStep(rough * 0.999, AXIS_STEPS);
  const [bottom, top] = [
    Math.floor(least / step + 1e-9) * step,
    Math.max(1, Math.ceil(most / step - 1e-9)) * step,
  ];
  return {
    bottom,
    top,
    ticks: Array.from(
      { length: Math.round((top - bottom) / step) + 1 },
      (_, index) => bottom + index * step,
    ),
  };
}
