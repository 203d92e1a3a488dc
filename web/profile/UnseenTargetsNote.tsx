import { Link, useLocation } from 'react-router';
import { useUnseenTargets } from '../app/acknowledgements';
import { Moment } from '../app/Moment';
import { placeLink } from '../app/placeLink';

/** On one's own page: published targets that one has not acknowledged yet. */
export function UnseenTargetsNote() {
  const { search } = useLocation();
  return useUnseenTargets().map(({ year, state, unit, remindedAt, remindedBy }) => (
    <p
      key={year}
      className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1 rounded-sheet border border-line bg-selected px-3.5 py-2"
    >
      <span>
        <strong className="font-semibold">
          {state === 'waiting'
            ? `You have new targets for FY ${year.slice(2)}.`
            : `Your targets for FY ${year.slice(2)} have changed.`}
        </strong>
        {remindedAt && (
          <span className="text-soft">
            {' '}
            {remindedBy} asked you to look at them on <Moment at={remindedAt} isDayOnly />.
          </span>
        )}
      </span>
      <Link
        className="font-semibold underline underline-offset-2"
        to={{ pathname: '/plan', search: placeLink(search, { unit: unit.code, period: year }) }}
      >
        Look at them and acknowledge
      </Link>
    </p>
  ));
}
