import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import type { listClosedMonths } from '#contract/routes/periods';
import type { ResponseOf } from '#contract/routes/route';
import type { UnitSummary } from '#contract/schemas/unit';
import type { FiscalCalendar, Period } from '#core/period/calendar';
import { describePeriod } from '#wording/period';
import { FailureNote } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { Button } from '../ui/Button';
import { useSay } from '../ui/Toasts';
import { useCloseMonthsMutation } from './api';

type ClosedMonth = ResponseOf<typeof listClosedMonths>[number];

interface CloseStepProps {
  month: Period;
  /** Ended ones, the newest first. */
  months: readonly Period[];
  closed: readonly ClosedMonth[];
  /** Whose page it is: a branch may be closed before the others are. */
  unit: UnitSummary;
  calendar: FiscalCalendar;
  toSettle: number;
  mayClose: boolean;
}

/** Closes the month, and those before it that are still open, in one step. */
export function CloseStep(props: CloseStepProps) {
  const { month, closed, unit, mayClose } = props;
  const ofMonth = closed.filter((each) => each.period === month.id);
  const known = ofMonth.find((each) => each.unit === null || each.unit.id === unit.id);
  if (known) return <ClosedNote known={known} mayClose={mayClose} />;
  const branches = ofMonth.flatMap((each) => each.unit ?? []);
  return (
    <>
      {branches.length > 0 && (
        <p>Closed already for {branches.map((each) => each.name).join(', ')}.</p>
      )}
      {mayClose ? (
        <CloseForm key={`${month.id} ${unit.id}`} {...props} />
      ) : (
        <p>An administrator closes the month.</p>
      )}
    </>
  );
}

function ClosedNote({ known, mayClose }: { known: ClosedMonth; mayClose: boolean }) {
  const { search } = useLocation();
  return (
    <p>
      Closed {known.unit ? `for ${known.unit.name} ` : ''}by {known.closedBy} on{' '}
      <Moment at={known.closedAt} isDayOnly />. What is changed in it from now on needs a reason and
      is listed as a correction.{' '}
      {mayClose && (
        <Link className="underline" to={{ pathname: '/setup/company', search }}>
          Open it again in Setup
        </Link>
      )}
    </p>
  );
}

function CloseForm({ month, months, closed, unit, calendar, toSettle }: CloseStepProps) {
  const [close, { error, isLoading }] = useCloseMonthsMutation();
  const [withEarlier, setWithEarlier] = useState(true);
  const [isOfBranch, setOfBranch] = useState(unit.kind === 'branch');
  const say = useSay();
  const name = describePeriod(month, calendar);
  const isOpen = (each: Period) =>
    !closed.some(
      (other) =>
        other.period === each.id &&
        (other.unit === null || (isOfBranch && other.unit.id === unit.id)),
    );
  const earlier = months.filter((each) => each.to <= month.from && isOpen(each));
  const whose = isOfBranch ? ` for ${unit.name}` : '';
  const submit = async () => {
    const chosen = [...(withEarlier ? earlier : []), month];
    const result = await close({
      periods: chosen.map((each) => each.id),
      ...(isOfBranch && { unit: unit.code }),
    });
    if (result.error) return;
    say(
      chosen.length === 1
        ? `${name} is closed${whose}.`
        : `${chosen.length} months up to ${name} are closed${whose}.`,
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
      {unit.kind === 'branch' && (
        <fieldset className="flex flex-wrap gap-x-4">
          <legend className="sr-only">For whom it is closed</legend>
          <Choice name={`Only ${unit.name}`} isOn={isOfBranch} onChoose={() => setOfBranch(true)} />
          <Choice name="The whole company" isOn={!isOfBranch} onChoose={() => setOfBranch(false)} />
        </fieldset>
      )}
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
          {whose}
          {withEarlier && earlier.length > 0 && ' and those before'}
        </Button>
      </div>
      {error && <FailureNote failure={error} />}
    </>
  );
}

function Choice({ name, isOn, onChoose }: { name: string; isOn: boolean; onChoose(): void }) {
  return (
    <label className="flex items-center gap-1.5">
      <input type="radio" name="closed-for" checked={isOn} onChange={onChoose} />
      {name}
    </label>
  );
}
