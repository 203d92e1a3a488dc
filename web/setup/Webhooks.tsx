import { useState } from 'react';
import {
  type NewWebhook,
  type Webhook,
  WEBHOOK_EVENTS,
  type WebhookDelivery,
} from '#contract/schemas/webhook';
import { formatCount } from '#wording/numbers/format';
import { FailureNote } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { Button } from '../ui/Button';
import { Loading } from '../ui/Loading';
import { useSay } from '../ui/Toasts';
import { SecretOnce } from './SecretOnce';
import { WebhookDeliveries } from './WebhookDeliveries';
import { WebhookForm } from './WebhookForm';
import {
  useAddWebhookMutation,
  useChangeWebhookMutation,
  useListWebhooksQuery,
  useRemoveWebhookMutation,
  useRotateWebhookSecretMutation,
  useSetWebhookStateMutation,
  useTestWebhookMutation,
} from './webhooksApi';

const LOOK_EVERY_MS = 5_000;
const EMPTY = { name: '', url: '', events: [...WEBHOOK_EVENTS] };

/** Addresses that are told of events, and what became of each event. */
export function Webhooks() {
  const { data, error, refetch } = useListWebhooksQuery(undefined, {
    pollingInterval: LOOK_EVERY_MS,
  });
  const [add, adding] = useAddWebhookMutation();
  const [made, setMade] = useState<NewWebhook | null>(null);
  if (error && !data) return <FailureNote failure={error} onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the webhooks" />;
  return (
    <>
      <p className="text-soft">
        Each event is sent as a signed request, of one deal or month in the order in which things
        happened, again until it is taken. docs/webhooks.md describes it.
      </p>
      {made && (
        <SecretOnce
          title={`Copy the secret of “${made.webhook.name}” now; it is not shown again.`}
          label="The new secret"
          secret={made.secret}
          onDone={() => setMade(null)}
        />
      )}
      <ul className="mt-3" aria-label="Webhooks">
        {data.map((webhook) => (
          <WebhookItem key={webhook.id} webhook={webhook} onSecret={setMade} />
        ))}
        {data.length === 0 && <li className="py-1.5 text-soft">None yet.</li>}
      </ul>
      <WebhookForm
        initial={EMPTY}
        action="Add a webhook"
        failure={adding.error}
        isBusy={adding.isLoading}
        onSubmit={async (input) => {
          const result = await add(input);
          if (result.data) setMade(result.data);
          return result.data !== undefined;
        }}
      />
      <WebhookDeliveries webhooks={data} />
    </>
  );
}

function WebhookItem({
  webhook,
  onSecret,
}: {
  webhook: Webhook;
  onSecret(made: NewWebhook): void;
}) {
  const { id, name, url, events, isPaused, failures, resumeAt, waiting, failed } = webhook;
  const [isChanging, setChanging] = useState(false);
  const [isRemoving, setRemoving] = useState(false);
  const [change, changing] = useChangeWebhookMutation();
  const [rotate] = useRotateWebhookSecretMutation();
  const [setState] = useSetWebhookStateMutation();
  const [test, testing] = useTestWebhookMutation();
  const [remove] = useRemoveWebhookMutation();
  const say = useSay();
  const actions: [string, () => unknown][] = [
    [
      'Send a test',
      () =>
        void test(id).then((result) =>
          result.data
            ? say(describeTest(name, result.data), {
                kind: result.data.state === 'sent' ? 'done' : 'fault',
              })
            : say('It could not be sent.', { kind: 'fault' }),
        ),
    ],
    ['Change', () => setChanging(!isChanging)],
    [isPaused ? 'Go on' : 'Pause', () => void setState({ id, isPaused: !isPaused })],
    ['New secret', () => void rotate(id).then((result) => result.data && onSecret(result.data))],
    isRemoving
      ? [
          'Remove with its secret',
          () => void remove(id).then(() => say(`“${name}” is told nothing any more.`)),
        ]
      : ['Remove', () => setRemoving(true)],
  ];
  return (
    <li className="border-t border-line py-1.5">
      <div className="flex flex-wrap items-start justify-between gap-x-4 gap-y-1">
        <span className="min-w-0">
          <span className="font-medium">{name}</span>{' '}
          <code className="text-[12px] break-all text-soft">POST {url}</code>
          <span className="block text-[12px] text-soft">
            {events.length === WEBHOOK_EVENTS.length ? 'All events' : events.join(', ')}
            {isPaused && ' · Paused: events are kept until it goes on'}
            {waiting > 0 && ` · ${formatCount(waiting)} waiting`}
            {failed > 0 && ` · ${formatCount(failed)} given up`}
            {webhook.lastSentAt && (
              <>
                {' '}
                · last taken <Moment at={webhook.lastSentAt} />
              </>
            )}
            {failures > 0 && (
              <span className="text-grade-1">
                {' '}
                · failed {failures} {failures === 1 ? 'time' : 'times'} in a row
                {resumeAt && (
                  <>
                    , tried again <Moment at={resumeAt} />
                  </>
                )}
              </span>
            )}
          </span>
        </span>
        <span className="flex flex-wrap gap-1">
          {actions.map(([label, act]) => (
            <Button
              key={label}
              kind="quiet"
              className="h-[26px] text-[12px]"
              disabled={label === 'Send a test' && testing.isLoading}
              onClick={act}
            >
              {label}
              <span className="sr-only"> ({name})</span>
            </Button>
          ))}
        </span>
      </div>
      {isChanging && (
        <WebhookForm
          initial={{ name, url, events }}
          action={`Save “${name}”`}
          failure={changing.error}
          isBusy={changing.isLoading}
          onCancel={() => setChanging(false)}
          onSubmit={async (input) => {
            const result = await change({ id, input });
            if (result.data) setChanging(false);
            return result.data !== undefined;
          }}
        />
      )}
    </li>
  );
}

function describeTest(name: string, { state, answer, error }: WebhookDelivery): string {
  if (state === 'sent') return `“${name}” took it (${answer}).`;
  return answer === null
    ? `“${name}” was not reached: ${error ?? 'no answer'}`
    : `“${name}” answered ${answer}. ${error ?? ''}`;
}
