import { useGetCompanyQuery } from '../app/api';
import { useListAwardsQuery } from '../figures/contests/api';
import { AwardLines } from '../figures/contests/AwardLines';

const MOST_SHOWN = 6;

/** What a person or team has won; nothing where there is nothing. */
export function AwardsOfUnit({ unit }: { unit: string }) {
  const { data } = useListAwardsQuery({ unit });
  const { data: company } = useGetCompanyQuery();
  const own = data?.awards.filter((award) => award.unit.code === unit) ?? [];
  if (own.length === 0 || !company) return null;
  return (
    <section
      aria-label="Awards"
      className="rounded-sheet border border-line bg-sheet px-3.5 py-2.5"
    >
      <h2>Awards</h2>
      <AwardLines awards={own.slice(0, MOST_SHOWN)} currency={company.currency} withNames={false} />
    </section>
  );
}
