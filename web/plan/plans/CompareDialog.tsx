import { useState } from 'react';
import type { PlanSummary } from '#contract/schemas/plan';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { describeMoment } from '#wording/moment';
import { FailureNote } from '../../app/FailureNote';
import { useTimeZone } from '../../app/Moment';
import { Dialog } from '../../ui/Dialog';
import { Field, INPUT } from '../../ui/Field';
import { Loading } from '../../ui/Loading';
import { useGetPlanDifferenceQuery } from '../api';
import { DifferenceTable } from './DifferenceTable';

const t = messagesOf('plan', EN_PLAN);

const STATUS_WORDS: Record<PlanSummary['status'], string> = {
  draft: 'draft',
  published: 'published',
  replaced: 'replaced',
  merged: t('publishedDraft'),
  discarded: 'discarded',
};

/**
 * Two plans of a year side by side: by default with what is published, or with anything that was.
 */
export function CompareDialog({
  plan,
  plans,
  onClose,
}: {
  plan: PlanSummary;
  plans: readonly PlanSummary[];
  onClose(): void;
}) {
  const timeZone = useTimeZone();
  const others = plans.filter((each) => each.id !== plan.id);
  const [against, setAgainst] = useState<number | undefined>(others[0]?.id);
  const { data, error } = useGetPlanDifferenceQuery({
    id: plan.id,
    ...(against === undefined ? {} : { against }),
  });
  return (
    <Dialog
      title={t('besideAnotherPlan', { plan: plan.name })}
      description={t('everyTargetThatTheTwo')}
      isOpen
      onClose={onClose}
      width="w-[800px]"
    >
      <form>
        <Field label={t('compareWith')} className="mb-3 w-[420px]">
          <select
            className={INPUT}
            value={against ?? ''}
            onChange={(event) => setAgainst(Number(event.target.value))}
          >
            {others.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name} ({STATUS_WORDS[each.status]}
                {each.endedAt ? ` ${describeMoment(each.endedAt, timeZone)}` : ''})
              </option>
            ))}
          </select>
        </Field>
      </form>
      {error ? (
        <FailureNote failure={error} />
      ) : data ? (
        <DifferenceTable difference={data} height={380} />
      ) : (
        <Loading what={t('bothPlans')} />
      )}
    </Dialog>
  );
}
