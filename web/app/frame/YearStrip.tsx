import { ChevronLeft, ChevronRight } from 'lucide-react';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import type { YearOverview, YearOverviewCell } from '#contract/schemas/attainment';
import type { Company } from '#contract/schemas/company';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { statusLabel } from '#wording/shipped';
import { fillOf } from '../../charts/status';
import { classNames } from '../../ui/classNames';
import { useIsNarrowerThan } from '../../ui/useScreen';
import { api, useGetCompanyQuery, useGetYearOverviewQuery } from '../api';
import { FailureNote } from '../FailureNote';
import { type Pointing, SOON, useLoadsAhead, useLookAhead } from '../lookAhead';
import { usePlace } from '../place';
import { yearOf } from '../yearOf';

const t = messagesOf('frame', EN_FRAME);

const SAID_BELOW: ReadonlySet<string> = new Set([
  'unknownUnit',
  'unknownPeriod',
  'unavailable',
  'unreachable',
]);

/**
 * The fiscal year as twelve months in four quarters. Click chooses; drag, or Shift with the arrows,
 * makes a range.
 */
export function YearStrip() {
  const place = usePlace();
  const { data: company } = useGetCompanyQuery();
  const shownYear = yearIn(company, place.period);
  const {
    data: strip,
    error,
    refetch,
  } = useGetYearOverviewQuery(
    { unit: place.unit, measure: place.measure, ...(shownYear ? { year: shownYear } : {}) },
    { skip: !place.unit },
  );
  const pointAt = useLookAhead();
  const loadStrip = api.usePrefetch('getYearOverview', SOON);
  useLoadsAhead(({ unit, period, measure }) => {
    const ofYear = yearIn(company, period);
    loadStrip({ unit, measure, ...(ofYear ? { year: ofYear } : {}) });
  });
  const [drag, setDrag] = useState<{ from: number; to: number } | null>(null);
  const isPhone = useIsNarrowerThan('phone');
  const root = useRef<HTMLElement>(null);
  // By reference, not from the address: two quick presses come before it has changed.
  const anchor = useRef<number | null>(null);
  // On a narrow screen the strip scrolls: what is chosen must be in it.
  useEffect(() => {
    if (isPhone)
      root.current
        ?.querySelector('[aria-pressed="true"]')
        ?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [isPhone, strip?.year.period.id, place.period]);

  useEffect(() => {
    if (!drag || !strip) return;
    const finish = () => {
      place.go({ period: toPeriodId(strip, drag.from, drag.to) });
      setDrag(null);
    };
    window.addEventListener('pointerup', finish);
    return () => window.removeEventListener('pointerup', finish);
  }, [drag, strip, place]);

  // What is wrong with the place itself, or with everything, the view below says; once is enough.
  if (error?.code && SAID_BELOW.has(error.code))
    return <div className="h-[66px] border-b border-line bg-sheet" />;
  if (error)
    return (
      <div className="border-b border-line bg-sheet p-3">
        <FailureNote failure={error} onRetry={() => void refetch()} />
      </div>
    );
  if (!strip) return <div className="h-[66px] border-b border-line bg-sheet" aria-busy />;

  // Strip and page never speak of two years: the same month or quarter of the other year is chosen.
  const browse = (year: string) =>
    place.go({
      period: /^FY\d{4}/.test(place.period) ? place.period.replaceAll(/FY\d{4}/g, year) : year,
    });
  const chosen = drag ?? findChosen(strip, place.period);
  const onKey = (event: KeyboardEvent, index: number) => {
    const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    if (!step) return;
    event.preventDefault();
    const next = index + step;
    if (next < 0 || next > 11) return browse(next < 0 ? strip.previous : strip.next);
    root.current?.querySelector<HTMLElement>(`[data-month="${next}"]`)?.focus();
    if (!event.shiftKey) anchor.current = next;
    place.go({
      period: toPeriodId(strip, event.shiftKey ? (anchor.current ?? index) : next, next),
    });
  };

  return (
    <div
      data-frame
      className="relative shrink-0 overflow-x-auto border-b border-line bg-sheet [scrollbar-width:thin]"
    >
      <section
        ref={root}
        aria-label={t('yearStripWhen')}
        className="grid h-[66px] grid-cols-[92px_repeat(4,minmax(0,1fr))] select-none max-desk:grid-cols-[84px_repeat(4,minmax(0,1fr))] max-phone:w-[1010px]"
      >
        <div className="flex flex-col justify-center pl-[18px]">
          <button
            type="button"
            aria-pressed={place.period === strip.year.period.id}
            onClick={() => place.go({ period: strip.year.period.id })}
            className={classNames(
              '-ml-1 w-max rounded-[4px] px-1 text-left text-[15px] leading-tight font-semibold [font-stretch:106%]',
              place.period === strip.year.period.id && 'outline-2 outline-strong',
            )}
          >
            {strip.year.shortName}
          </button>
          <div className="flex items-center text-[11px] text-soft">
            <button
              type="button"
              aria-label={t('theYearBefore')}
              onClick={() => browse(strip.previous)}
              className="-ml-1.5 flex size-[24px] items-center justify-center rounded hover:bg-hover"
            >
              <ChevronLeft size={13} />
            </button>
            <span>{strip.year.attainmentText ?? '–'}</span>
            <button
              type="button"
              aria-label={t('theYearAfter')}
              onClick={() => browse(strip.next)}
              className="flex size-[24px] items-center justify-center rounded hover:bg-hover"
            >
              <ChevronRight size={13} />
            </button>
          </div>
        </div>
        {strip.quarters.map((quarter, q) => (
          <div key={quarter.period.id} className="border-l border-line pr-1 pl-1">
            <button
              type="button"
              aria-pressed={place.period === quarter.period.id}
              onClick={() => place.go({ period: quarter.period.id })}
              {...pointAt({ period: quarter.period.id })}
              className={classNames(
                'flex h-[24px] w-full items-center justify-between rounded-[3px] px-1 text-[11px] text-soft hover:bg-hover',
                place.period === quarter.period.id &&
                  'font-semibold text-ink outline-2 -outline-offset-2 outline-strong',
              )}
            >
              <span className="font-medium">{quarter.shortName}</span>
              <span>{shownPercent(quarter)}</span>
              <Explained cell={quarter} />
            </button>
            <div className="mt-px grid grid-cols-3 gap-[3px]">
              {strip.months.slice(q * 3, q * 3 + 3).map((month, m) => {
                const index = q * 3 + m;
                const isIn =
                  chosen !== null &&
                  index >= Math.min(chosen.from, chosen.to) &&
                  index <= Math.max(chosen.from, chosen.to);
                return (
                  <MonthCell
                    key={month.period.id}
                    cell={month}
                    index={index}
                    isChosen={isIn}
                    isTabStop={
                      isIn
                        ? index === chosen.from
                        : chosen === null && month.period.id === company?.currentPeriod
                    }
                    onKey={(event) => onKey(event, index)}
                    onClick={() => place.go({ period: month.period.id })}
                    onDown={() => setDrag({ from: index, to: index })}
                    pointing={pointAt({ period: month.period.id })}
                    onEnter={() => drag && setDrag({ ...drag, to: index })}
                  />
                );
              })}
            </div>
          </div>
        ))}
      </section>
    </div>
  );
}

/**
 * The fiscal year a period names or begins in; undefined, for the running one, where that is not
 * known.
 */
function yearIn(company: Company | undefined, period: string): string | undefined {
  return (
    /^FY\d{4}/.exec(period)?.[0] ?? ((company && yearOf(company.calendar, period)) || undefined)
  );
}

interface MonthCellProps {
  cell: YearOverviewCell;
  index: number;
  isChosen: boolean;
  isTabStop: boolean;
  onKey(event: KeyboardEvent): void;
  onClick(): void;
  onDown(): void;
  onEnter(): void;
  pointing: Pointing;
}

function MonthCell({
  cell,
  index,
  isChosen,
  isTabStop,
  onKey,
  onClick,
  onDown,
  onEnter,
  pointing,
}: MonthCellProps) {
  const isAhead = cell.phase === 'notStarted';
  const share = Math.max(0, Math.min(1, cell.attainment ?? 0));
  return (
    <button
      type="button"
      data-month={index}
      aria-pressed={isChosen}
      tabIndex={isTabStop ? 0 : -1}
      onKeyDown={onKey}
      onClick={(event) => {
        if (event.detail === 0) onClick();
      }}
      onPointerDown={(event) => {
        event.currentTarget.releasePointerCapture(event.pointerId);
        onDown();
      }}
      onPointerEnter={() => {
        onEnter();
        pointing.onPointerEnter();
      }}
      onPointerLeave={pointing.onPointerLeave}
      onFocus={pointing.onFocus}
      className={classNames(
        'relative flex h-[36px] items-end justify-between overflow-hidden rounded-[4px] px-1.5 pb-[5px] text-[11.5px]',
        'max-desk:flex-col max-desk:items-start max-desk:justify-center max-desk:leading-[1.15]',
        isAhead ? 'border border-dashed border-prior text-soft' : 'bg-cell',
        isChosen && 'bg-sheet font-semibold text-ink outline-2 -outline-offset-2 outline-strong',
      )}
    >
      <span>{cell.shortName}</span>
      <span className={(cell.attainmentText?.length ?? 0) > 5 ? 'text-[9.5px]' : undefined}>
        {isAhead ? '' : (cell.attainmentText ?? '–')}
      </span>
      <Explained cell={cell} />
      {cell.hasMonthlyTotals && (
        <span
          aria-hidden
          title={t('aTotalFromBeforeWithout')}
          className="absolute top-0.5 right-1 text-[9px] text-soft"
        >
          Σ
        </span>
      )}
      {cell.ruleChanges.length > 0 && (
        <span
          aria-hidden
          title={t('anotherStatusRuleFrom', { days: cell.ruleChanges.join(', ') })}
          className="absolute top-0 left-0 h-full border-l-2 border-dashed border-plum"
        />
      )}
      {!isAhead && (
        <span aria-hidden className="absolute inset-x-0 bottom-0 h-[3px] bg-track">
          <span
            className="block h-full"
            style={{ width: `${share * 100}%`, background: fillOf(cell.status) }}
          />
        </span>
      )}
    </button>
  );
}

/** Read out after the seen text: whoever speaks to the page says what they see (WCAG 2.5.3). */
function Explained({ cell }: { cell: YearOverviewCell }) {
  return (
    <span className="sr-only">
      , {cell.period.name}, {statusLabel(cell.status)}
      {cell.hasMonthlyTotals && t('aTotalFromBeforeWithoutDeals')}
      {cell.ruleChanges.length > 0 && t('cellRuleFrom', { days: cell.ruleChanges.join(', ') })}
    </span>
  );
}

function shownPercent(quarter: YearOverviewCell): string {
  if (quarter.phase === 'notStarted' || quarter.attainmentText === null) return '';
  return quarter.phase === 'open'
    ? t('quarterToDate', { attainmentText: quarter.attainmentText })
    : quarter.attainmentText;
}

function toPeriodId(strip: YearOverview, a: number, b: number): string {
  const [first, last] = [Math.min(a, b), Math.max(a, b)];
  if (first === 0 && last === 11) return strip.year.period.id;
  if (first % 3 === 0 && last === first + 2) return strip.quarters[first / 3]!.period.id;
  const [from, to] = [strip.months[first]!.period.id, strip.months[last]!.period.id];
  return from === to ? from : `${from}..${to}`;
}

/**
 * The months a period covers, as indexes; a quarter or year has its own button, so no month is
 * marked for it.
 */
function findChosen(strip: YearOverview, period: string): { from: number; to: number } | null {
  const [first, last = first] = period.split('..');
  const at = (id: string | undefined) => strip.months.findIndex((month) => month.period.id === id);
  const [from, to] = [at(first), at(last)];
  return from >= 0 && to >= 0 ? { from, to } : null;
}
