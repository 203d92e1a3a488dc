import type { ContestView } from '#contract/schemas/contest';
import { heightOf, isOfFirst } from '#core/contest/places';
import { scaleAroundShares } from '#core/picture/ladderScale';
import { BoardLadder, type BoardMark } from '../charts/BoardLadder';
import { describePlace } from '../figures/contests/words';

/** More names would be too small to be read; all stand in the table beside. */
const MOST_SHOWN = 14;
/** The goal is reached, nearly, or not yet: word, colour and height say the same. */
const NEARLY = 0.75;

const statusOf = (share: number): BoardMark['status'] => ({
  label: share >= 1 ? 'reached' : 'on the way',
  color: share >= 1 ? 'teal' : share >= NEARLY ? 'steel' : 'slate',
});

/**
 * Everybody at the height of their share of the goal; in a ranking of their attainment, or else of
 * the first one's figure.
 */
export function ContestLadder({ view }: { view: ContestView }) {
  const { contest, places, currency, round } = view;
  const isGoal = contest.rules.mode === 'goal';
  const best = places[0]?.value ?? null;
  const mine = places.findIndex(({ isMine }) => isMine);
  const shown =
    mine < MOST_SHOWN
      ? places.slice(0, MOST_SHOWN)
      : [...places.slice(0, MOST_SHOWN - 1), places[mine]!];
  const marks = shown
    .flatMap((place) => {
      const at = heightOf(place, contest.rules, best);
      return at === null || place.rank === null ? [] : [{ place, at }];
    })
    .map(({ place, at }) => ({
      key: place.unit.code,
      name: place.unit.name,
      rank: place.rank!,
      at,
      text: describePlace(contest, place, currency),
      status: statusOf(at),
      before: null,
      photo: null,
    }));
  if (marks.length === 0)
    return <p className="text-soft">Nobody has a place in {round?.name ?? 'it'} yet.</p>;
  return (
    <div className="max-h-[560px] min-w-0 max-phone:max-h-[420px]">
      <BoardLadder
        marks={marks}
        pace={null}
        label={`Ladder of ${contest.name}`}
        scaleOf={scaleAroundShares}
        of={isGoal ? 'of the goal' : ''}
      />
      {places.length > shown.length && (
        <p className="text-center text-[12px] text-soft">
          {shown.length} of {places.length} on the ladder
        </p>
      )}
      {isOfFirst(contest.rules) && (
        <p className="text-center text-[12px] text-soft">100% is what the first one has.</p>
      )}
    </div>
  );
}
