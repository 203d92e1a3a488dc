import type { Deal } from '#contract/schemas/deal';
import type { TargetSource } from '#core/targets/resolvedTarget';
import { formatExact, formatWhole } from '#wording/numbers/format';
import { useGetCompanyQuery } from '../../app/api';
import { useGetDealContributionsQuery } from '../api';

/** Where the target of a unit comes from, in words. */
const ORIGINS: Readonly<Record<TargetSource, string>> = {
  set: 'set',
  sumOfPeriods: 'sum of its periods',
  allocatedFromPeriod: 'share of a longer period',
  sumOfUnits: 'sum of its people',
  inherited: 'that of the whole',
  none: 'no target',
};

/** Whose month and target a deal counts in, and what it makes of the attainment. */
export function DealPlaces({ deal }: { deal: Deal }) {
  const { data: places = [] } = useGetDealContributionsQuery(deal.id);
  const { data: company } = useGetCompanyQuery();
  const unit = { kind: 'money' as const, currency: company?.currency ?? 'EUR' };
  if (deal.voidedAt) return null;
  if (places.length === 0) {
    const why = {
      open: 'It is open: expected, not booked, and counts nowhere yet.',
      lost: 'It is lost and counts in no revenue.',
      won: 'Its owner stood in no unit on this day: it is unassigned.',
    }[deal.status];
    return <p className="mt-4 text-soft">{why}</p>;
  }
  return (
    <section aria-label="Where it counts" className="mt-5">
      <h2 className="mb-1">Where it counts, {places[0]!.periodName}</h2>
      <table className="w-full text-[12.5px]">
        <thead className="text-left text-soft">
          <tr>
            <th scope="col" className="font-medium">
              Unit
            </th>
            <th scope="col" className="text-right font-medium">
              Credited
            </th>
            <th scope="col" className="text-right font-medium">
              Target
            </th>
            <th scope="col" className="text-right font-medium">
              Attainment
            </th>
            <th scope="col" className="text-right font-medium">
              Attainment without this deal
            </th>
          </tr>
        </thead>
        <tbody>
          {places.map((place) => (
            <tr key={place.unit} className="border-t border-line/70">
              <td className="py-1">{place.name}</td>
              <td className="text-right">{formatExact(place.credited, unit)}</td>
              <td className="text-right" title={ORIGINS[place.targetSource as TargetSource]}>
                {place.target === null ? (
                  <span className="text-soft">none</span>
                ) : (
                  formatWhole(place.target, unit)
                )}
              </td>
              <td className="text-right font-semibold">{place.attainment ?? '–'}</td>
              <td className="text-right text-soft">{place.without ?? '–'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
