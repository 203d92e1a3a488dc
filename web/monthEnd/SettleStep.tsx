import { Link, useLocation } from 'react-router';
import type { DataQuality } from '#contract/schemas/customer';
import type { Period } from '#core/period/calendar';
import { addMonths, toIsoDay } from '#core/period/day';
import { formatCount, formatExact } from '#wording/numbers/format';
import { placeLink } from '../app/placeLink';
import { DATA_QUALITY_WORDS } from '../records/dataQualityWords';

/** So far back an open deal may have been expected. */
const MONTHS_BACK = 72;

/** What should be put right before the month is closed, each with where that is done. */
export function SettleStep({
  counts,
  month,
  currency,
}: {
  counts: DataQuality['counts'];
  month: Period;
  currency: string;
}) {
  const { search } = useLocation();
  const waiting = counts.filter((each) => each.count > 0);
  if (waiting.length === 0) return <p>Every deal has its people, its dates and its cost.</p>;
  const linkOf = ({ kind }: DataQuality['counts'][number]) => {
    const { to, filter } = DATA_QUALITY_WORDS[kind];
    if (to) return { pathname: to, search };
    if (!filter) return { pathname: '/deals/to-fix', search: placeLink(search) };
    const period =
      kind === 'overdue'
        ? `${toIsoDay(addMonths(month.from, -MONTHS_BACK))}..${toIsoDay(month.to - 1)}`
        : month.id;
    const params = new URLSearchParams(placeLink(search, { period }));
    for (const [key, value] of Object.entries(filter)) params.set(key, value);
    return { pathname: '/deals', search: `?${params}` };
  };
  return (
    <ul aria-label="What to settle">
      {waiting.map((each) => {
        const { title, what } = DATA_QUALITY_WORDS[each.kind];
        return (
          <li
            key={each.kind}
            className="flex flex-wrap items-baseline gap-x-3 border-t border-line/70 py-1 first:border-0"
          >
            <span className="min-w-[40px] text-right font-semibold">{formatCount(each.count)}</span>
            <span className="font-medium">{title}</span>
            {each.amount !== null && (
              <span className="text-soft">
                {formatExact(each.amount, { kind: 'money', currency })}
              </span>
            )}
            <span className="flex-1 text-[12px] text-soft">{what}</span>
            <Link className="underline" to={linkOf(each)}>
              Show<span className="sr-only"> {title}</span>
            </Link>
          </li>
        );
      })}
    </ul>
  );
}
