import type { Day } from '../period/day';

/** A deal as it stood at some moment, as far as it counts. */
export interface DealState {
  status: 'open' | 'won' | 'lost';
  closedOn: Day | null;
  voided: boolean;
  /** Minor units of the deal's own currency. */
  amount: number;
  currency: string;
  /** Minor units of the reporting currency. */
  credits: readonly { salespersonId: number; minor: number }[];
}

/** Whether what is credited to a person on a day belongs to what is looked at. */
export type Holds = (salespersonId: number, day: Day) => boolean;

export const CHANGE_KINDS = [
  'booked',
  'voided',
  'restored',
  'takenBack',
  'movedIn',
  'movedOut',
  'amountChanged',
  'creditChanged',
  'restated',
] as const;
export type ChangeKind = (typeof CHANGE_KINDS)[number];

/**
 * What of a deal counts: won, not voided, credited to who and when is looked at. Minor units; 0 for
 * a deal that was not there.
 */
export function countedOf(state: DealState | null, holds: Holds): number {
  if (!state || state.status !== 'won' || state.voided || state.closedOn === null) return 0;
  const day = state.closedOn;
  return state.credits.reduce(
    (sum, credit) => (holds(credit.salespersonId, day) ? sum + credit.minor : sum),
    0,
  );
}

/**
 * What a change did to a figure, and by how much; null where it did nothing to it. `before` null:
 * the deal was not there. The differences of all changes of a deal add up to the difference between
 * its first and last state, whatever they are called.
 */
export function explainChange(
  before: DealState | null,
  after: DealState,
  holds: Holds,
): { kind: ChangeKind; difference: number } | null {
  const [then, now] = [countedOf(before, holds), countedOf(after, holds)];
  return then === now ? null : { kind: kindOf(before, after, then, now), difference: now - then };
}

function kindOf(before: DealState | null, after: DealState, then: number, now: number): ChangeKind {
  if (!before) return 'booked';
  if (before.voided !== after.voided) return after.voided ? 'voided' : 'restored';
  if (before.status !== after.status) return after.status === 'won' ? 'booked' : 'takenBack';
  if (then === 0) return 'movedIn';
  if (now === 0) return 'movedOut';
  if (before.amount !== after.amount || before.currency !== after.currency) return 'amountChanged';
  return sharesOf(before) === sharesOf(after) ? 'restated' : 'creditChanged';
}

/** Who is credited with which part, the amounts aside: a rate changes all of them alike. */
function sharesOf({ credits }: DealState): string {
  const total = credits.reduce((sum, credit) => sum + credit.minor, 0);
  return credits
    .map(
      (credit) =>
        `${credit.salespersonId}:${total === 0 ? 0 : Math.round((credit.minor / total) * 1000)}`,
    )
    .sort()
    .join();
}
