import type { ComparedRow, ComparisonQuery, ComparisonView } from '#contract/schemas/comparison';
import { concentrationOf } from '#core/distribution/concentration';
import { assertNoFieldErrors } from '../problem';

/** Places of a curve; moved rows that are named. */
const [MOST_RANKED, MOST_MOVED] = [1_000, 30];

/** Up to which parts of all class A and B reach. @throws ProblemError invalidInput where B ends first */
export function readShares({ shareA = 70, shareB = 90 }: ComparisonQuery): {
  a: number;
  b: number;
} {
  if (shareA >= shareB) assertNoFieldErrors([{ field: 'shareB', code: 'shareOrder' }]);
  return { a: shareA / 100, b: shareB / 100 };
}

/** How few of the rows make how much, now and then, and who is in another class. */
export function viewConcentration(
  rows: readonly ComparedRow[],
  { shares, isThenKnown }: { shares: { a: number; b: number }; isThenKnown: boolean },
): ComparisonView['concentration'] {
  const of = (side: 'now' | 'then') => {
    const found = concentrationOf(
      rows.map((row) => ({ key: row.key, value: row[side] ?? 0 })),
      shares,
    );
    return { ...found, cumulative: found.cumulative.slice(0, MOST_RANKED) };
  };
  const moved = rows
    .flatMap(({ key, name, now, abc, abcThen }) =>
      abc !== null && abcThen !== null && abc !== abcThen
        ? [{ key, name, from: abcThen, to: abc, now: now ?? 0 }]
        : [],
    )
    .sort((a, b) => b.now - a.now);
  return {
    shareA: Math.round(shares.a * 100),
    shareB: Math.round(shares.b * 100),
    now: of('now'),
    then: isThenKnown && rows.every((row) => row.then !== null) ? of('then') : null,
    moved: moved.slice(0, MOST_MOVED).map(({ now: _now, ...each }) => each),
    movedCount: moved.length,
  };
}
