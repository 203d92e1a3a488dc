import { useState } from 'react';
import {
  type Webhook,
  WEBHOOK_DELIVERY_STATES,
  type WebhookDelivery,
  type WebhookDeliveryState,
} from '#contract/schemas/webhook';
import { Moment } from '../app/Moment';
import { Button } from '../ui/Button';
import { Segments } from '../ui/Segments';
import { useSay } from '../ui/Toasts';
import { useListWebhookDeliveriesQuery, useRetryWebhookDeliveryMutation } from './webhooksApi';

const STATE_NAMES: Readonly<Record<WebhookDeliveryState, string>> = {
  waiting: 'Waiting',
  sending: 'Being sent',
  sent: 'Taken',
  failed: 'Given up',
};
const LOOK_EVERY_MS = 5_000;

/** The newest events with what became of them. */
export function WebhookDeliveries({ webhooks }: { webhooks: readonly Webhook[] }) {
  const [state, setState] = useState<WebhookDeliveryState | 'all'>('all');
  const { data = [] } = useListWebhookDeliveriesQuery(state === 'all' ? {} : { state }, {
    pollingInterval: LOOK_EVERY_MS,
  });
  const [retry] = useRetryWebhookDeliveryMutation();
  const say = useSay();
  if (webhooks.length === 0) return null;
  return (
    <section aria-label="Events sent" className="mt-5">
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h3 className="font-semibold">Newest events</h3>
        <Segments<WebhookDeliveryState | 'all'>
          label="State"
          options={[
            ['all', 'All'],
            ...WEBHOOK_DELIVERY_STATES.map((each) => [each, STATE_NAMES[each]] as const),
          ]}
          value={state}
          onChange={setState}
        />
      </div>
      <ul className="mt-2">
        {data.map((delivery) => (
          <li
            key={delivery.id}
            className="flex items-start justify-between gap-4 border-t border-line py-1.5"
          >
            <span className="min-w-0">
              <span className="font-medium">{delivery.event}</span>{' '}
              <code className="text-[12px] text-soft">{delivery.subject}</code>
              <span className="block text-[12px] text-soft">
                <Moment at={delivery.at} /> · {delivery.webhookName} · {describe(delivery)}
              </span>
            </span>
            {delivery.event !== 'test' &&
              (delivery.state === 'failed' ||
                (delivery.state === 'waiting' && delivery.attempts > 0)) && (
                <Button
                  aria-label={`Try ${delivery.event} of ${delivery.subject} again`}
                  onClick={() =>
                    void retry(delivery.id).then((result) =>
                      result.error
                        ? say('It could not be tried again.', { kind: 'fault' })
                        : say('It is tried again now.'),
                    )
                  }
                >
                  Try again
                </Button>
              )}
          </li>
        ))}
        {data.length === 0 && <li className="border-t border-line py-1.5 text-soft">None.</li>}
      </ul>
    </section>
  );
}

function describe({ state, attempts, answer, error }: WebhookDelivery): string {
  const tries = `${attempts} ${attempts === 1 ? 'attempt' : 'attempts'}`;
  return [
    STATE_NAMES[state],
    ...(answer === null ? [] : [`answered ${answer}`]),
    ...(error ? [error] : []),
    ...(attempts > 1 || state === 'failed' ? [tries] : []),
  ].join(' · ');
}
