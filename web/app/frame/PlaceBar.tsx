import { ChevronDown, ChevronLeft, ChevronRight } from 'lucide-react';
import type { ReactNode } from 'react';
import { buildCalendar, type Period } from '#core/period/calendar';
import { nextPeriodOf, priorPeriodOf } from '#core/period/neighbours';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { describePeriod } from '#wording/period';
import { StatusMark } from '../../charts/StatusMark';
import { useGetCompanyQuery, useListUnitAttainmentsQuery } from '../api';
import { usePlace } from '../place';

const t = messagesOf('frame', EN_FRAME);

interface PlaceBarProps {
  /** Null where the year strip stands below anyway. */
  onPeriods: (() => void) | null;
  isStripOpen: boolean;
  onUnits(): void;
}

/** Whose numbers and when, in one line that opens: for screens without room for tree and strip. */
export function PlaceBar({ onPeriods, isStripOpen, onUnits }: PlaceBarProps) {
  const place = usePlace();
  const { data: company } = useGetCompanyQuery();
  const { data: nodes } = useListUnitAttainmentsQuery(
    { period: place.period, measure: place.measure },
    { skip: !place.period },
  );
  const node = nodes?.find(({ unit }) => unit.code === place.unit);
  const calendar = company && buildCalendar(company.calendar);
  const period = calendar?.parse(place.period) ?? null;
  return (
    <div
      data-frame
      className="flex h-[44px] shrink-0 items-stretch justify-between gap-2 border-b border-line bg-sheet pr-[10px] pl-1"
    >
      {onPeriods && calendar && period ? (
        <div className="flex min-w-0 items-center">
          <Step
            name="The period before"
            to={priorPeriodOf(calendar, period)}
            onGo={(id) => place.go({ period: id })}
          >
            <ChevronLeft size={17} aria-hidden />
          </Step>
          <button
            type="button"
            aria-expanded={isStripOpen}
            onClick={onPeriods}
            className="h-full truncate px-1 font-semibold"
          >
            {describePeriod(period, calendar)}
          </button>
          <Step
            name="The period after"
            to={nextPeriodOf(calendar, period)}
            onGo={(id) => place.go({ period: id })}
          >
            <ChevronRight size={17} aria-hidden />
          </Step>
        </div>
      ) : (
        <span />
      )}
      <button
        type="button"
        onClick={onUnits}
        className="order-first flex min-w-0 items-center gap-1.5 px-2 max-phone:order-none"
      >
        <span className="sr-only">{t('whoseNumbers')}</span>
        {node && <StatusMark status={node.status} />}
        <span className="truncate font-medium">{node?.unit.name ?? t('whoseNumbersHeading')}</span>
        <ChevronDown size={14} aria-hidden className="shrink-0" />
      </button>
    </div>
  );
}

function Step({
  name,
  to,
  onGo,
  children,
}: {
  name: string;
  to: Period;
  onGo(id: string): void;
  children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-label={name}
      onClick={() => onGo(to.id)}
      className="flex h-full w-[32px] items-center justify-center"
    >
      {children}
    </button>
  );
}
