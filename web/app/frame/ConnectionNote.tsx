import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { rich } from '../../language/rich';
import { Moment } from '../Moment';
import { useAppSelector } from '../store';

const t = messagesOf('frame', EN_FRAME);

/** Says that the page does not hear of changes, and from when the figures are. */
export function ConnectionNote() {
  const { connection, keptSince } = useAppSelector((state) => state.live);
  if (connection !== 'lost' && keptSince === null) return null;
  return (
    <p role="status" className="bg-danger-soft px-5 py-1.5 font-medium">
      {keptSince === null ? (
        t('theConnectionIsLostWhat')
      ) : (
        <>{rich(t, 'noConnectionFiguresAsThis', { moment: <Moment at={keptSince} /> })}</>
      )}
    </p>
  );
}
