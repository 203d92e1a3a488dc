import { sql } from 'drizzle-orm';
import { API } from '#contract/routes/route';
import type {
  FeedDelivery,
  FeedSource,
  FeedSourceInput,
  NewFeedSource,
} from '#contract/schemas/feed';
import { mayDo, type Principal } from '../access/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import { queryPrepared } from '../db/prepared';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { createSecretBox } from '../secretBox';
import { createSigningSecret } from '../signature';

const SHOWN_DELIVERIES = 200;

interface SourceRow extends Record<string, unknown> {
  id: number;
  code: string;
  name: string;
  userName: string;
  stopped: boolean;
  earlier_until: string | null;
  received: number;
  refused: number;
  last_at: string | null;
}

export async function listSources(
  { db }: Pick<Context, 'db'>,
  id: number | null = null,
): Promise<FeedSource[]> {
  const { rows } = await db.execute<SourceRow>(sql`
    select s.id, s.code, s.name, u.name as "userName", s.is_stopped as stopped, case when
      s.earlier_until > now() then s.earlier_until::text end as earlier_until,
      (select count(*) from feed_delivery d where d.source_id = s.id) as received, (select count(*)
        from feed_delivery d where d.source_id = s.id and d.outcome = 'refused') as refused,
      (select max(at)::text from feed_delivery d where d.source_id = s.id and d.id = (select
        max(id) from feed_delivery n where n.source_id = s.id)) as last_at
    from feed_source s join app_user u on u.id = s.user_id where
      ${id === null ? sql`true` : sql`s.id = ${id}`} order by lower(s.name)`);
  return rows.map((row) => ({
    id: row.id,
    code: row.code,
    name: row.name,
    userName: row.userName,
    isStopped: row.stopped,
    url: `${API}/feed/${row.code}`,
    earlierUntil: row.earlier_until,
    received: row.received,
    refused: row.refused,
    lastAt: row.last_at,
  }));
}

/** Adds a source that may do what its maker may. @throws ProblemError invalidInput */
export async function addSource(
  context: Context,
  userId: number,
  { code, name }: FeedSourceInput,
): Promise<NewFeedSource> {
  const secret = createSigningSecret();
  const id = await context.db.transaction(async (tx) => {
    const {
      rows: [row],
    } = await tx.execute<{ id: number }>(
      sql`insert into feed_source (code, name, user_id, secret) values (${code}, ${name.trim()},
        ${userId}, ${createSecretBox(context.settings.secretKey).seal(secret)}) on conflict do
          nothing returning id`,
    );
    if (!row) assertNoFieldErrors([{ field: 'code', code: 'codeTaken' }]);
    await recordAudit(tx, [
      { userId, entity: 'feed', entityId: code, action: 'created', after: { code, name } },
    ]);
    return row!.id;
  });
  return { source: (await listSources(context, id))[0]!, secret };
}

/** A new secret; the one before holds for a day. @throws ProblemError notFound */
export async function rotateSecret(
  context: Context,
  userId: number,
  id: number,
): Promise<NewFeedSource> {
  const secret = createSigningSecret();
  await change(
    context,
    userId,
    id,
    'secret rotated',
    sql`earlier_secret = secret, earlier_until = now() + interval '1 day', secret =
      ${createSecretBox(context.settings.secretKey).seal(secret)}`,
  );
  return { source: (await listSources(context, id))[0]!, secret };
}

export async function stopSource(
  context: Context,
  userId: number,
  id: number,
  isStopped: boolean,
): Promise<FeedSource> {
  await change(
    context,
    userId,
    id,
    isStopped ? 'stopped' : 'taken again',
    sql`is_stopped = ${isStopped}`,
  );
  return (await listSources(context, id))[0]!;
}

async function change(
  { db }: Context,
  userId: number,
  id: number,
  action: string,
  set: ReturnType<typeof sql>,
): Promise<void> {
  await db.transaction(async (tx) => {
    const {
      rows: [row],
    } = await tx.execute<{ code: string }>(
      sql`update feed_source set ${set} where id = ${id} returning code`,
    );
    if (!row) throw new ProblemError('notFound');
    await recordAudit(tx, [{ userId, entity: 'feed', entityId: row.code, action }]);
  });
}

export interface KnownSource {
  id: number;
  name: string;
  isStopped: boolean;
  secrets: string[];
  principal: Principal;
}

/**
 * The source an address names, with the secrets that hold and whose rights it has; null when there
 * is none.
 */
export async function findSource(
  { pool, settings }: Pick<Context, 'pool' | 'settings'>,
  code: string,
): Promise<KnownSource | null> {
  const [row] = await queryPrepared<{
    id: number;
    name: string;
    stopped: boolean;
    gone: boolean;
    secret: string;
    earlier: string | null;
    user_id: number;
    user_name: string;
    email: string;
    role: Principal['role'];
    unit_id: number;
  }>(
    pool,
    'feed_source',
    sql`
    select s.id, s.name, s.is_stopped as stopped, u.disabled_at is not null as gone, s.secret, case
      when s.earlier_until > now() then s.earlier_secret end as earlier, u.id as user_id, u.name as
        user_name, u.email, u.role, u.unit_id
    from feed_source s join app_user u on u.id = s.user_id where lower(s.code) = lower(${code})`,
  );
  const { open } = createSecretBox(settings.secretKey);
  return row
    ? {
        id: row.id,
        name: row.name,
        // Nobody sends by the rights of somebody who has none any more.
        isStopped: row.stopped || row.gone || !mayDo(row.role, 'book'),
        secrets: [row.secret, row.earlier].filter((each) => each !== null).map(open),
        principal: {
          userId: row.user_id,
          name: row.user_name,
          email: row.email,
          role: row.role,
          unitId: row.unit_id,
          csrf: null,
          canWrite: true,
        },
      }
    : null;
}

export async function listDeliveries(
  { db }: Pick<Context, 'db'>,
  { source, outcome, id }: { source?: number; outcome?: string; id?: number },
): Promise<FeedDelivery[]> {
  const { rows } = await db.execute<FeedDelivery & Record<string, unknown>>(sql`
    select d.id, s.name as "sourceName", d.key, d.at::text as at, d.outcome, d.deal, d.version,
      d.detail, d.tries as attempts, d.body from feed_delivery d join feed_source s on s.id =
        d.source_id
    where ${source === undefined ? sql`true` : sql`d.source_id = ${source}`} and
      ${outcome === undefined ? sql`true` : sql`d.outcome = ${outcome}`} and
        ${id === undefined ? sql`true` : sql`d.id = ${id}`}
    order by d.id desc limit ${SHOWN_DELIVERIES}`);
  return rows;
}

/** Seals the secrets that an earlier version, or a server without a key, left open. */
export async function sealSecrets({
  db,
  settings,
}: Pick<Context, 'db' | 'settings'>): Promise<void> {
  if (!settings.secretKey) return;
  const { open, seal } = createSecretBox(settings.secretKey);
  const { rows } = await db.execute<{ id: number; secret: string; earlier: string | null }>(sql`
    select id, secret, earlier_secret as earlier from feed_source where secret not like 'sealed1:%'
      or earlier_secret not like 'sealed1:%'`);
  for (const { id, secret, earlier } of rows) {
    await db.execute(
      sql`update feed_source set secret = ${seal(open(secret))}, earlier_secret =
        ${earlier === null ? null : seal(open(earlier))} where id = ${id} and secret = ${secret}`,
    );
  }
  const webhooks = await db.execute<{ id: number; secret: string }>(
    sql`select id, secret from webhook where secret not like 'sealed1:%'`,
  );
  for (const { id, secret } of webhooks.rows)
    await db.execute(sql`update webhook set secret = ${seal(open(secret))} where id = ${id} and
      secret = ${secret}`);
}
