import { labelPresence, type Presence } from '#wording/presence';

/** One word beside a name whose figures are not those of a whole period. */
export function PresenceLabel({ place }: { place: Presence }) {
  const label = labelPresence(place);
  return (
    label && (
      <span
        className={`shrink-0 text-[11px] ${place.excludesDeals ? 'font-semibold text-grade-1' : 'text-soft'}`}
      >
        {label}
      </span>
    )
  );
}
