import { useState } from 'react';
import * as routes from '#contract/routes/mail';
import {
  MAIL_STATES,
  type MailOverview,
  type MailQuery,
  type MailState,
  type OutgoingMail,
} from '#contract/schemas/mail';
import { api } from '../app/api';
import { FailureNote } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { Button } from '../ui/Button';
import { Loading } from '../ui/Loading';
import { Segments } from '../ui/Segments';
import { useSay } from '../ui/Toasts';

const { useListMailQuery, useRetryMailMutation, useSendTestMailMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    listMail: build.query<MailOverview, MailQuery>({
      query: (query) => ({ route: routes.listMail, query }),
      providesTags: ['Mail'],
    }),
    retryMail: build.mutation<OutgoingMail, number>({
      query: (id) => ({ route: routes.retryMail, params: { id } }),
      invalidatesTags: ['Mail'],
    }),
    sendTestMail: build.mutation<OutgoingMail, void>({
      query: () => ({ route: routes.sendTestMail, body: {} }),
      invalidatesTags: ['Mail'],
    }),
  }),
});

const STATE_NAMES: Record<MailState, string> = {
  waiting: 'Waiting',
  sending: 'Being sent',
  sent: 'Sent',
  failed: 'Could not be sent',
};

const LOOK_EVERY_MS = 5_000;

/** What went out by mail, what waits, and what could not be sent. */
export function Mail() {
  const [state, setState] = useState<MailState | 'all'>('all');
  const { data, error, refetch } = useListMailQuery(state === 'all' ? {} : { state }, {
    pollingInterval: LOOK_EVERY_MS,
  });
  const [retry] = useRetryMailMutation();
  const [sendTest, testing] = useSendTestMailMutation();
  const say = useSay();
  if (error) return <FailureNote failure={error} onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the mail" />;
  const total = MAIL_STATES.reduce((sum, each) => sum + data.counts[each], 0);
  return (
    <>
      <p className="text-soft">
        {data.hasServer
          ? `Mail goes out from ${data.sender ?? 'this server'}.`
          : 'No mail server is set, so mail waits. Set IRON_LADDER_SMTP_URL and IRON_LADDER_MAIL_FROM and start the server again; docs/operating.md says how.'}
      </p>
      <div className="mt-3 flex flex-wrap items-center gap-2">
        <Segments<MailState | 'all'>
          label="State"
          options={[
            ['all', `All (${total})`],
            ...MAIL_STATES.filter((each) => data.counts[each] > 0 || each === state).map(
              (each) => [each, `${STATE_NAMES[each]} (${data.counts[each]})`] as const,
            ),
          ]}
          value={state}
          onChange={setState}
        />
        <Button
          disabled={testing.isLoading}
          onClick={() =>
            void sendTest().then((result) =>
              say(
                result.error
                  ? 'The test mail could not be written.'
                  : `A test mail goes to ${result.data.address}.`,
                result.error ? { kind: 'fault' } : {},
              ),
            )
          }
        >
          Send me a test mail
        </Button>
      </div>
      <ul className="mt-3" aria-label="Mail">
        {data.mails.map((mail) => (
          <li
            key={mail.id}
            className="flex items-start justify-between gap-4 border-t border-line py-1.5"
          >
            <span className="min-w-0">
              <span className="font-medium">{mail.subject}</span>
              <span className="block text-[12px] text-soft">
                {mail.address} · {STATE_NAMES[mail.state]}{' '}
                {mail.sentAt ? (
                  <Moment at={mail.sentAt} />
                ) : (
                  <>
                    since <Moment at={mail.createdAt} />
                  </>
                )}
                {mail.error && (
                  <span className="text-grade-1">
                    {' '}
                    · {mail.error} ({mail.attempts} {mail.attempts === 1 ? 'attempt' : 'attempts'})
                  </span>
                )}
              </span>
            </span>
            {(mail.state === 'failed' || (mail.state === 'waiting' && mail.attempts > 0)) && (
              <Button
                aria-label={`Try “${mail.subject}” to ${mail.address} again`}
                onClick={() =>
                  void retry(mail.id).then((result) =>
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
        {data.mails.length === 0 && (
          <li className="border-t border-line py-1.5 text-soft">None.</li>
        )}
      </ul>
    </>
  );
}
