import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import type { listClosedMonths } from '#contract/routes/periods';
import type { ResponseOf } from '#contract/routes/route';
import type { FiscalCalendar, Period } from '#core/period/calendar';
import { parseDay } from '#core/period/day';
import { describePeriod, shortDay } from '#wording/period';
import { FailureNote } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { useSay } from '../ui/Toasts';
import { useCloseMonthsMutation } from './api';

interface CloseStepProps {
  month: Period;
  /** Ended ones, the newest first. */
  months: readonly Period[];
  closed: ResponseOf<typeof listClosedMonths>;
  calendar: FiscalCalendar;
  toSettle: number;
  mayClose: boolean;
}

/** Closes the month, and those before it that are still open, in one step. */
export function CloseStep({ month, months, closed, calendar, toSettle, mayClose }: CloseStepProps) {
  const [close, { error, isLoading }] = useCloseMonthsMutation();
  const [withEarlier, setWithEarlier] = useState(true);
  const say = useSay();
  const { search } = useLocation();
  const known = closed.find((each) => each.period === month.id);
  const name = describePeriod(month, calendar);
  const isOpen = (each: Period) => !closed.some(({ period }) => period === each.id);
  const earlier = months.filter((each) => each.to <= month.from && isOpen(each));
  if (known)
    return (
      <p>
        Closed by {known.closedBy} on {shortDay(parseDay(known.closedAt.slice(0, 10))!, true)}. What
        is changed in it from now on needs a reason and is listed as a correction.{' '}
        {mayClose && (
          <Link className="underline" to={{ pathname: '/setup/company', search }}>
            Open it again in Setup
          </Link>
        )}
      </p>
    );
  if (!mayClose) return <p>An administrator closes the month.</p>;
  const submit = async () => {
    const chosen = [...(withEarlier ? earlier : []), month];
    const result = await close({ periods: chosen.map((each) => each.id) });
    if (result.error) return;
    say(
      chosen.length === 1
        ? `${name} is closed.`
        : `${chosen.length} months up to ${name} are closed.`,
    );
  };
  return (
    <>
      <p>
        Targets and status rules of a closed month stay as they are. A deal dated in it is then
        corrected with a reason, and the figure as closed stays beside the corrected one.
        {toSettle > 0 &&
          ' What is left to settle above can still be corrected afterwards, with a reason.'}
      </p>
      {earlier.length > 0 && (
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={withEarlier}
            onChange={(event) => setWithEarlier(event.target.checked)}
          />
          Also the {earlier.length === 1 ? 'month' : `${earlier.length} months`} before that{' '}
          {earlier.length === 1 ? 'is' : 'are'} still open:{' '}
          {describePeriod(earlier.at(-1)!, calendar)}
          {earlier.length > 1 && ` to ${describePeriod(earlier[0]!, calendar)}`}
        </label>
      )}
      <div>
        <Button kind="main" disabled={isLoading} onClick={() => void submit()}>
          Close {name}
          {withEarlier && earlier.length > 0 && ' and those before'}
        </Button>
      </div>
      {error && <FailureNote failure={error} />}
    </>
  );
}
