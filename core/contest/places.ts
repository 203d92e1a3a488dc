import { rank } from '../ranking/rank';
import type { ContestRules } from './contest';
import { compareCrossings, type Crossing } from './crossing';

/** Where a member stands in one goal. */
export interface GoalProgress {
  actual: number | null;
  /** What must be reached, in the measure's units; null: not known, without a target of one's own. */
  goal: number | null;
  reached: Crossing | null;
}

export interface ContestEntry {
  unitId: number;
  name: string;
  goals: readonly GoalProgress[];
  /** In a ranking: what is ranked by; null: not ranked. */
  value: number | null;
}

export interface ContestPlace extends ContestEntry {
  rank: number | null;
  /** How much of the goal is reached, 1 for all of it; of several goals the least, or the most. */
  progress: number | null;
  /** When the goals were reached, as the rule of several asks; null: they are not. */
  reached: Crossing | null;
}

/**
 * Everybody's place: by who reached the goal first, then by how near they are; in a ranking by the
 * value. Equal is equal: ties share a place (docs/calculations.md, 9 and 16).
 */
export function placesOf(
  entries: readonly ContestEntry[],
  { mode, goalRule, rankedBy }: Pick<ContestRules, 'mode' | 'goalRule' | 'rankedBy'>,
): ContestPlace[] {
  const measured = entries.map((entry) => ({
    ...entry,
    progress: mode === 'goal' ? progressOf(entry.goals, goalRule) : null,
    reached: mode === 'goal' ? reachedOf(entry.goals, goalRule) : null,
  }));
  if (mode === 'ranking')
    return rank(
      measured.map((entry) => ({
        ...entry,
        actual: rankedBy === 'actual' ? null : (entry.goals[0]?.actual ?? null),
      })),
      'higher',
    ).map(({ item: { actual: _actual, ...entry }, rank: place }) => ({ ...entry, rank: place }));
  const compare = (a: (typeof measured)[number], b: (typeof measured)[number]) => {
    if (a.reached && b.reached) return compareCrossings(a.reached, b.reached);
    if (a.reached || b.reached) return a.reached ? -1 : 1;
    return (b.progress ?? -Infinity) - (a.progress ?? -Infinity) || 0;
  };
  const sorted = [...measured].sort(
    (a, b) => compare(a, b) || (a.name < b.name ? -1 : a.name > b.name ? 1 : 0),
  );
  const places: ContestPlace[] = [];
  sorted.forEach((entry, at) => {
    const before = sorted[at - 1];
    const isTie = before !== undefined && compare(before, entry) === 0;
    const place = isTie ? places[at - 1]!.rank : at + 1;
    places.push({ ...entry, rank: entry.progress === null ? null : place });
  });
  return places;
}

const shareOf = ({ actual, goal }: GoalProgress): number | null =>
  actual === null || goal === null || goal <= 0 ? null : actual / goal;

function progressOf(goals: readonly GoalProgress[], rule: ContestRules['goalRule']): number | null {
  const shares = goals.map(shareOf);
  if (rule === 'any') {
    const known = shares.filter((share) => share !== null);
    return known.length === 0 ? null : Math.max(...known);
  }
  return shares.includes(null) ? null : Math.min(...(shares as number[]));
}

function reachedOf(
  goals: readonly GoalProgress[],
  rule: ContestRules['goalRule'],
): Crossing | null {
  const reached = goals.map((goal) => goal.reached);
  if (rule === 'all' && reached.includes(null)) return null;
  const known = reached.filter((each) => each !== null).sort(compareCrossings);
  return (rule === 'any' ? known[0] : known.at(-1)) ?? null;
}

/** Whether places are drawn as shares of the first one's figure: where a figure is no share itself. */
export function isOfFirst({
  mode,
  hasHandicap,
  rankedBy,
}: Pick<ContestRules, 'mode' | 'hasHandicap' | 'rankedBy'>): boolean {
  return mode === 'ranking' && !hasHandicap && rankedBy !== 'attainment';
}

/**
 * How far up a place is drawn: the share of the goal, the attainment, or the share of the first
 * one's figure; null where there is none.
 */
export function heightOf(
  { progress, value }: Pick<ContestPlace, 'progress' | 'value'>,
  rules: Pick<ContestRules, 'mode' | 'hasHandicap' | 'rankedBy'>,
  first: number | null,
): number | null {
  if (rules.mode === 'goal') return progress;
  if (!isOfFirst(rules) || value === null) return value;
  return first === null || first <= 0 ? null : value / first;
}
