import type { MeasureCode } from '../measure/measure';

/** Who takes part: each for themselves, or a team or branch together. */
export const CONTEST_MEMBERS = ['salesperson', 'team', 'branch'] as const;
export type ContestMember = (typeof CONTEST_MEMBERS)[number];

export const CONTEST_REPEATS = ['once', 'week', 'month', 'quarter'] as const;
export type ContestRepeat = (typeof CONTEST_REPEATS)[number];

/** goal: whoever reaches it; ranking: the best places. */
export const CONTEST_MODES = ['goal', 'ranking'] as const;
export type ContestMode = (typeof CONTEST_MODES)[number];

export const CONTEST_RANKED_BY = ['actual', 'attainment', 'growth'] as const;
export type ContestRankedBy = (typeof CONTEST_RANKED_BY)[number];

/** Of several goals: all must be reached, or any of them. */
export const GOAL_RULES = ['all', 'any'] as const;
export type GoalRule = (typeof GOAL_RULES)[number];

export interface ContestGoal {
  measure: MeasureCode;
  /** In whole units of the measure's last decimal; with a handicap basis points of one's own target. */
  value: number;
}

/** all: whoever reaches the goal; first: who reaches it first; top: the best so many places. */
export const AWARD_RECEIVERS = ['all', 'first', 'top'] as const;
export type AwardReceivers = (typeof AWARD_RECEIVERS)[number];

export const DRAWN_PICTURES = ['cup', 'star', 'anchor', 'rung', 'flag', 'wheel'] as const;
export type DrawnPicture = (typeof DRAWN_PICTURES)[number];
/** One of the drawn set, or one of the company's own by its number. */
export type AwardPicture = DrawnPicture | `own:${number}`;

/** The number of a picture of the company's own; null of a drawn one. */
export function ownPictureId(picture: AwardPicture): number | null {
  return picture.startsWith('own:') ? Number(picture.slice(4)) : null;
}

export interface ContestAward {
  title: string;
  text: string;
  picture: AwardPicture;
  receivers: AwardReceivers;
  /** Of top: how many places. */
  places: number | null;
  /** As soon as it is reached, or when the round has ended. */
  isAtOnce: boolean;
  /** Paid with commission, in minor units; null: an honour. */
  amount: number | null;
}

/** By which rules a round is decided. */
export interface ContestRules {
  mode: ContestMode;
  goalRule: GoalRule;
  /** One in a ranking: what is ranked. */
  goals: readonly ContestGoal[];
  rankedBy: ContestRankedBy;
  /** Each is measured by their own target, so that large and small patches compete fairly. */
  hasHandicap: boolean;
  awards: readonly ContestAward[];
}
