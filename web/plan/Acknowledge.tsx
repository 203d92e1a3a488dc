import { useState } from 'react';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import {
  useAcknowledgeTargetsMutation,
  useListAcknowledgementsQuery,
} from '../app/acknowledgements';
import { useGetMeQuery } from '../app/api';
import { Moment } from '../app/Moment';
import { rich } from '../language/rich';
import { Button } from '../ui/Button';
import { INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';

const t = messagesOf('plan', EN_PLAN);

const STATE_WORDS = {
  waiting: t('youHaveNotAcknowledgedThem'),
  changed: t('theyHaveChangedSinceYou'),
  seen: t('youHaveAcknowledgedThem'),
} as const;

/**
 * A salesperson's own published targets: acknowledged, perhaps with a remark. Nothing for anybody
 * else.
 */
export function Acknowledge({ year }: { year: string }) {
  const { data: me } = useGetMeQuery();
  const isOwn = me?.role === 'salesperson';
  const { data: [own] = [] } = useListAcknowledgementsQuery(
    { unit: me?.unitCode ?? '', year },
    { skip: !isOwn || !year },
  );
  const [acknowledge, { isLoading }] = useAcknowledgeTargetsMutation();
  const [remark, setRemark] = useState('');
  const say = useSay();
  if (!isOwn || !own) return null;
  const submit = async () => {
    const result = await acknowledge({ year, ...(remark.trim() ? { remark: remark.trim() } : {}) });
    say(result.error ? t('itWasNotSavedTry') : t('acknowledgedYourManagerSeesIt'), {
      kind: result.error ? 'fault' : 'done',
    });
    if (!result.error) setRemark('');
  };
  return (
    <form
      aria-label={t('yourTargets')}
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
      className="flex items-center gap-3 rounded-sheet border border-line bg-selected px-3.5 py-2 max-phone:flex-col max-phone:items-stretch"
    >
      <p className="flex-1">
        <span className="font-semibold">{t('yourTargetsForFy', { year: year.slice(2) })}</span>{' '}
        {STATE_WORDS[own.state]}
        {own.remindedAt && (
          <span className="text-soft">
            {rich(t, 'askedYouToLookOn', {
              remindedBy: own.remindedBy,
              moment: <Moment at={own.remindedAt} isDayOnly />,
            })}
          </span>
        )}
        {own.remark && <span className="text-soft">{t('youWrote', { remark: own.remark })}</span>}
      </p>
      <input
        aria-label={t('remarkOptional')}
        placeholder={t('remarkOptional')}
        className={`${INPUT} w-[260px] max-phone:h-[44px] max-phone:w-full`}
        maxLength={500}
        value={remark}
        onChange={(event) => setRemark(event.target.value)}
      />
      <Button type="submit" kind="main" disabled={isLoading} className="max-phone:h-[44px]">
        {own.state === 'seen' ? t('leaveARemark') : t('acknowledge')}
      </Button>
    </form>
  );
}
