import { useLocation, useNavigate } from 'react-router';
import type { StandingView } from '#contract/schemas/attainment';
import { figureUnit } from '#wording/figureUnit';
import { EN_STANDING_VIEW } from '#wording/messages/en/standingView';
import { messagesOf } from '#wording/messages/translate';
import { formatExact, withSign } from '#wording/numbers/format';
import { useShown } from '../app/display';
import { placeLink } from '../app/placeLink';
import { rich } from '../language/rich';

const t = messagesOf('standingView', EN_STANDING_VIEW);

/** Who gained and who lost most, in the measure itself: a high rank can hide a fall (GUARDS 13). */
export function Movers({ view }: { view: StandingView }) {
  const navigate = useNavigate();
  const { search } = useLocation();
  const unit = figureUnit(view);
  const shown = useShown(unit);
  const { gained, lost } = view.movers;
  if (gained.length + lost.length === 0) return null;
  const line = ({ unit: who, difference }: StandingView['movers']['gained'][number]) => {
    return (
      <li key={who.code}>
        <button
          type="button"
          onClick={() =>
            void navigate({ pathname: '/profile', search: placeLink(search, { unit: who.code }) })
          }
          title={t('against', {
            difference: withSign(difference, formatExact(difference, unit)),
            days: view.prior.days,
          })}
          className="flex min-h-[24px] w-full items-center justify-between gap-2 rounded-[3px] px-1 text-left hover:bg-hover"
        >
          <span className="truncate">{who.name}</span>
          <span className="shrink-0 font-medium">
            {withSign(difference, shown.difference(difference))}
          </span>
        </button>
      </li>
    );
  };
  return (
    <section
      aria-labelledby="movers-heading"
      className="rounded-sheet border border-line bg-sheet px-3.5 pt-1.5 pb-2 text-[12px]"
    >
      <h2 id="movers-heading">
        {rich(t, 'movedMostAgainst', {
          part: (words) => (
            <span className="ml-2 text-[11.5px] font-normal text-soft">{words}</span>
          ),
          days: view.prior.days,
        })}
      </h2>
      <ul className="mt-0.5">{gained.map(line)}</ul>
      {gained.length > 0 && lost.length > 0 && (
        <div className="my-0.5 border-t border-dashed border-line" />
      )}
      <ul>{[...lost].reverse().map(line)}</ul>
    </section>
  );
}
