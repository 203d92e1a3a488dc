import { useState } from 'react';
import type { ComparisonView, LeadRow } from '#contract/schemas/comparison';
import { parseDay } from '#core/period/day';
import { shortDay } from '#wording/period';
import type { Shown } from '../app/display';
import { Change } from '../figures/Change';
import { classNames } from '../ui/classNames';
import { describeLead } from './compareWords';

const FIRST_ROWS = 8;

const GRID =
  'grid grid-cols-[minmax(90px,170px)_minmax(0,1fr)_170px_90px_64px] items-center gap-x-3 max-desk:grid-cols-[minmax(0,1fr)_auto] max-desk:gap-y-0.5';

/**
 * The months of last year, where the running year stands in them, and an arrow from there to the
 * day on which last year had what is booked now.
 */
export function LeadSheet({
  lead,
  shown,
}: {
  lead: NonNullable<ComparisonView['lead']>;
  shown: Shown;
}) {
  const [isAll, setAll] = useState(false);
  const rows = isAll ? lead.rows : lead.rows.slice(0, FIRST_ROWS);
  return (
    <section
      aria-label="How far along last year"
      className="rounded-sheet border border-line bg-sheet px-3.5 pt-2 pb-2.5"
    >
      <h2>
        How far along last year we already are
        <span className="ml-2 text-[11.5px] font-normal text-soft">
          {lead.days} against {lead.daysThen} · arrow: to the day last year reached what is booked
          now
        </span>
      </h2>
      <div className={classNames(GRID, 'mt-1.5 text-[11.5px] text-soft')} aria-hidden>
        <span />
        <span className="relative block h-[16px] max-desk:hidden">
          {lead.months.map(({ name, at }) => (
            <span key={at} className="absolute" style={{ left: `${at * 100}%` }}>
              {name}
            </span>
          ))}
        </span>
        <span className="max-desk:hidden">lead over last year</span>
        <span className="text-right max-desk:hidden">booked so far</span>
        <span className="text-right max-desk:hidden">change</span>
      </div>
      <ul>
        {rows.map((row) => (
          <li key={row.key} className={classNames(GRID, 'min-h-[27px] py-[2px] text-[12.5px]')}>
            <span className="truncate" title={row.name}>
              {row.name}
            </span>
            <Track lead={lead} row={row} />
            <span
              className={classNames(
                'font-semibold max-desk:col-start-2 max-desk:row-start-1 max-desk:text-right',
                isAhead(row) === null
                  ? 'font-normal text-soft'
                  : isAhead(row)
                    ? 'text-grade-3'
                    : 'text-grade-1',
              )}
              title={
                row.reachedOn
                  ? `Last year had ${shown.figure(row.now ?? 0)} on ${shortDay(parseDay(row.reachedOn)!, true)}`
                  : undefined
              }
            >
              {describeLead(row.kind, row.workingDays)}
            </span>
            <span
              className="text-right tabular-nums max-desk:hidden"
              title={`${shown.figure(row.then ?? 0)} at the same point last year, ${shown.figure(row.thenWhole ?? 0)} in all of it`}
            >
              {shown.column(row.now ?? 0)}
            </span>
            <span className="text-right tabular-nums max-desk:hidden">
              <Change now={row.now} before={row.then} />
            </span>
          </li>
        ))}
      </ul>
      {rows.length < lead.rows.length && (
        <button
          type="button"
          className="touchable mt-1 text-[12.5px] underline underline-offset-2"
          onClick={() => setAll(true)}
        >
          Show {lead.rows.length - rows.length} more
        </button>
      )}
    </section>
  );
}

function isAhead({ kind, workingDays }: LeadRow): boolean | null {
  if (kind === 'yearPassed') return true;
  return kind === 'none' || workingDays === 0 || workingDays === null ? null : workingDays > 0;
}

function Track({ lead, row }: { lead: NonNullable<ComparisonView['lead']>; row: LeadRow }) {
  const { position } = lead;
  const at = row.at ?? position;
  const ahead = isAhead(row) !== false;
  const [from, to] = [Math.min(position, at), Math.max(position, at)];
  return (
    <span
      aria-hidden
      className="relative block h-[22px] max-desk:col-span-2 max-desk:row-start-2 max-desk:h-[12px]"
    >
      {lead.months.map((month) => (
        <span
          key={month.at}
          className="absolute -top-[3px] -bottom-[3px] w-px bg-line"
          style={{ left: `${month.at * 100}%` }}
        />
      ))}
      <span className="absolute -top-[3px] right-0 -bottom-[3px] w-[2px] bg-strong" />
      <span
        className={classNames(
          'absolute top-1/2 h-[5px] -translate-y-1/2 opacity-50',
          ahead ? 'bg-grade-3' : 'bg-grade-1',
        )}
        style={{ left: `${from * 100}%`, width: `${(to - from) * 100}%` }}
      />
      {row.at !== null && (
        <svg
          width="9"
          height="12"
          viewBox="0 0 9 12"
          className={classNames(
            'absolute top-1/2 -translate-y-1/2',
            ahead ? '-translate-x-full fill-grade-3' : 'fill-grade-1',
          )}
          style={{ left: `${at * 100}%` }}
        >
          <path d={ahead ? 'M0 0L9 6L0 12z' : 'M9 0L0 6L9 12z'} />
        </svg>
      )}
      <span
        className="absolute -top-[3px] -bottom-[3px] w-[2px] bg-ember"
        style={{ left: `${position * 100}%` }}
      />
    </span>
  );
}
