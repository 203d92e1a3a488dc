import { useState } from 'react';
import {
  useAcknowledgeTargetsMutation,
  useListAcknowledgementsQuery,
} from '../app/acknowledgements';
import { useGetMeQuery } from '../app/api';
import { Moment } from '../app/Moment';
import { Button } from '../ui/Button';
import { INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';

const STATE_WORDS = {
  waiting: 'You have not acknowledged them yet.',
  changed: 'They have changed since you acknowledged them.',
  seen: 'You have acknowledged them.',
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
    say(result.error ? 'It was not saved. Try again.' : 'Acknowledged; your manager sees it.', {
      kind: result.error ? 'fault' : 'done',
    });
    if (!result.error) setRemark('');
  };
  return (
    <form
      aria-label="Your targets"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
      className="flex items-center gap-3 rounded-sheet border border-line bg-selected px-3.5 py-2 max-phone:flex-col max-phone:items-stretch"
    >
      <p className="flex-1">
        <span className="font-semibold">Your targets for FY {year.slice(2)}.</span>{' '}
        {STATE_WORDS[own.state]}
        {own.remindedAt && (
          <span className="text-soft">
            {' '}
            {own.remindedBy} asked you to look on <Moment at={own.remindedAt} isDayOnly />.
          </span>
        )}
        {own.remark && <span className="text-soft"> You wrote: “{own.remark}”</span>}
      </p>
      <input
        aria-label="Remark (optional)"
        placeholder="Remark (optional)"
        className={`${INPUT} w-[260px] max-phone:h-[44px] max-phone:w-full`}
        maxLength={500}
        value={remark}
        onChange={(event) => setRemark(event.target.value)}
      />
      <Button type="submit" kind="main" disabled={isLoading} className="max-phone:h-[44px]">
        {own.state === 'seen' ? 'Leave a remark' : 'Acknowledge'}
      </Button>
    </form>
  );
}
