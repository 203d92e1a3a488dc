import { useState } from 'react';
import { Link, useLocation } from 'react-router';
import type { StandingView } from '#contract/schemas/attainment';
import { describeExcluded } from '#wording/contributions';
import { figureUnit } from '#wording/figureUnit';
import { EN_STANDING_VIEW } from '#wording/messages/en/standingView';
import { messagesOf } from '#wording/messages/translate';
import { sayEarlierTotals, sayTotals } from '#wording/monthlyTotals';
import { formatExact } from '#wording/numbers/format';
import { useGetMeQuery } from '../app/api';
import { rich } from '../language/rich';
import { CorrectionsDialog } from './CorrectionsDialog';

const t = messagesOf('standingView', EN_STANDING_VIEW);

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
    const more = target.missingCount > 4 ? t('andMore', { count: target.missingCount - 4 }) : '';
    notes.push(
      <>
        {rich(t, 'missingTargetsSetThemIn', {
          named,
          more,
          link: (words) => (
            <Link className="underline" to={{ pathname: '/plan', search }}>
              {words}
            </Link>
          ),
        })}
      </>,
    );
  } else if (target.targetSource === 'none') {
    notes.push(
      <>
        {rich(t, 'hasNoTargetForSet', {
          unit: view.unit.name,
          period: view.period.name,
          link: (words) => (
            <Link className="underline" to={{ pathname: '/plan', search }}>
              {words}
            </Link>
          ),
        })}
      </>,
    );
  }
  if (view.unassigned) {
    notes.push(
      <>
        {t('notInTheseFiguresWon', {
          deals: view.unassigned.deals,
          amount: formatExact(view.unassigned.amount, figureUnit(view)),
        })}
        {seesAll ? (
          <Link
            className="underline"
            to={{ pathname: '/deals', search: `?unassigned=1&status=won&period=${view.period.id}` }}
          >
            {t('showThem')}
          </Link>
        ) : (
          t('somebodyWhoSeesTheWhole')
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
      t('priorYearTotals', {
        totals: sayEarlierTotals(
          view.priorYear.monthlyTotals,
          view.priorYear.total === null
            ? null
            : formatExact(view.priorYear.total, figureUnit(view)),
        ),
      }),
    );
  if (view.asClosed) {
    const { value, count } = view.asClosed;
    const [then, now] = [value, view.figures.actual];
    const show = (figure: number | null) =>
      figure === null ? t('none') : formatExact(figure, figureUnit(view));
    notes.push(
      <>
        {t('closedAtCorrectedTo', { then: show(then), now: show(now) })}
        <button type="button" className="underline" onClick={() => setOpen(true)}>
          {t('correctionsCount', { count })}
        </button>
      </>,
    );
  }
  if (!view.newestDay) notes.push(<>{t('noDealIsBookedYet')}</>);
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
