import { useNavigate, useLocation } from 'react-router';
import type { PlaceView, StandingView } from '#contract/schemas/standing';
import { formatDifference, formatExact, withSign } from '#core/money/format';
import { figureUnit } from '#contract/words/figureUnit';
import { placeLink } from '../app/placeLink';

/** Who gained and who lost most, in the measure itself: a high rank can hide a fall (GUARDS 13). */
export function Movers({ view }: { view: StandingView }) {
  const navigate = useNavigate();
  const { search } = useLocation();
  const unit = figureUnit(view);
  const byCode = new Map(view.places.map((place) => [place.unit.code, place]));
  const [up, down] = [view.movers.up, view.movers.down].map((codes) => codes.flatMap((code) => byCode.get(code) ?? [])) as [PlaceView[], PlaceView[]];
  if (up.length + down.length === 0) return null;
  const line = (place: PlaceView) => {
    const difference = place.priorDifference ?? 0;
    return (
      <li key={place.unit.code}>
        <button type="button" onClick={() => void navigate({ pathname: '/profile', search: placeLink(search, { unit: place.unit.code }) })} title={`${withSign(difference, formatExact(difference, unit))} (${place.priorText}) against ${view.prior.days}`} className="flex w-full justify-between gap-2 rounded-[3px] px-1 text-left hover:bg-hover">
          <span className="truncate">{place.unit.name}</span><span className="shrink-0 font-medium">{withSign(difference, formatDifference(unit.kind === 'money' ? Math.round(difference) : difference, unit))}</span>
        </button>
      </li>
    );
  };
  return (
    <section aria-labelledby="movers-heading" className="rounded-sheet border border-line bg-sheet px-3.5 pt-1.5 pb-2 text-[12px]">
      <h2 id="movers-heading">Moved most<span className="ml-2 text-[11.5px] font-normal text-soft">against {view.prior.days}</span></h2>
      <ul className="mt-0.5">{up.map(line)}</ul>
      {up.length > 0 && down.length > 0 && <div className="my-0.5 border-t border-dashed border-line" />}
      <ul>{[...down].reverse().map(line)}</ul>
    </section>
  );
}
