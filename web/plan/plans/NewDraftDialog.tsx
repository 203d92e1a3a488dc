import { useForm } from 'react-hook-form';
import type { PlanInput, PlanSummary } from '#contract/schemas/plan';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { formatCount } from '#wording/numbers/format';
import { FailureNote, faultAt, otherFault } from '../../app/FailureNote';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Field, INPUT } from '../../ui/Field';
import { useSay } from '../../ui/Toasts';
import { useCreatePlanMutation } from '../api';

const t = messagesOf('plan', EN_PLAN);

interface NewDraftDialogProps {
  year: string;
  plans: readonly PlanSummary[];
  onMade(plan: PlanSummary): void;
  onClose(): void;
}

/** Starts a draft: empty, or as a copy of what is published, of last year, or of another draft. */
export function NewDraftDialog({ year, plans, onMade, onClose }: NewDraftDialogProps) {
  const hasPublished = plans.some((plan) => plan.status === 'published');
  const drafts = plans.filter((plan) => plan.status === 'draft');
  const { register, handleSubmit, watch } = useForm<PlanInput>({
    defaultValues: { name: '', from: hasPublished ? 'published' : 'empty' },
  });
  const [create, { error, isLoading }] = useCreatePlanMutation();
  const say = useSay();
  const from = watch('from');
  const submit = handleSubmit(async (values) => {
    const result = await create({
      year,
      name: values.name,
      from: values.from,
      ...(values.from === 'plan' ? { plan: Number(values.plan) } : {}),
    });
    if (result.error) return;
    const { plan, copied, omitted } = result.data;
    say(
      t('isBegun', {
        plan: plan.name,
        hasTargets: copied > 0 ? 'yes' : 'no',
        copied: formatCount(copied),
        hasLosses: omitted > 0 ? 'yes' : 'no',
        omitted,
      }),
    );
    onMade(plan);
  });
  return (
    <Dialog
      title={t('newDraftForFy', { year: year.slice(2) })}
      description={t('aDraftCountsNowhereUntil')}
      isOpen
      onClose={onClose}
      width="w-[460px]"
    >
      <form onSubmit={(event) => void submit(event)} noValidate className="flex flex-col gap-3">
        <Field
          label={t('name')}
          fault={
            faultAt(error, 'name') &&
            (faultAt(error, 'name')!.startsWith('Another')
              ? faultAt(error, 'name')
              : t('giveTheDraftAName'))
          }
        >
          <input
            className={INPUT}
            maxLength={80}
            placeholder={t('forExampleAutumnRevision')}
            {...register('name')}
          />
        </Field>
        <Field label={t('beginWith')}>
          <select className={INPUT} {...register('from')}>
            {hasPublished && <option value="published">{t('aCopyOfThePublished')}</option>}
            <option value="priorYear">{t('lastYearsPlanPeriodBy')}</option>
            <option value="empty">{t('nothing')}</option>
            {drafts.length > 0 && <option value="plan">{t('aCopyOfAnotherDraft')}</option>}
          </select>
        </Field>
        {from === 'plan' && (
          <Field label={t('draft')}>
            <select className={INPUT} {...register('plan')}>
              {drafts.map((plan) => (
                <option key={plan.id} value={plan.id}>
                  {plan.name}
                </option>
              ))}
            </select>
          </Field>
        )}
        {otherFault(error, ['name']) && <FailureNote failure={error!} />}
        <div className="mt-2 flex justify-end gap-2">
          <Button onClick={onClose}>{t('cancel')}</Button>
          <Button type="submit" kind="main" disabled={isLoading}>
            {t('beginTheDraft')}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
