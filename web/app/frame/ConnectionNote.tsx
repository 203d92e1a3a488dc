import { Moment } from '../Moment';
import { useAppSelector } from '../store';

/** Says that the page does not hear of changes, and from when the figures are. */
export function ConnectionNote() {
  const { connection, keptSince } = useAppSelector((state) => state.live);
  if (connection !== 'lost' && keptSince === null) return null;
  return (
    <p role="status" className="bg-danger-soft px-5 py-1.5 font-medium">
      {keptSince === null ? (
        'The connection is lost. What you see may be out of date; it catches up by itself.'
      ) : (
        <>
          No connection. Figures as this device had them on <Moment at={keptSince} />; they catch up
          by themselves. A deal you book is kept and sent later.
        </>
      )}
    </p>
  );
}
