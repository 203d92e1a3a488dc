import type { BoardView } from '#contract/schemas/board';
import { showProgress } from '#wording/contest';

/** A running contest as it is read from across a room: place, name, how far up. */
export function ContestOnBoard({ contest }: { contest: BoardView['contests'][number] }) {
  const { name, places, count, isOfFirst } = contest;
  const hasBegun = places.some(({ progress }) => progress > 0);
  return (
    <section
      aria-label={`Contest ${name}`}
      className="min-h-0 flex-1 rounded-sheet border border-line bg-sheet p-[2.4vh]"
    >
      {!hasBegun ? (
        <p className="text-[3vh] text-soft">{count} take part. Nobody has anything yet.</p>
      ) : (
        <ol className="flex h-full flex-col justify-evenly gap-[1vh]">
          {places.map((place) => (
            <li key={`${place.rank} ${place.name}`} className="flex items-center gap-[2vh]">
              <span className="w-[5vh] text-right text-[3.2vh] text-soft">{place.rank}</span>
              <span className="w-[52vh] truncate text-[3.2vh] font-semibold">{place.name}</span>
              <span className="relative h-[2.6vh] min-w-0 flex-1 bg-track">
                <span
                  className={`absolute inset-y-0 left-0 ${place.isReached ? 'bg-made' : 'bg-grade-3'}`}
                  style={{ width: `${Math.min(1, Math.max(0, place.progress)) * 100}%` }}
                />
              </span>
              <span className="w-[14vh] text-right text-[3.2vh] font-semibold">
                {showProgress(place.progress)}
              </span>
            </li>
          ))}
          {(count > places.length || isOfFirst) && (
            <li className="text-[2.2vh] text-soft">
              {[
                ...(count > places.length ? [`${count - places.length} more take part`] : []),
                ...(isOfFirst ? ['100% is what the first one has'] : []),
              ].join(' · ')}
            </li>
          )}
        </ol>
      )}
    </section>
  );
}
