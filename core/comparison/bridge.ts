/** One thing's part in two figures. */
export interface BridgePart {
  key: string;
  now: number;
  then: number;
}

export const STEP_KINDS = ['new', 'more', 'less', 'lost'] as const;
export type StepKind = (typeof STEP_KINDS)[number];

export interface BridgeStep {
  key: string;
  kind: StepKind;
  difference: number;
}

/**
 * The steps from one figure to another by what it is made of, the largest first; they add up to the
 * difference exactly. What did not change is no step. Something of which there was nothing is new,
 * something of which there is nothing any more is lost.
 */
export function bridgeOf(parts: readonly BridgePart[]): BridgeStep[] {
  return parts
    .flatMap(({ key, now, then }) =>
      now === then ? [] : [{ key, kind: kindOf(now, then), difference: now - then }],
    )
    .sort((a, b) => Math.abs(b.difference) - Math.abs(a.difference));
}

function kindOf(now: number, then: number): StepKind {
  if (then === 0) return 'new';
  if (now === 0) return 'lost';
  return now > then ? 'more' : 'less';
}

/** What new, grown, shrunk and lost parts come to. */
export function sumByKind(steps: readonly BridgeStep[]): Record<StepKind, number> {
  const sums = { new: 0, more: 0, less: 0, lost: 0 };
  for (const { kind, difference } of steps) sums[kind] += difference;
  return sums;
}

/** Something sold: for how much, and in how many deals. */
export interface Sold {
  amount: number;
  deals: number;
}

/**
 * How much of a change comes from the number of deals and how much from their average: more deals
 * at the average they had, then the change of the average over the deals there are now. Volume and
 * price effect as sales-price and sales-volume variance (docs/calculations.md, 10). Whole minor
 * units that add up to the difference; null where one side has no deal to take an average of.
 */
export function volumeAndPrice(now: Sold, then: Sold): { volume: number; price: number } | null {
  if (now.deals <= 0 || then.deals <= 0) return null;
  const volume = Math.round(((now.deals - then.deals) * then.amount) / then.deals);
  return { volume, price: now.amount - then.amount - volume };
}
