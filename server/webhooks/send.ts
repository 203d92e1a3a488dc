import { sql } from 'drizzle-orm';
import type { Context } from '../context';
import { createSecretBox } from '../secretBox';
import { signDelivery } from '../signature';
import { type StoredEvent, writePayload } from './payload';
import { ForbiddenAddress, post } from './post';

/** Seconds until an event is tried again, as Standard Webhooks advises; then it is given up. */
const WAITS_S = [5, 300, 1_800, 7_200, 18_000, 36_000, 50_400, 72_000, 86_400];
/** So long another server leaves an event alone that one has taken: longer than any attempt. */
const LEASE_S = 60;
const AT_A_TIME = 20;
/** Until an address that fails is asked again, for whatever event. */
const REST_S = [5, 15, 60, 300];
const LONGEST_ERROR = 300;
/** The receiver wants no more (Standard Webhooks). */
const GONE = 410;

export interface DueDelivery extends StoredEvent, Record<string, unknown> {
  id: number;
  key: string;
  body: string | null;
  attempts: number;
  webhookId: number;
  url: string;
  secret: string;
}

/** Addresses with something due, those at rest left out. */
export async function findDueWebhooks({ db }: Context): Promise<number[]> {
  const { rows } = await db.execute<{ id: number }>(sql`
    select w.id from webhook w where w.removed_at is null and not w.is_paused and
      (w.resume_at is null or w.resume_at <= now()) and exists (select from webhook_delivery d where
        d.webhook_id = w.id and d.state in ('waiting', 'sending') and d.due_at <= now())`);
  return rows.map(({ id }) => id);
}

/**
 * Sends what is due to one address: of one subject one event after the other, different subjects
 * beside each other. @returns how many were tried
 */
export async function sendDueTo(context: Context, webhookId: number): Promise<number> {
  const { rows } = await context.db.execute<DueDelivery>(sql`
    with taken as (
      update webhook_delivery set state = 'sending', attempts = attempts + 1, due_at = now() +
        make_interval(secs => ${LEASE_S})
      where id in (
        select d.id from webhook_delivery d where d.webhook_id = ${webhookId} and d.state in
          ('waiting', 'sending') and d.due_at <= now() and not exists (select from webhook_delivery
            e where e.webhook_id = d.webhook_id and e.subject = d.subject and e.id < d.id and
              e.state in ('waiting', 'sending'))
        order by d.due_at, d.id limit ${AT_A_TIME} for update skip locked)
      returning id, webhook_id, key, event, at, audit_id, alert_id, body, attempts)
    select t.id, t.webhook_id as "webhookId", t.key, t.event, t.at::text as at, t.audit_id as
      "auditId", t.alert_id as "alertId", t.body, t.attempts, w.url, w.secret
    from taken t join webhook w on w.id = t.webhook_id`);
  const outcomes = await Promise.all(rows.map((row) => deliver(context, row)));
  if (rows.length > 0) await rememberHealth(context, webhookId, outcomes);
  return rows.length;
}

/** Whether an address took something, failed, or was not asked. */
type Outcome = 'taken' | 'failed' | 'gone';

/** Makes one attempt and writes down what came of it. */
export async function deliver(context: Context, due: DueDelivery): Promise<Outcome> {
  const { db, settings } = context;
  let answer: number | null = null;
  let error: string | null = null;
  let isForGood = false;
  try {
    const body = due.body ?? (await fixBody(context, due));
    const timestamp = String(Math.floor(Date.now() / 1000));
    const secret = createSecretBox(settings.secretKey).open(due.secret);
    answer = await post(
      due.url,
      {
        'content-type': 'application/json',
        'user-agent': 'IronLadder',
        'webhook-id': due.key,
        'webhook-timestamp': timestamp,
        'webhook-signature': signDelivery(secret, { id: due.key, timestamp }, body),
      },
      body,
      settings.webhookHosts,
    );
    if (answer < 200 || answer >= 300)
      error = answer >= 300 && answer < 400 ? 'It points elsewhere; that is not followed.' : '';
  } catch (failure) {
    error = (failure as Error).message.slice(0, LONGEST_ERROR);
    isForGood = failure instanceof ForbiddenAddress;
  }
  if (error === null) {
    await db.execute(sql`update webhook_delivery set state = 'sent', sent_at = now(), answer =
      ${answer}, error = null where id = ${due.id}`);
    return 'taken';
  }
  const wait = isForGood ? undefined : WAITS_S[due.attempts - 1];
  await db.execute(sql`update webhook_delivery set state =
    ${wait === undefined ? 'failed' : 'waiting'}, answer = ${answer}, error = ${error || null},
      due_at = now() + make_interval(secs => ${wait ?? 0}) where id = ${due.id}`);
  return answer === GONE ? 'gone' : 'failed';
}

/** The same text at every attempt, so that a repetition is known by its signature too. */
async function fixBody(context: Context, due: DueDelivery): Promise<string> {
  const body = await writePayload(context, due);
  await context.db.execute(
    sql`update webhook_delivery set body = ${body} where id = ${due.id} and body is null`,
  );
  return body;
}

/** An address that fails rests for a while, so that a thousand events do not try it one by one. */
async function rememberHealth(
  { db }: Context,
  id: number,
  outcomes: readonly Outcome[],
): Promise<void> {
  if (outcomes.includes('gone'))
    await db.execute(sql`update webhook set is_paused = true where id = ${id}`);
  if (outcomes.includes('taken'))
    await db.execute(sql`update webhook set failures = 0, resume_at = null where id = ${id} and
      failures > 0`);
  else {
    const rests = sql.param(REST_S);
    await db.execute(sql`update webhook set failures = failures + 1, resume_at = now() +
      make_interval(secs => (${rests}::int[])[least(failures + 1, ${REST_S.length})]) where id = ${id}`);
  }
}
