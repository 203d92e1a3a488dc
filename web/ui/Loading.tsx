import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';

const t = messagesOf('frame', EN_FRAME);
/** Says what is being waited for. */
export function Loading({ what }: { what: string }) {
  return (
    <p role="status" className="p-6 text-soft">
      {t('loading', { what })}
    </p>
  );
}
