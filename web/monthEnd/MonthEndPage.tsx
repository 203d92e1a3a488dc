import { Check } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link, useLocation } from 'react-router';
import { API } from '#contract/routes/route';
import { buildCalendar, type Period } from '#core/period/calendar';
import { parseDay } from '#core/period/day';
import { formatCount } from '#wording/numbers/format';
import { describePeriod } from '#wording/period';
import { useGetCompanyQuery, useGetMeQuery, useListClosedMonthsQuery } from '../app/api';
import { useGetDataQualityQuery } from '../app/dataQuality';
import { FailureNote } from '../app/FailureNote';
import { usePlace } from '../app/place';
import { placeLink } from '../app/placeLink';
import { useGetStandingQuery } from '../figures/api';
import { DealsTabs } from '../records/RecordTabs';
import { classNames } from '../ui/classNames';
import { Loading } from '../ui/Loading';
import { CloseStep } from './CloseStep';
import { SettleStep } from './SettleStep';

const OFFERED = 12;

/**
 * Leads through the end of a month: settle what is open, look at the result, close it, hand it on,
 * and see that the next one has its targets.
 */
export function MonthEndPage() {
  const { unit, period, go } = usePlace();
  const { data: company } = useGetCompanyQuery();
  const { data: me } = useGetMeQuery();
  const { data: closed } = useListClosedMonthsQuery();
  const calendar = company && buildCalendar(company.calendar);
  const months = company && calendar ? listEnded(calendar, parseDay(company.today)!) : [];
  const month = months.find((each) => each.id === period) ?? months[0];
  const quality = useGetDataQualityQuery(month?.id, {
    skip: !month,
    refetchOnMountOrArgChange: true,
  });
  const standing = useGetStandingQuery(
    { unit, period: month?.id ?? '', measure: 'revenue' },
    { skip: !month || !unit },
  );
  const { search } = useLocation();
  const error = quality.error ?? standing.error;
  if (error)
    return (
      <Frame>
        <FailureNote failure={error} onRetry={() => void quality.refetch()} />
      </Frame>
    );
  if (!company || !calendar || !me || !closed || !month || !quality.data || !standing.data)
    return (
      <Frame>
        <Loading what="the month" />
      </Frame>
    );
  const name = describePeriod(month, calendar);
  const place = standing.data.unit;
  const closesFor = closed.filter((each) => each.unit === null || each.unit.id === place.id);
  const isClosed = closesFor.some((each) => each.period === month.id);
  const counts = quality.data.counts.filter((each) => each.kind !== 'missingTargets');
  const toSettle = counts.reduce((sum, each) => sum + each.count, 0);
  const unplanned = quality.data.counts.find((each) => each.kind === 'missingTargets')?.count ?? 0;
  const next = calendar.periodOf('month', month.to);
  const at = (path: string, of: Period = month) => ({
    pathname: path,
    search: placeLink(search, { period: of.id }),
  });
  return (
    <Frame>
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h1 className="max-w-[760px]">
          {headline({ name, isClosed, toSettle, unplanned, next: describePeriod(next, calendar) })}
        </h1>
        <select
          aria-label="Month"
          className="h-[32px] rounded-sheet border border-strong/30 bg-sheet px-2.5"
          value={month.id}
          onChange={(event) => go({ period: event.target.value })}
        >
          {months.map((each) => (
            <option key={each.id} value={each.id}>
              {describePeriod(each, calendar)}
              {closesFor.some(({ period: id }) => id === each.id) ? ', closed' : ''}
            </option>
          ))}
        </select>
      </div>
      <ol className="flex flex-col gap-2.5">
        <Step number={1} name="Settle what is open" isDone={toSettle === 0}>
          <SettleStep counts={counts} month={month} currency={company.currency} />
        </Step>
        <Step number={2} name="Look at the result" isDone={null}>
          <p>{standing.data.sentence.map((part) => part.text).join('')}</p>
          <p className="flex flex-wrap gap-x-4 [&>a]:inline-block [&>a]:min-h-[24px]">
            <Link className="underline" to={at('/standing')}>
              Standing of {name}
            </Link>
            <Link className="underline" to={at('/ladder')}>
              Ladder
            </Link>
            <Link className="underline" to={at('/standing/scorecard')}>
              Scorecard
            </Link>
          </p>
        </Step>
        <Step number={3} name="Close it" isDone={isClosed}>
          <CloseStep
            month={month}
            months={months}
            closed={closed}
            unit={place}
            calendar={calendar}
            toSettle={toSettle}
            mayClose={me.role === 'administrator'}
          />
        </Step>
        <Step number={4} name="Hand it on" isDone={null}>
          <p className="flex flex-wrap gap-x-4 [&>a]:inline-block [&>a]:min-h-[24px]">
            {(['pdf', 'xlsx', 'csv'] as const).map((format) => (
              <a
                key={format}
                download
                className="underline"
                href={`${API}/attainment/export?${new URLSearchParams({ unit, period: month.id, measure: 'revenue', format })}`}
              >
                {format === 'pdf'
                  ? 'Report of one page (PDF)'
                  : `Numbers (${format.toUpperCase()})`}
              </a>
            ))}
          </p>
        </Step>
        <Step
          number={5}
          name={`Targets of ${describePeriod(next, calendar)}`}
          isDone={unplanned === 0}
        >
          <p>
            {unplanned === 0
              ? 'Every unit that had a target has one again.'
              : `${formatCount(unplanned)} ${unplanned === 1 ? 'unit' : 'units'} had a target in ${name} and ${unplanned === 1 ? 'has' : 'have'} none in ${describePeriod(next, calendar)}.`}{' '}
            <Link className="underline" to={at('/plan', next)}>
              Open the plan
            </Link>
          </p>
        </Step>
      </ol>
    </Frame>
  );
}

function Frame({ children }: { children: ReactNode }) {
  return (
    <div className="flex min-h-full flex-col gap-3 px-[18px] max-phone:px-3 pt-3 pb-4">
      <DealsTabs />
      {children}
    </div>
  );
}

/** The newest ended months first. */
function listEnded(calendar: ReturnType<typeof buildCalendar>, today: number): Period[] {
  const label = calendar.labelOf(today);
  return [...calendar.months(label - 1), ...calendar.months(label)]
    .filter((month) => month.to <= today)
    .slice(-OFFERED)
    .reverse();
}

function headline(of: {
  name: string;
  isClosed: boolean;
  toSettle: number;
  unplanned: number;
  next: string;
}): string {
  const plan = of.unplanned > 0 ? ` ${of.next} still wants its targets.` : '';
  if (of.isClosed) return `${of.name} is closed.${plan}`;
  if (of.toSettle === 0) return `${of.name} can be closed: nothing is left to settle.${plan}`;
  const things = `${formatCount(of.toSettle)} ${of.toSettle === 1 ? 'thing' : 'things'}`;
  return `Before ${of.name} is closed, ${things} should be settled.${plan}`;
}

function Step({
  number,
  name,
  isDone,
  children,
}: {
  number: number;
  name: string;
  /** Null for a step that is never done by itself. */
  isDone: boolean | null;
  children: ReactNode;
}) {
  return (
    <li className="grid grid-cols-[34px_minmax(0,1fr)] rounded-sheet border border-line bg-sheet p-3">
      <span
        className={classNames(
          'flex size-[24px] items-center justify-center rounded-full text-[12px] font-semibold',
          isDone ? 'bg-strong text-sheet' : 'border border-strong/40',
        )}
      >
        {isDone ? <Check size={14} aria-hidden /> : number}
      </span>
      <div className="flex flex-col gap-1">
        <h2>
          {name}
          {isDone && <span className="ml-2 text-[12px] font-normal text-soft">done</span>}
        </h2>
        {children}
      </div>
    </li>
  );
}
