import { randomUUID } from 'node:crypto';
import { type SQL, sql } from 'drizzle-orm';
import {
  MOST_WEBHOOKS,
  type NewWebhook,
  type Webhook,
  type WebhookDelivery,
  type WebhookDeliveryQuery,
  type WebhookInput,
} from '#contract/schemas/webhook';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Transaction } from '../db/client';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { createSecretBox } from '../secretBox';
import { createSigningSecret } from '../signature';
import { findUrlFault } from './post';
import { deliver, type DueDelivery } from './send';

const MOST_SHOWN = 200;

export async function listWebhooks({ db }: Context, id: number | null = null): Promise<Webhook[]> {
  const { rows } = await db.execute<Webhook & Record<string, unknown>>(sql`
    select w.id, w.name, w.url, w.events, w.is_paused as "isPaused", w.failures, case when
      w.resume_at > now() then w.resume_at::text end as "resumeAt",
      (select count(*)::int from webhook_delivery d where d.webhook_id = w.id and d.state in
        ('waiting', 'sending')) as waiting,
      (select count(*)::int from webhook_delivery d where d.webhook_id = w.id and d.state =
        'failed') as failed,
      (select max(d.sent_at)::text from webhook_delivery d where d.webhook_id = w.id and d.state =
        'sent') as "lastSentAt"
    from webhook w where w.removed_at is null and ${id === null ? sql`true` : sql`w.id = ${id}`}
    order by lower(w.name), w.id`);
  return rows;
}

/** @throws ProblemError invalidInput where the address may not be sent to */
function check({ settings }: Context, { url }: WebhookInput): void {
  const fault = findUrlFault(url, settings.webhookHosts);
  if (fault) assertNoFieldErrors([{ field: 'url', code: fault }]);
}

export async function addWebhook(
  context: Context,
  userId: number,
  input: WebhookInput,
): Promise<NewWebhook> {
  check(context, input);
  const secret = createSigningSecret();
  const id = await context.db.transaction(async (tx) => {
    const {
      rows: [count],
    } = await tx.execute<{ count: number }>(
      sql`select count(*)::int as count from webhook where removed_at is null`,
    );
    if (count!.count >= MOST_WEBHOOKS)
      throw new ProblemError('tooManyWebhooks', { most: MOST_WEBHOOKS });
    const {
      rows: [row],
    } = await tx.execute<{ id: number }>(sql`insert into webhook (name, url, events, secret,
      user_id) values (${input.name.trim()}, ${input.url}, ${sql.param(input.events)}::text[],
        ${createSecretBox(context.settings.secretKey).seal(secret)}, ${userId}) returning id`);
    await recordAudit(tx, [
      { userId, entity: 'webhook', entityId: String(row!.id), action: 'created', after: input },
    ]);
    return row!.id;
  });
  return { webhook: await findWebhook(context, id), secret };
}

async function findWebhook(context: Context, id: number): Promise<Webhook> {
  const [found] = await listWebhooks(context, id);
  if (!found) throw new ProblemError('notFound');
  return found;
}

/** Changes one that is not removed, with who did it. @throws ProblemError notFound */
async function change(
  { db }: Context,
  userId: number,
  id: number,
  action: string,
  set: SQL,
  also?: (tx: Transaction) => Promise<unknown>,
): Promise<void> {
  await db.transaction(async (tx) => {
    const { rowCount } = await tx.execute(
      sql`update webhook set ${set} where id = ${id} and removed_at is null`,
    );
    if (!rowCount) throw new ProblemError('notFound');
    await also?.(tx);
    await recordAudit(tx, [{ userId, entity: 'webhook', entityId: String(id), action }]);
  });
}

/** What failed before is tried at once at the new address. */
export async function changeWebhook(
  context: Context,
  userId: number,
  id: number,
  input: WebhookInput,
): Promise<Webhook> {
  check(context, input);
  await change(
    context,
    userId,
    id,
    'changed',
    sql`name = ${input.name.trim()}, url = ${input.url}, events =
      ${sql.param(input.events)}::text[], failures = 0, resume_at = null`,
  );
  return findWebhook(context, id);
}

export async function setWebhookPaused(
  context: Context,
  userId: number,
  id: number,
  isPaused: boolean,
): Promise<Webhook> {
  await change(
    context,
    userId,
    id,
    isPaused ? 'paused' : 'resumed',
    sql`is_paused = ${isPaused}, failures = 0, resume_at = null`,
  );
  return findWebhook(context, id);
}

export async function rotateWebhookSecret(
  context: Context,
  userId: number,
  id: number,
): Promise<NewWebhook> {
  const secret = createSigningSecret();
  const sealed = createSecretBox(context.settings.secretKey).seal(secret);
  await change(context, userId, id, 'secret rotated', sql`secret = ${sealed}`);
  return { webhook: await findWebhook(context, id), secret };
}

export async function removeWebhook(context: Context, userId: number, id: number): Promise<void> {
  await change(context, userId, id, 'removed', sql`removed_at = now()`, (tx) =>
    tx.execute(
      sql`delete from webhook_delivery where webhook_id = ${id} and state in ('waiting', 'sending')`,
    ),
  );
}

/** One attempt at once, paused or not. @throws ProblemError notFound */
export async function testWebhook(context: Context, id: number): Promise<WebhookDelivery> {
  const key = `test_${randomUUID()}`;
  // Taken from the start: no server sends it besides.
  const {
    rows: [due],
  } = await context.db.execute<DueDelivery>(sql`
    with made as (insert into webhook_delivery (webhook_id, key, event, subject, state, attempts,
      due_at) select id, ${key}, 'test', ${key}, 'failed', 1, now() from webhook where id = ${id} and
        removed_at is null returning *)
    select m.id, m.webhook_id as "webhookId", m.key, m.event, m.at::text as at, null as "auditId",
      null as "alertId", null as body, 99 as attempts, w.url, w.secret from made m join webhook w on
        w.id = m.webhook_id`);
  if (!due) throw new ProblemError('notFound');
  await deliver(context, due);
  return (await loadDeliveries(context, sql`d.id = ${due.id}`))[0]!;
}

export async function listDeliveries(
  context: Context,
  { webhook, state }: WebhookDeliveryQuery,
): Promise<WebhookDelivery[]> {
  return loadDeliveries(
    context,
    sql`${webhook === undefined ? sql`true` : sql`d.webhook_id = ${webhook}`} and
      ${state === undefined ? sql`true` : sql`d.state = ${state}`}`,
  );
}

async function loadDeliveries({ db }: Context, where: SQL): Promise<WebhookDelivery[]> {
  const { rows } = await db.execute<WebhookDelivery & Record<string, unknown>>(sql`
    select d.id, w.name as "webhookName", d.key, d.event, d.subject, d.at::text as at, d.state,
      d.attempts, case when d.state in ('waiting', 'sending') then d.due_at::text end as "dueAt",
      d.answer, d.error, d.sent_at::text as "sentAt"
    from webhook_delivery d join webhook w on w.id = d.webhook_id where w.removed_at is null and
      ${where} order by d.id desc limit ${MOST_SHOWN}`);
  return rows;
}

/** @throws ProblemError notFound */
export async function retryDelivery(context: Context, id: number): Promise<WebhookDelivery> {
  const { rowCount } = await context.db.execute(sql`update webhook_delivery set state = 'waiting',
    attempts = 0, due_at = now() where id = ${id} and state in ('failed', 'waiting') and event <>
      'test' and webhook_id in (select id from webhook where removed_at is null)`);
  if (!rowCount) throw new ProblemError('notFound');
  await context.db.execute(sql`update webhook set resume_at = null where id = (select webhook_id
    from webhook_delivery where id = ${id})`);
  return (await loadDeliveries(context, sql`d.id = ${id}`))[0]!;
}
