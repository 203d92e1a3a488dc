import { changeOf } from '#core/comparison/change';
import type { ContestGoal, ContestRules } from '#core/contest/contest';
import type { Crossing } from '#core/contest/crossing';
import {
  type ContestEntry,
  type ContestPlace,
  type GoalProgress,
  placesOf,
} from '#core/contest/places';
import { type Dataset, valueIn } from '#core/dataset/dataset';
import type { Period } from '#core/period/calendar';
import type { DaySpan } from '#core/period/day';
import { completeValue } from '#core/targets/resolvedTarget';
import { isOnRamp } from '#core/units/ramp';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { findCrossings } from './crossings';
import { isStepped } from './steps';
import type { StoredContest } from './stored';

export type RoundContest = Pick<StoredContest, 'rules' | 'leavesOutRamps'>;

/** Everybody's place in a round, as the books stand now. */
export async function standIn(
  db: Queryable,
  replica: Context['replica'],
  { rules, leavesOutRamps }: RoundContest,
  memberIds: readonly number[],
  round: Period,
): Promise<ContestPlace[]> {
  const dataset = replica.wholeDataset;
  const span = { from: round.from, to: Math.min(round.to, dataset.asOf + 1) };
  // A measure that is gone decides nothing more: the places stay without it.
  const goals = rules.goals.filter(({ measure }) => dataset.measures.find(measure) !== undefined);
  const progress = new Map<number, GoalProgress[]>(memberIds.map((id) => [id, []]));
  for (const goal of goals)
    for (const [unitId, each] of await progressIn(db, replica, rules, goal, memberIds, round, span))
      progress.get(unitId)!.push(each);
  const entries = memberIds.map((unitId): ContestEntry => {
    const isLeftOut =
      leavesOutRamps && isOnRamp(dataset.calendar, dataset.ramps.get(unitId), round);
    const own = goals.length < rules.goals.length || isLeftOut ? [] : progress.get(unitId)!;
    return {
      unitId,
      name: dataset.tree.find(unitId)?.name ?? '',
      goals: own.length > 0 ? own : [{ actual: null, goal: null, reached: null }],
      value: own.length > 0 ? valueOf(dataset, rules, unitId, round, own[0]!) : null,
    };
  });
  return placesOf(entries, rules);
}

function valueOf(
  dataset: Dataset,
  { mode, rankedBy, goals, hasHandicap }: ContestRules,
  unitId: number,
  round: Period,
  { actual }: GoalProgress,
): number | null {
  if (mode !== 'ranking') return null;
  const { measure } = goals[0]!;
  if (hasHandicap || rankedBy === 'attainment') {
    const target = completeValue(dataset.lookup.find(unitId, round, measure));
    return actual === null || target === null || target <= 0 ? null : actual / target;
  }
  if (rankedBy === 'growth')
    return changeOf(actual, valueIn(dataset, unitId, measure, dataset.comparedOf(round).prior.span))
      .share;
  return actual;
}

async function progressIn(
  db: Queryable,
  replica: Context['replica'],
  { mode, hasHandicap }: ContestRules,
  { measure, value }: ContestGoal,
  memberIds: readonly number[],
  round: Period,
  span: DaySpan,
): Promise<[number, GoalProgress][]> {
  const dataset = replica.wholeDataset;
  const found = memberIds.map((unitId): [number, GoalProgress] => {
    const actual = valueIn(dataset, unitId, measure, span);
    const target = hasHandicap ? completeValue(dataset.lookup.find(unitId, round, measure)) : null;
    const goal =
      mode === 'ranking'
        ? null
        : !hasHandicap
          ? value
          : target === null || target <= 0
            ? null
            : Math.ceil((target * value) / 10_000);
    return [unitId, { actual, goal, reached: null }];
  });
  const reached = found.filter(
    ([, { actual, goal }]) => actual !== null && goal !== null && actual >= goal,
  );
  const crossings = isStepped(measure)
    ? await findCrossings(db, replica, {
        goals: reached.map(([unitId, { goal }]) => ({ unitId, goal: goal! })),
        measure,
        span,
      })
    : null;
  for (const [unitId, each] of reached)
    each.reached = crossings
      ? (crossings.get(unitId) ?? lastDay(span))
      : crossingByDay(dataset, unitId, measure, span, each.goal!);
  return found;
}

const lastDay = ({ to }: DaySpan): Crossing => ({ day: to - 1, recordedAt: '' });

/** The first day by whose end it was reached, where nothing finer is known. */
function crossingByDay(
  dataset: Dataset,
  unitId: number,
  measure: string,
  { from, to }: DaySpan,
  goal: number,
): Crossing {
  for (let day = from; day < to; day++) {
    const value = valueIn(dataset, unitId, measure, { from, to: day + 1 });
    if (value !== null && value >= goal) return { day, recordedAt: '' };
  }
  return lastDay({ from, to });
}
