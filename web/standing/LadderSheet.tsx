import type { StandingView } from '#contract/schemas/attainment';
import { showPercent } from '#wording/numbers/percent';
import { usePlace } from '../app/place';
import { heightFor } from '../charts/LadderChart';
import { Enlarge } from '../figures/chart/Enlarge';
import { LadderPicture } from '../figures/LadderPicture';
import { useSize } from '../ui/useSize';

/** More than this on one ladder cannot be told apart: then the units directly below stand on it. */
const MOST_PEOPLE = 14;

/** The ladder of the unit's people, or of the units below it where there are many. */
export function LadderSheet({ view }: { view: StandingView }) {
  const { go } = usePlace();
  const { box, height: room } = useSize<HTMLDivElement>({ width: 262, height: 430 });
  const height = Math.max(200, room);
  const isPeople = view.rankings.length <= MOST_PEOPLE || view.below.length === 0;
  const ranked = (isPeople ? view.rankings : view.below).filter(
    (place) => place.attainment !== null,
  );
  const unranked = (isPeople ? view.rankings : view.below).length - ranked.length;
  const { elapsed } = view.figures;
  const draw = (room: number) => (
    <LadderPicture
      places={ranked}
      by="attainment"
      measure={view.measure}
      currency={view.currency}
      height={room}
      pace={elapsed.phase === 'open' && view.isCumulative ? view.elapsedShare : null}
      paceText={`pace ${showPercent(view.elapsedShare)}`}
      onOpen={(code) => go({ unit: code })}
    />
  );
  return (
    <section
      aria-labelledby="ladder-heading"
      className="flex min-h-[240px] flex-1 flex-col rounded-sheet border border-line bg-sheet px-3.5 pt-2 pb-2"
    >
      <div className="flex items-center justify-between">
        <h2 id="ladder-heading">
          Ladder
          <span className="ml-2 text-[11.5px] font-normal text-soft">ring: {view.prior.days}</span>
        </h2>
        {ranked.length > 0 && elapsed.phase !== 'notStarted' && (
          <Enlarge heading="Ladder">
            {(size) => draw(Math.max(size.height, heightFor(ranked.length)))}
          </Enlarge>
        )}
      </div>
      <div ref={box} className="mt-1.5 min-h-0 flex-1 overflow-hidden">
        {ranked.length === 0 ? (
          <p className="pt-4 text-soft">
            No one has a complete target for {view.period.name}, so there is nothing to put on the
            ladder. Set targets in Plan.
          </p>
        ) : elapsed.phase === 'notStarted' ? (
          <p className="pt-4 text-soft">{view.period.name} has not started.</p>
        ) : (
          draw(height)
        )}
      </div>
      {view.measure.direction === 'lower' && (
        <p className="text-[11.5px] text-soft">Percent of the limit: lower is better.</p>
      )}
      {unranked > 0 && (
        <p className="text-[11.5px] text-soft">
          {unranked} without a complete target {unranked === 1 ? 'is' : 'are'} not shown.
        </p>
      )}
    </section>
  );
}
