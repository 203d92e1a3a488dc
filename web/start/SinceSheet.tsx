import { useEffect, useState } from 'react';
import { Link, useLocation } from 'react-router';
import type { WhatChanged } from '#contract/schemas/dealHistory';
import type { StartView } from '#contract/schemas/start';
import { parseDay } from '#core/period/day';
import { CHANGE_WORDS } from '#wording/changes';
import { toMomentOf } from '#wording/moment';
import { formatCount, formatWhole, withSign } from '#wording/numbers/format';
import { useGetCompanyQuery, useGetFreshnessQuery } from '../app/api';
import { Moment, useTimeZone } from '../app/Moment';
import { placeLink } from '../app/placeLink';
import { useGetWhatChangedQuery } from '../figures/changes';
import { listPresets } from '../figures/moments';
import { useRecordVisitMutation } from './api';
import { ROW, Sheet } from './Sheet';

const SHOWN_DEALS = 5;

/**
 * Since when the reader has not been here: as it was recorded, at the first time since the last
 * working day; null until it is known.
 */
function useSince(): { from: string; isFirst: boolean } | null {
  const { data: company } = useGetCompanyQuery();
  const { data: freshness } = useGetFreshnessQuery();
  const timeZone = useTimeZone();
  const [record] = useRecordVisitMutation();
  const [since, setSince] = useState<string | null | undefined>(undefined);
  useEffect(() => {
    void record().then(({ data }) => setSince(data?.since ?? null));
  }, [record]);
  if (since === undefined || !company || !freshness) return null;
  if (since !== null) return { from: since, isFirst: false };
  const presets = listPresets(parseDay(company.today)!, freshness.lastWorkingDay);
  const preset = presets.find(({ name }) => name === 'last working day') ?? presets[1]!;
  const from = toMomentOf(preset.at, timeZone);
  return from === null ? null : { from, isFirst: true };
}

/** What changed the figure since the reader was last here, in money and by deal. */
export function SinceSheet({ view }: { view: StartView }) {
  const since = useSince();
  const { search } = useLocation();
  const { currentData, error } = useGetWhatChangedQuery(
    { unit: view.unit.code, period: view.period.id, from: since?.from ?? '' },
    { skip: since === null },
  );
  const link = `/deals/changes${placeLink(search) || '?'}`;
  return (
    <Sheet
      heading={since?.isFirst ? 'Since the last working day' : 'Since you were here'}
      about={since && <Moment at={since.from} />}
    >
      {error ? (
        <p className="text-soft">What changed cannot be read now.</p>
      ) : !currentData ? (
        <p role="status" className="text-soft">
          Looking what changed …
        </p>
      ) : (
        <Changes changed={currentData} currency={view.currency} />
      )}
      {currentData && currentData.changes.length > 0 && (
        <Link className="text-[12.5px] underline underline-offset-2" to={link}>
          All changes
        </Link>
      )}
    </Sheet>
  );
}

function Changes({ changed, currency }: { changed: WhatChanged; currency: string }) {
  const unit = { kind: 'money' as const, currency };
  const signed = (value: number) => (
    <span
      className={`font-semibold whitespace-nowrap ${value < 0 ? 'text-grade-1' : value > 0 ? 'text-made' : ''}`}
    >
      {withSign(value, formatWhole(value, unit))}
    </span>
  );
  // What a file brought is one line, which the kinds above say already.
  const single = changed.changes.filter(({ customer }) => customer !== null);
  if (changed.changes.length === 0)
    return <p className="text-soft">Nothing changed this figure.</p>;
  return (
    <>
      <ul>
        {changed.kinds.map(({ kind, count, revenue }) => (
          <li key={kind} className={ROW}>
            <span className="first-letter:uppercase">
              {CHANGE_WORDS[kind]}{' '}
              <span className="text-soft">
                · {formatCount(count)} {count === 1 ? 'deal' : 'deals'}
              </span>
            </span>
            {signed(revenue)}
          </li>
        ))}
      </ul>
      {single.length > 0 && <h3 className="mt-1.5 text-[12px] text-soft">The largest</h3>}
      <ul>
        {[...single]
          .sort((a, b) => Math.abs(b.revenue) - Math.abs(a.revenue))
          .slice(0, SHOWN_DEALS)
          .map((change) => (
            <li key={`${change.at} ${change.deal} ${change.kind}`} className={ROW}>
              <span className="min-w-0 truncate text-[12.5px]">
                {change.customer}
                <span className="text-soft"> · {CHANGE_WORDS[change.kind]}</span>
              </span>
              <span className="text-[12.5px] whitespace-nowrap">
                {withSign(change.revenue, formatWhole(change.revenue, unit))}
              </span>
            </li>
          ))}
      </ul>
    </>
  );
}
