import { useState } from 'react';
import type { PlanSummary } from '#contract/schemas/plan';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { FailureNote, faultAt, otherFault } from '../../app/FailureNote';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Field, INPUT } from '../../ui/Field';
import { useSay } from '../../ui/Toasts';
import { useGetPlanDifferenceQuery, usePublishPlanMutation } from '../api';
import { DifferenceTable } from './DifferenceTable';
import { GradeChangesNote } from './GradeChangesNote';

const t = messagesOf('plan', EN_PLAN);

interface PublishDialogProps {
  plan: PlanSummary;
  /** Periods from which on it may be published. */
  periods: readonly { id: string; name: string }[];
  onPublished(): void;
  onClose(): void;
}

/**
 * What publishing changes, for whom and from when, and the note that everyone concerned will read.
 */
export function PublishDialog({ plan, periods, onPublished, onClose }: PublishDialogProps) {
  const { data: difference } = useGetPlanDifferenceQuery({ id: plan.id });
  const [publish, { error, isLoading }] = usePublishPlanMutation();
  const [note, setNote] = useState('');
  const [from, setFrom] = useState('');
  const say = useSay();
  const submit = async () => {
    const result = await publish({ id: plan.id, body: { note, ...(from ? { from } : {}) } });
    if (result.error) return;
    say(
      t('isPublishedChanged', {
        plan: plan.name,
        changed: result.data.changed,
        hasKept: result.data.unchanged > 0 ? 'yes' : 'no',
        unchanged: result.data.unchanged,
        day: periods.find((each) => each.id === from)?.name,
      }),
    );
    onPublished();
  };
  return (
    <Dialog
      title={t('publish', { plan: plan.name })}
      description={t('forAndEveryoneBelowFrom', { unit: plan.unit.name })}
      isOpen
      onClose={onClose}
      width="w-[760px]"
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
        noValidate
        className="flex flex-col gap-3"
      >
        <Field
          label={t('noteForEveryoneConcerned')}
          fault={faultAt(error, 'note') && t('sayWhatIsPublishedAnd')}
        >
          <input
            className={INPUT}
            maxLength={500}
            value={note}
            onChange={(event) => setNote(event.target.value)}
            placeholder={t('forExampleAgreedInThe')}
          />
        </Field>
        <Field label={t('publishFrom')} hint={t('periodsThatBeginEarlierKeep')}>
          <select className={INPUT} value={from} onChange={(event) => setFrom(event.target.value)}>
            <option value="">{t('theWholeYearAtOnce')}</option>
            {periods.map((each) => (
              <option key={each.id} value={each.id}>
                {t('fromPeriodOn', { period: each.name })}
              </option>
            ))}
          </select>
        </Field>
        <GradeChangesNote plan={plan.id} from={from} />
        {difference && <DifferenceTable difference={difference} height={240} />}
        {otherFault(error, ['note']) && <FailureNote failure={error!} />}
        <div className="mt-2 flex justify-end gap-2">
          <Button onClick={onClose}>{t('cancel')}</Button>
          <Button
            type="submit"
            kind="main"
            disabled={isLoading}
            missing={note.trim() === '' ? t('writeANoteFirst') : null}
          >
            {t('publishNow')}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
