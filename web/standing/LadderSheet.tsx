import type { StandingView } from '#contract/schemas/attainment';
import { EN_STANDING_VIEW } from '#wording/messages/en/standingView';
import { messagesOf } from '#wording/messages/translate';
import { showPercent } from '#wording/numbers/percent';
import { usePlace } from '../app/place';
import { heightFor } from '../charts/LadderChart';
import { Enlarge } from '../figures/chart/Enlarge';
import { LadderPicture } from '../figures/LadderPicture';
import { rich } from '../language/rich';
import { useSize } from '../ui/useSize';

const t = messagesOf('standingView', EN_STANDING_VIEW);

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
      paceText={t('pace', { elapsedShare: showPercent(view.elapsedShare) })}
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
          {rich(t, 'ladderRing', {
            part: (words) => (
              <span className="ml-2 text-[11.5px] font-normal text-soft">{words}</span>
            ),
            days: view.prior.days,
          })}
        </h2>
        {ranked.length > 0 && elapsed.phase !== 'notStarted' && (
          <Enlarge heading={t('ladder')}>
            {(size) => draw(Math.max(size.height, heightFor(ranked.length)))}
          </Enlarge>
        )}
      </div>
      <div ref={box} className="mt-1.5 min-h-0 flex-1 overflow-hidden">
        {ranked.length === 0 ? (
          <p className="pt-4 text-soft">{t('noOneHasAComplete', { period: view.period.name })}</p>
        ) : elapsed.phase === 'notStarted' ? (
          <p className="pt-4 text-soft">{t('hasNotStarted', { period: view.period.name })}</p>
        ) : (
          draw(height)
        )}
      </div>
      {view.measure.direction === 'lower' && (
        <p className="text-[11.5px] text-soft">{t('percentOfTheLimitLower')}</p>
      )}
      {unranked > 0 && (
        <p className="text-[11.5px] text-soft">{t('withoutACompleteTargetNot', { unranked })}</p>
      )}
    </section>
  );
}
