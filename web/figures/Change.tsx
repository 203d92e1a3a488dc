import { changeOf } from '#core/comparison/change';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { showChange } from '#wording/numbers/percent';
import { classNames } from '../ui/classNames';

const t = messagesOf('view', EN_VIEW);

/** A change in percent; pale where the base is too small for it to say anything (GUARDS 17). */
export function Change({ now, before }: { now: number | null; before: number | null }) {
  if (before === null || now === null) return <span className="text-soft">–</span>;
  if (before === 0 && now === 0) return <span className="text-soft">–</span>;
  const { share, isNew, isLowBase } = changeOf(now, before);
  if (isNew) return <span className="text-soft">{t('new')}</span>;
  if (share === null) return <span className="text-soft">–</span>;
  if (now === 0) return <span className="text-grade-1">{t('lost')}</span>;
  return (
    <span
      className={classNames(isLowBase ? 'text-soft' : share < 0 ? 'text-grade-1' : 'text-grade-3')}
    >
      {isLowBase ? t('lowBase') : showChange(share)}
    </span>
  );
}
