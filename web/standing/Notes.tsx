import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import type { StandingView } from '#contract/schemas/attainment';
import { describeExcluded } from '#wording/contributions';
import { figureUnit } from '#wording/figureUnit';
import { sayEarlierTotals, sayTotals } from '#wording/monthlyTotals';
import { formatExact } from '#wording/numbers/format';
import { useGetMeQuery } from '../app/api';
import { CorrectionsDialog } from './CorrectionsDialog';

/** What must be said at the figures: missing targets, unassigned deals, nothing booked yet. */
export function Notes({ view }: { view: StandingView }) {
  const { search } = useLocation();
  const [isOpen, setOpen] = useState(false);
  const { data: me } = useGetMeQuery();
  const seesAll = view.unit.kind === 'company' || me?.role === 'administrator';
  const { target } = view.figures;
  const notes: React.ReactNode[] = [];
  if (target.missingCount > 0) {
    const named = target.missing
      .slice(0, 4)
      .map((each) => `${each.name} (${each.periodName})`)
      .join(', ');
    const more = target.missingCount > 4 ? ` and ${target.missingCount - 4} more` : '';
    notes.push(
      <>
        Missing targets: {named}
        {more}.{' '}
        <Link className="underline" to={{ pathname: '/plan', search }}>
          Set them in Plan
        </Link>
      </>,
    );
  } else if (target.targetSource === 'none') {
    notes.push(
      <>
        {view.unit.name} has no target for {view.period.name}.{' '}
        <Link className="underline" to={{ pathname: '/plan', search }}>
          Set one in Plan
        </Link>
      </>,
    );
  }
  if (view.unassigned) {
    notes.push(
      <>
        Not in these figures: {view.unassigned.deals} won{' '}
        {view.unassigned.deals === 1 ? 'deal' : 'deals'} worth{' '}
        {formatExact(view.unassigned.amount, figureUnit(view))} whose salesperson belonged to no
        unit that day.{' '}
        {seesAll ? (
          <Link
            className="underline"
            to={{ pathname: '/deals', search: `?unassigned=1&status=won&period=${view.period.id}` }}
          >
            Show them
          </Link>
        ) : (
          'Somebody who sees the whole company can assign them.'
        )}
      </>,
    );
  }
  if (view.excludedDeals > 0) notes.push(describeExcluded(view.excludedDeals));
  const { monthlyTotals } = view.figures;
  if (monthlyTotals)
    notes.push(
      sayTotals(
        monthlyTotals,
        monthlyTotals.value === null ? null : formatExact(monthlyTotals.value, figureUnit(view)),
      ),
    );
  if (view.priorYear?.monthlyTotals)
    notes.push(
      `Last year: ${sayEarlierTotals(
        view.priorYear.monthlyTotals,
        view.priorYear.total === null ? null : formatExact(view.priorYear.total, figureUnit(view)),
      )}`,
    );
  if (view.asClosed) {
    const { value, count } = view.asClosed;
    const [then, now] = [value, view.figures.actual];
    const show = (figure: number | null) =>
      figure === null ? 'none' : formatExact(figure, figureUnit(view));
    notes.push(
      <>
        Closed at {show(then)}, corrected to {show(now)}.{' '}
        <button type="button" className="underline" onClick={() => setOpen(true)}>
          {count} {count === 1 ? 'correction' : 'corrections'}
        </button>
      </>,
    );
  }
  if (!view.newestDay) notes.push(<>No deal is booked yet. Press n to book the first.</>);
  if (notes.length === 0) return null;
  return (
    <>
      <p className="-mt-1 text-[12.5px] text-ink">
        {notes.map((note, index) => (
          <span key={index} className="mr-3">
            {note}
          </span>
        ))}
      </p>
      {isOpen && <CorrectionsDialog view={view} onClose={() => setOpen(false)} />}
    </>
  );
}
