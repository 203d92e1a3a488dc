import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';

const t = messagesOf('view', EN_VIEW);
/** Places gained or lost against the prior period at the same point. */
export function RankChange({ places }: { places: number | null }) {
  if (places === null) return null;
  if (places === 0)
    return (
      <span className="text-[11px] text-soft" title={t('samePlace')}>
        –
      </span>
    );
  return (
    <span
      className="text-[11px] text-soft"
      title={t('moved', { isUp: places > 0 ? 'yes' : 'no', places: Math.abs(places) })}
    >
      {places > 0 ? '▲' : '▼'}
      {Math.abs(places)}
    </span>
  );
}
