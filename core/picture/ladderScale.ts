import { roundStep } from './axis';
export interface LadderScale {
  top: number;
  bottom: number;
  step: number;
  /** The rung that counts: 100 % of target, or nothing gained and lost; null: none. */
  hot: number | null;
}

const STEP_OF_SHARES = 0.25;
const MOST_RUNGS = 9;

const FINE_STEP_OF_SHARES = 0.1;
const [LEAST_SHARE, MOST_SHARE] = [-0.5, 3];

/**
 * The same for many: only as much of the ladder as they stand on, 100 % among it, so that
 * neighbours are told apart.
 */
export function scaleAroundShares(values: readonly number[]): LadderScale {
  const [least, most] = [
    Math.max(LEAST_SHARE, Math.min(1, ...values)),
    Math.min(MOST_SHARE, Math.max(1, ...values)),
  ];
  const step =
    most - least <= FINE_STEP_OF_SHARES * MOST_RUNGS ? FINE_STEP_OF_SHARES : STEP_OF_SHARES;
  return {
    // Tenths are no exact numbers: 1.1 / 0.1 is a little more than 11.
    top: round(Math.max(1 + step, Math.ceil(most / step - 1e-6) * step)),
    bottom: round(Math.min(1 - step, Math.floor(least / step + 1e-6) * step)),
    step,
    hot: 1,
  };
}

const round = (share: number) => Math.round(share * 1_000) / 1_000;

/**
 * A ladder of shares of a target: 100 % is the hot rung; what lies far beyond stands at the top.
 */
export function scaleOfShares(values: readonly number[]): LadderScale {
  const top = Math.min(
    Math.ceil((Math.max(1.25, ...values) - 0.001) / STEP_OF_SHARES) * STEP_OF_SHARES,
    3,
  );
  const bottom = Math.max(
    Math.floor(Math.min(0, ...values) / STEP_OF_SHARES) * STEP_OF_SHARES,
    -0.5,
  );
  return { top, bottom, step: STEP_OF_SHARES, hot: 1 };
}

/** A ladder of anything else, on round rungs from the lowest to the highest, 0 among them. */
export function scaleOfValues(values: readonly number[], hot: number | null): LadderScale {
  const [least, most] = [Math.min(0, ...values), Math.max(0, ...values)];
  const step = roundStep((most - least || 1) / MOST_RUNGS);
  return {
    top: Math.max(step, Math.ceil(most / step) * step),
    bottom: Math.floor(least / step) * step,
    step,
    hot,
  };
}
