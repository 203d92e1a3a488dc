import { useForm } from 'react-hook-form';
import {
  LONGEST_WEBHOOK_URL,
  WEBHOOK_EVENTS,
  type WebhookEvent,
  type WebhookInput,
} from '#contract/schemas/webhook';
import { faultAt, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Field, INPUT } from '../ui/Field';

export const EVENT_NAMES: Readonly<Record<WebhookEvent, string>> = {
  'deal.booked': 'a deal is booked',
  'deal.changed': 'a deal is changed',
  'deal.voided': 'a deal is voided',
  'target.published': 'targets are published',
  'period.closed': 'a month is closed',
  'alert.fired': 'an alert fires',
  'contest.won': 'a contest is won',
};

/** Name, address and events of a webhook; keeps what was typed when it is refused. */
export function WebhookForm({
  initial,
  action,
  failure,
  isBusy,
  onSubmit,
  onCancel,
}: {
  initial: WebhookInput;
  action: string;
  failure: unknown;
  isBusy: boolean;
  onSubmit(input: WebhookInput): Promise<boolean>;
  onCancel?(): void;
}) {
  const { register, handleSubmit, reset } = useForm<WebhookInput>({ defaultValues: initial });
  const submit = handleSubmit(async (values) => {
    if (await onSubmit(values)) reset();
  });
  return (
    <form
      noValidate
      className="mt-3 flex flex-col gap-2"
      aria-label={action}
      onSubmit={(event) => void submit(event)}
    >
      <div className="flex flex-wrap gap-2">
        <Field
          label="Name of the receiver"
          fault={faultAt(failure, 'name') && 'Give it a name.'}
          className="min-w-40 flex-1"
        >
          <input className={INPUT} maxLength={80} {...register('name')} />
        </Field>
        <Field label="Its address" fault={faultAt(failure, 'url')} className="min-w-60 flex-[2]">
          <input
            className={INPUT}
            type="url"
            placeholder="https://example.com/events"
            maxLength={LONGEST_WEBHOOK_URL}
            {...register('url')}
          />
        </Field>
      </div>
      <fieldset className="flex flex-wrap gap-x-4 gap-y-1">
        <legend className="mb-1 text-[12px] text-soft">It is told when</legend>
        {WEBHOOK_EVENTS.map((event) => (
          <label key={event} className="flex min-h-6 items-center gap-1.5">
            <input type="checkbox" value={event} {...register('events')} />
            {EVENT_NAMES[event]}
          </label>
        ))}
      </fieldset>
      {faultAt(failure, 'events') && (
        <p role="alert" className="text-grade-1">
          Choose one event at least.
        </p>
      )}
      {otherFault(failure, ['name', 'url', 'events']) && (
        <p role="alert" className="text-grade-1">
          {otherFault(failure, ['name', 'url', 'events'])}
        </p>
      )}
      <div className="flex gap-2">
        <Button type="submit" disabled={isBusy}>
          {action}
        </Button>
        {onCancel && (
          <Button kind="quiet" onClick={onCancel}>
            Cancel
          </Button>
        )}
      </div>
    </form>
  );
}
