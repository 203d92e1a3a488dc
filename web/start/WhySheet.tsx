import { Link, useLocation } from 'react-router';
import type { StartView } from '#contract/schemas/start';
import { parseDay } from '#core/period/day';
import { figureUnit } from '#wording/figureUnit';
import { formatExact, withSign } from '#wording/numbers/format';
import { shortDay } from '#wording/period';
import { describeCause } from '#wording/startSentence';
import { useShown } from '../app/display';
import { placeLink } from '../app/placeLink';
import { ROW, Sheet } from './Sheet';

/** What makes the gap, person by person, with what stands out; the lines add up to it. */
export function WhySheet({ view }: { view: StartView }) {
  const { search } = useLocation();
  const unit = figureUnit(view);
  const shown = useShown(unit);
  const { why } = view;
  if (!why) return null;
  const isEnded = view.figures.elapsed.phase === 'ended';
  const amount = (value: number, isStrong = false) => {
    const rounded = Math.round(value);
    return (
      <span
        title={withSign(rounded, formatExact(rounded, unit))}
        className={`whitespace-nowrap ${isStrong ? 'font-semibold' : ''} ${rounded < 0 ? 'text-grade-1' : rounded > 0 ? 'text-made' : ''}`}
      >
        {withSign(rounded, shown.figure(rounded))}
      </span>
    );
  };
  return (
    <Sheet
      heading="Why"
      about={
        isEnded
          ? 'against the target, furthest behind first'
          : `against what was due by ${shortDay(parseDay(why.dueThrough)!)}, furthest behind first`
      }
    >
      <ul>
        {why.rows.map((row) => (
          <li key={row.unit.code} className="border-t border-line/70 py-1.5 first:border-0">
            <span className="flex items-baseline justify-between gap-3">
              <Link
                className="min-w-0 truncate font-semibold hover:underline"
                to={{ pathname: '/profile', search: placeLink(search, { unit: row.unit.code }) }}
              >
                {row.unit.name}
              </Link>
              {amount(row.aheadOfPace, true)}
            </span>
            {row.cause && (
              <span className="block text-[12.5px] text-soft">
                {describeCause(row.cause, unit)}
              </span>
            )}
          </li>
        ))}
        {why.others.count > 0 && (
          <li className={ROW}>
            <span className="text-soft">
              {why.others.count} {why.others.count === 1 ? 'other' : 'others'}
            </span>
            {amount(why.others.aheadOfPace)}
          </li>
        )}
        {Math.round(why.rest) !== 0 && (
          <li className={ROW}>
            <span className="text-soft">Of no salesperson: not allocated, or unassigned</span>
            {amount(why.rest)}
          </li>
        )}
        <li className={ROW}>
          <span className="font-semibold">{view.unit.name}</span>
          {amount(why.aheadOfPace, true)}
        </li>
      </ul>
      <Link
        className="text-[12.5px] underline underline-offset-2"
        to={{ pathname: '/compare', search: placeLink(search) }}
      >
        Compare with last year
      </Link>
    </Sheet>
  );
}
