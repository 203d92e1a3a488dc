import { useState } from 'react';
import { useForm } from 'react-hook-form';
import * as routes from '#contract/routes/feed';
import type { BodyOf, QueryOf, ResponseOf } from '#contract/routes/route';
import {
  FEED_OUTCOMES,
  type FeedOutcome,
  type FeedSourceInput,
  type NewFeedSource,
} from '#contract/schemas/feed';
import { formatCount } from '#wording/numbers/format';
import { api } from '../app/api';
import { FailureNote, faultAt, otherFault } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { Button } from '../ui/Button';
import { classNames } from '../ui/classNames';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import { SecretOnce } from './SecretOnce';

const {
  useListFeedSourcesQuery,
  useAddFeedSourceMutation,
  useRotateFeedSecretMutation,
  useStopFeedSourceMutation,
  useListFeedDeliveriesQuery,
  useRetryFeedDeliveryMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    listFeedSources: build.query<ResponseOf<typeof routes.listFeedSources>, void>({
      query: () => ({ route: routes.listFeedSources }),
      providesTags: ['Feeds', 'Deals'],
    }),
    addFeedSource: build.mutation<NewFeedSource, BodyOf<typeof routes.addFeedSource>>({
      query: (body) => ({ route: routes.addFeedSource, body }),
      invalidatesTags: ['Feeds'],
    }),
    rotateFeedSecret: build.mutation<NewFeedSource, number>({
      query: (id) => ({ route: routes.rotateFeedSecret, params: { id } }),
      invalidatesTags: ['Feeds'],
    }),
    stopFeedSource: build.mutation<
      ResponseOf<typeof routes.stopFeedSource>,
      { id: number; isStopped: boolean }
    >({
      query: ({ id, ...body }) => ({ route: routes.stopFeedSource, params: { id }, body }),
      invalidatesTags: ['Feeds'],
    }),
    listFeedDeliveries: build.query<
      ResponseOf<typeof routes.listFeedDeliveries>,
      QueryOf<typeof routes.listFeedDeliveries>
    >({
      query: (query) => ({ route: routes.listFeedDeliveries, query }),
      providesTags: ['Feeds', 'Deals'],
    }),
    retryFeedDelivery: build.mutation<ResponseOf<typeof routes.retryFeedDelivery>, number>({
      query: (id) => ({ route: routes.retryFeedDelivery, params: { id } }),
      invalidatesTags: (result) => (result ? ['Feeds', 'Deals', 'Figures', 'Lists'] : []),
    }),
  }),
});

const OUTCOMES: Readonly<Record<FeedOutcome, string>> = {
  kept: 'taken',
  same: 'nothing new',
  older: 'an older version',
  refused: 'refused',
};

/**
 * Order systems that send deals by themselves: their secrets, and what became of every delivery.
 */
export function Feeds() {
  const { data: sources = [], error } = useListFeedSourcesQuery();
  const [rotate] = useRotateFeedSecretMutation();
  const [stop] = useStopFeedSourceMutation();
  const [made, setMade] = useState<NewFeedSource | null>(null);
  const renew = async (id: number) => {
    const result = await rotate(id);
    if (result.data) setMade(result.data);
  };
  return (
    <>
      <p className="text-soft">
        An order system sends each deal as a signed request; one that is sent twice counts once, one
        that comes late overwrites nothing newer. The protocol is described in docs/feed.md and in{' '}
        <a className="underline" href="/api/openapi.json">
          the description of the API
        </a>
        .
      </p>
      {error && <FailureNote failure={error} />}
      {made && (
        <SecretOnce
          title={`Copy the secret of “${made.source.name}” now; it is not shown again.`}
          label="The new secret"
          secret={made.secret}
          onDone={() => setMade(null)}
        />
      )}
      <ul className="mt-3" aria-label="Sources">
        {sources.map((source) => (
          <li
            key={source.id}
            className="flex items-center justify-between gap-3 border-t border-line py-1.5"
          >
            <span className="min-w-0">
              <span className="font-medium">{source.name}</span>{' '}
              <code className="text-[12px] text-soft">POST {source.url}</code>
              <span className="block text-[12px] text-soft">
                {source.isStopped ? 'Stopped. ' : ''}
                {formatCount(source.received)} received, {formatCount(source.refused)} of them
                refused
                {source.lastAt && (
                  <>
                    , the last <Moment at={source.lastAt} />
                  </>
                )}
                . With the rights of {source.userName}.
                {source.earlierUntil && (
                  <>
                    {' '}
                    The secret before holds until <Moment at={source.earlierUntil} />.
                  </>
                )}
              </span>
            </span>
            <span className="flex shrink-0 gap-1">
              <Button
                kind="quiet"
                className="h-[26px] text-[12px]"
                onClick={() => void renew(source.id)}
              >
                New secret<span className="sr-only"> for {source.name}</span>
              </Button>
              <Button
                kind="quiet"
                className="h-[26px] text-[12px]"
                onClick={() => void stop({ id: source.id, isStopped: !source.isStopped })}
              >
                {source.isStopped ? 'Take again' : 'Stop'}
                <span className="sr-only"> {source.name}</span>
              </Button>
            </span>
          </li>
        ))}
        {sources.length === 0 && <li className="py-1.5 text-soft">None yet.</li>}
      </ul>
      <AddSource onMade={setMade} />
      <Deliveries />
    </>
  );
}

function AddSource({ onMade }: { onMade(made: NewFeedSource): void }) {
  const [add, { error, isLoading }] = useAddFeedSourceMutation();
  const { register, handleSubmit, reset } = useForm<FeedSourceInput>({
    defaultValues: { code: '', name: '' },
  });
  const submit = handleSubmit(async (values) => {
    const result = await add(values);
    if (result.error) return;
    onMade(result.data);
    reset();
  });
  return (
    <form
      noValidate
      className="mt-3 flex items-start gap-2"
      onSubmit={(event) => void submit(event)}
    >
      <Field
        label="Name of the source"
        fault={faultAt(error, 'name') && 'Give it a name.'}
        className="flex-1"
      >
        <input className={INPUT} maxLength={80} {...register('name')} />
      </Field>
      <Field
        label="Code, as it stands in its address"
        fault={
          faultAt(error, 'code') &&
          (otherFault(error, ['name']) ?? 'Letters, digits, points and dashes.')
        }
        className="flex-1"
      >
        <input className={INPUT} maxLength={40} {...register('code')} />
      </Field>
      <Button type="submit" className="mt-[22px]" disabled={isLoading}>
        Add a source
      </Button>
    </form>
  );
}

function Deliveries() {
  const [outcome, setOutcome] = useState<FeedOutcome | null>(null);
  const { data: deliveries = [] } = useListFeedDeliveriesQuery(outcome ? { outcome } : {});
  const [retry, { isLoading }] = useRetryFeedDeliveryMutation();
  const say = useSay();
  const again = async (id: number) => {
    const result = await retry(id);
    if (result.error)
      say(otherFault(result.error, []) ?? 'It could not be tried.', { kind: 'fault' });
    else
      say(
        result.data.outcome === 'refused'
          ? `Still refused: ${result.data.detail}`
          : `${result.data.deal} is taken.`,
        { kind: result.data.outcome === 'refused' ? 'fault' : 'done' },
      );
  };
  return (
    <section aria-label="Deliveries" className="mt-5">
      <div className="flex items-center justify-between">
        <h3 className="font-semibold">Newest deliveries</h3>
        <div
          role="group"
          aria-label="Outcome"
          className="flex overflow-hidden rounded-sheet border border-strong/30"
        >
          {([null, ...FEED_OUTCOMES] as const).map((each) => (
            <button
              key={each ?? 'all'}
              type="button"
              aria-pressed={outcome === each}
              onClick={() => setOutcome(each)}
              className={classNames(
                'h-[26px] px-2.5 text-[12px]',
                outcome === each ? 'bg-accent text-on-accent' : 'bg-sheet hover:bg-hover',
              )}
            >
              {each === null ? 'all' : OUTCOMES[each]}
            </button>
          ))}
        </div>
      </div>
      <table className="mt-2 w-full text-[12px] [&_td]:py-1">
        <thead className="text-left text-soft">
          <tr>
            {['At', 'Source', 'Deal', 'Version', 'Outcome', ''].map((name) => (
              <th key={name} scope="col" className="py-1 font-medium">
                {name || <span className="sr-only">What can be done</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {deliveries.map((each) => (
            <tr key={each.id} className="border-t border-line/70 align-top">
              <td className="whitespace-nowrap">{each.at.slice(0, 19)}</td>
              <td>{each.sourceName}</td>
              <td>{each.deal}</td>
              <td>{each.version}</td>
              <td className={each.outcome === 'refused' ? 'text-grade-1' : ''}>
                {OUTCOMES[each.outcome]}
                {each.attempts > 1 && `, tried ${each.attempts} times`}
                {each.detail && <span className="block">{each.detail}</span>}
              </td>
              <td className="text-right">
                {each.outcome === 'refused' && (
                  <Button
                    kind="quiet"
                    className="h-[22px] px-1.5 text-[11.5px]"
                    disabled={isLoading}
                    onClick={() => void again(each.id)}
                  >
                    Try again<span className="sr-only"> {each.deal}</span>
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {deliveries.length === 0 && (
        <p className="py-1 text-soft">
          {outcome ? 'None like this.' : 'Nothing has been sent yet.'}
        </p>
      )}
    </section>
  );
}
