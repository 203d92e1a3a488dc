import { Ajv } from 'ajv';
import addFormats from 'ajv-formats';
import type { FastifyRequest } from 'fastify';
import * as routes from '#contract/routes/feed';
import { FeedMessage } from '#contract/schemas/feed';
import type { Context } from '../context';
import { inTransaction } from '../db/client';
import type { Endpoints } from '../endpoints';
import { ProblemError } from '../problem';
import { isSigned, type SignedHeaders } from '../signature';
import { Batches } from './batches';
import {
  addSource,
  findSource,
  listDeliveries,
  listSources,
  rotateSecret,
  stopSource,
} from './sources';
import { type Incoming, lockSource, settle, takeDeliveries } from './take';
import { WrongSignatures } from './wrongSignatures';

const LARGEST_MESSAGE = 256 * 1024;
const LONGEST_KEY = 200;
const ajv = new Ajv({ allErrors: true, strict: false });
addFormats.default(ajv);
const isMessage = ajv.compile<FeedMessage>(FeedMessage);

export function addFeedRoutes({ implement, context }: Endpoints): void {
  const batches = new Batches(
    (incoming) => takeDeliveries(context, incoming),
    () => context.replica.afterWrite(),
  );

  const wrong = new WrongSignatures();
  implement(routes.deliver, async ({ params, body, request }) => {
    if (!context.replica.company) throw new ProblemError('notSetUp');
    const text = String(body);
    if (text.length > LARGEST_MESSAGE)
      throw new ProblemError('tooLarge', { limit: `${LARGEST_MESSAGE / 1024} kB` });
    wrong.refuseMany(request.ip);
    const headers = readHeaders(request);
    const source = await findSource(context, params.source);
    // Whoever cannot sign learns nothing, not even which sources there are.
    if (!source || !isSigned(source.secrets, headers, text, Date.now() / 1000)) {
      wrong.note(request.ip);
      throw new ProblemError('badSignature');
    }
    if (source.isStopped) throw new ProblemError('feedStopped', { name: source.name });
    const parsed = readMessage(text);
    const { outcome, detail } = await batches.add({
      source,
      principal: source.principal,
      key: headers.id,
      message: parsed,
      body: parsed,
    });
    if (outcome === 'refused') throw new ProblemError('deliveryRefused', { detail: detail ?? '' });
    return { outcome };
  });

  implement(routes.listFeedSources, async () => listSources(context));
  implement(routes.addFeedSource, async ({ body, principal }) =>
    addSource(context, principal.userId, body),
  );
  implement(routes.rotateFeedSecret, async ({ params, principal }) =>
    rotateSecret(context, principal.userId, params.id),
  );
  implement(routes.stopFeedSource, async ({ params, body, principal }) =>
    stopSource(context, principal.userId, params.id, body.isStopped),
  );
  implement(routes.listFeedDeliveries, async ({ query }) => listDeliveries(context, query));
  implement(routes.retryFeedDelivery, async ({ params }) => retry(context, params.id));
}

function readHeaders({ headers }: FastifyRequest): SignedHeaders {
  const [id, timestamp, signature] = ['webhook-id', 'webhook-timestamp', 'webhook-signature'].map(
    (name) => String(headers[name] ?? ''),
  );
  if (!id || id.length > LONGEST_KEY) throw new ProblemError('badSignature');
  return { id, timestamp: timestamp!, signature: signature! };
}

/** @throws ProblemError invalidBody, invalidInput with the place of what is wrong */
function readMessage(text: string): FeedMessage {
  let message: unknown;
  try {
    message = JSON.parse(text);
  } catch (error) {
    throw new ProblemError('invalidBody', { expected: 'JSON', problem: (error as Error).message });
  }
  if (!isMessage(message)) {
    const faults = (isMessage.errors ?? []).slice(0, 5).map((error) => ({
      field: error.instancePath.slice(1) || 'message',
      code: 'format' as const,
      params: { problem: error.message ?? '' },
    }));
    throw new ProblemError('invalidInput', {}, faults);
  }
  return message;
}

/**
 * Tries a refused delivery again, as it was sent. A newer version that came meanwhile stays.
 * @throws ProblemError notFound
 */
async function retry(context: Context, id: number) {
  await inTransaction(context.writers, async (client) => {
    const {
      rows: [row],
    } = await client.query(
      `select d.key, d.body, s.code from feed_delivery d join feed_source s on s.id = d.source_id
        where d.id = $1 and d.outcome = 'refused' for update of d`,
      [id],
    );
    const source = row && (await findSource(context, row.code));
    if (!source) throw new ProblemError('notFound');
    await lockSource(client, source.id);
    const incoming: Incoming = {
      source,
      principal: source.principal,
      key: row.key,
      message: row.body,
      body: row.body,
    };
    const { outcome, detail } = (await settle(context, client, [incoming])).get(row.key)!;
    await client.query(
      'update feed_delivery set outcome = $2, detail = $3, tries = tries + 1 where id = $1',
      [id, outcome, detail],
    );
  });
  await context.replica.afterWrite();
  return (await listDeliveries(context, { id }))[0]!;
}
