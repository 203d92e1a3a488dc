import { useForm } from 'react-hook-form';
import type { PlanInput, PlanSummary } from '#contract/schemas/plan';
import { formatCount } from '#wording/numbers/format';
import { FailureNote, faultAt, otherFault } from '../../app/FailureNote';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Field, INPUT } from '../../ui/Field';
import { useSay } from '../../ui/Toasts';
import { useCreatePlanMutation } from '../api';

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
      `“${plan.name}” is begun${
        copied > 0 ? ` with ${formatCount(copied)} targets` : ''
      }.${omitted > 0 ? ` ${omitted} were left out: their units no longer stand in the tree.` : ''}`,
    );
    onMade(plan);
  });
  return (
    <Dialog
      title={`New draft for FY ${year.slice(2)}`}
      description="A draft counts nowhere until it is published."
      isOpen
      onClose={onClose}
      width="w-[460px]"
    >
      <form onSubmit={(event) => void submit(event)} noValidate className="flex flex-col gap-3">
        <Field
          label="Name"
          fault={
            faultAt(error, 'name') &&
            (faultAt(error, 'name')!.startsWith('Another')
              ? faultAt(error, 'name')
              : 'Give the draft a name.')
          }
        >
          <input
            className={INPUT}
            maxLength={80}
            placeholder="for example: autumn revision"
            {...register('name')}
          />
        </Field>
        <Field label="Begin with">
          <select className={INPUT} {...register('from')}>
            {hasPublished && <option value="published">a copy of the published plan</option>}
            <option value="priorYear">last year’s plan, period by period</option>
            <option value="empty">nothing</option>
            {drafts.length > 0 && <option value="plan">a copy of another draft</option>}
          </select>
        </Field>
        {from === 'plan' && (
          <Field label="Draft">
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
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" kind="main" disabled={isLoading}>
            Begin the draft
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
