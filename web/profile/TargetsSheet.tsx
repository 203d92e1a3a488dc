import { Link, useLocation } from 'react-router';
import type { StandingView } from '#contract/schemas/attainment';
import { figureUnit } from '#wording/figureUnit';
import { describeApplied } from '#wording/formula';
import { formatWhole } from '#wording/numbers/format';
import { FailureNote } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { placeLink } from '../app/placeLink';
import { useListPublishedChangesQuery } from './api';

const SHOWN = 6;

/**
 * The target of the period with its origin, and how the year's published targets came to be what
 * they are.
 */
export function TargetsSheet({ view, year }: { view: StandingView; year: string }) {
  const { search } = useLocation();
  const { currentData, error } = useListPublishedChangesQuery({ unit: view.unit.code, year });
  const unit = figureUnit(view);
  const changes = (currentData ?? []).filter((change) => change.measure === view.measure.code);
  const show = (value: number | null) => (value === null ? 'none' : formatWhole(value, unit));
  return (
    <section
      aria-labelledby="targets-heading"
      className="rounded-sheet border border-line bg-sheet px-3.5 py-2"
    >
      <div className="flex justify-between">
        <h2 id="targets-heading">Target and its history</h2>
        <Link className="underline" to={{ pathname: '/plan', search: placeLink(search) }}>
          Plan
        </Link>
      </div>
      <p className="text-[12px]">
        {view.period.name}: {describeApplied(view)}
      </p>
      {error && <FailureNote failure={error} />}
      {changes.length > 0 && (
        <table className="mt-1 w-full table-fixed text-[12px]">
          <colgroup>
            <col className="w-[74px]" />
            <col className="w-[26%]" />
            <col className="w-[34%]" />
            <col />
          </colgroup>
          <tbody>
            {changes.slice(0, SHOWN).map((change) => (
              <tr key={`${change.at}${change.period}`} className="border-t border-line/60">
                <td className="py-[3px] pr-2 whitespace-nowrap text-soft">
                  <Moment at={change.at} isDayOnly />
                </td>
                <td className="truncate pr-2">{change.periodName}</td>
                <td className="truncate pr-2 text-right">
                  {show(change.from)} → <strong className="font-semibold">{show(change.to)}</strong>
                </td>
                <td
                  className="truncate text-soft"
                  title={`${change.userName}${change.reason ? `: ${change.reason}` : ''}`}
                >
                  {change.reason ?? change.userName}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {changes.length > SHOWN && (
        <p className="text-[12px] text-soft">
          and {changes.length - SHOWN} earlier changes, in Plan.
        </p>
      )}
      {currentData && changes.length === 0 && (
        <p className="text-[12px] text-soft">
          No published target of {view.measure.name.toLowerCase()} is set for {view.unit.name}{' '}
          itself in this year.
        </p>
      )}
    </section>
  );
}
