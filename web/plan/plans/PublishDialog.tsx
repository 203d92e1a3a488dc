import { useState } from 'react';
import type { PlanSummary } from '#contract/schemas/plan';
import { FailureNote, faultAt, otherFault } from '../../app/FailureNote';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Field, INPUT } from '../../ui/Field';
import { useSay } from '../../ui/Toasts';
import { useGetPlanDifferenceQuery, usePublishPlanMutation } from '../api';
import { DifferenceTable } from './DifferenceTable';
import { GradeChangesNote } from './GradeChangesNote';

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
      `“${plan.name}” is published: ${result.data.changed} ${result.data.changed === 1 ? 'target' : 'targets'} changed${result.data.unchanged > 0 ? `, ${result.data.unchanged} before ${periods.find((each) => each.id === from)?.name} kept` : ''}.`,
    );
    onPublished();
  };
  return (
    <Dialog
      title={`Publish “${plan.name}”`}
      description={`For ${plan.unit.name} and everyone below. From then on these targets count.`}
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
          label="Note for everyone concerned"
          fault={faultAt(error, 'note') && 'Say what is published and why.'}
        >
          <input
            className={INPUT}
            maxLength={500}
            value={note}
            onChange={(event) => setNote(event.target.value)}
            placeholder="for example: agreed in the spring meeting"
          />
        </Field>
        <Field label="From" hint="Periods that begin earlier keep their published targets.">
          <select className={INPUT} value={from} onChange={(event) => setFrom(event.target.value)}>
            <option value="">the whole year, at once</option>
            {periods.map((each) => (
              <option key={each.id} value={each.id}>
                {each.name} on
              </option>
            ))}
          </select>
        </Field>
        <GradeChangesNote plan={plan.id} from={from} />
        {difference && <DifferenceTable difference={difference} height={240} />}
        {otherFault(error, ['note']) && <FailureNote failure={error!} />}
        <div className="mt-2 flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button
            type="submit"
            kind="main"
            disabled={isLoading}
            missing={note.trim() === '' ? 'Write a note first.' : null}
          >
            Publish
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
