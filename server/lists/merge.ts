import { sql } from 'drizzle-orm';
import type pg from 'pg';
import type { ListName, Merge, MergeEffect, MergeInput } from '#contract/schemas/list';
import type { Context } from '../context';
import { inTransaction } from '../db/client';
import { CHANNEL } from '../db/notify';
import { collectTotals, startTotals, writeTotals } from '../ledger/touchedTotals';
import { ProblemError } from '../problem';
import { LIST_TABLES, sqlNameOf } from './names';

const SHOWN_MERGES = 50;

interface Call {
  client: pg.PoolClient;
  list: ListName;
  userId: number;
}

/**
 * Makes `from` a second spelling of `into`: its deals move, in one transaction, each with its line
 * in the history. Nothing that adds up changes, but what is counted apart does. @throws
 * ProblemError unknownName, sameName
 */
export async function mergeNames(
  context: Context,
  userId: number,
  list: ListName,
  input: MergeInput,
): Promise<MergeEffect> {
  if (input.from === input.into) throw new ProblemError('sameName');
  const effect = await inTransaction(
    context.jobs,
    async (client) => {
      const [from, into] = [
        await lockName(client, list, input.from),
        await lockName(client, list, input.into),
      ];
      await touch(client, `select id from deal where ${sqlNameOf(list)}_id = $1`, [input.from]);
      const worth = await weigh(client);
      if (input.preview) return { merge: null, fromName: from, intoName: into, ...worth };
      const table = sqlNameOf(list);
      const { rows: aliases } = await client.query(
        `select id from ${table} where merged_into = $1`,
        [input.from],
      );
      const {
        rows: [merge],
      } = await client.query(
        `insert into name_merge (list, from_id, into_id, aliases, user_id) values ($1, $2, $3, $4,
          $5) returning id`,
        [list, input.from, input.into, aliases.map((row) => row.id), userId],
      );
      await client.query(`insert into name_merge_deal select $1, id from touched`, [merge.id]);
      await moveTouched({ client, list, userId }, input.into, `${from} is ${into}`);
      await client.query(`update ${table} set merged_into = $2 where id = $1 or merged_into = $1`, [
        input.from,
        input.into,
      ]);
      await record(client, userId, list, merge.id, 'merged', { from, into, ...worth });
      return { merge: merge.id as number, fromName: from, intoName: into, ...worth };
    },
    ({ merge }) => merge !== null,
  );
  if (effect.merge !== null) await context.replica.afterWrite({ all: true });
  return effect;
}

/**
 * Parts two names again: deals that were moved and still name the one go back to the other. @throws
 * ProblemError unknownMerge
 */
export async function undoMerge(
  context: Context,
  userId: number,
  mergeId: number,
): Promise<MergeEffect> {
  const effect = await inTransaction(context.jobs, async (client) => {
    const {
      rows: [merge],
    } = await client.query(
      'select list, from_id, into_id, aliases from name_merge where id = $1 and undone_at is null for update',
      [mergeId],
    );
    if (!merge) throw new ProblemError('unknownMerge');
    const list = merge.list as ListName;
    const table = sqlNameOf(list);
    // A name merged onwards since is parted from there first: what was merged last is undone first.
    const {
      rows: [names],
    } = await client.query(
      `select f.name as from, i.name as into from ${table} f, ${table} i where f.id = $1 and i.id =
        $2 and f.merged_into = i.id and i.merged_into is null`,
      [merge.from_id, merge.into_id],
    );
    if (!names) throw new ProblemError('unknownMerge');
    await touch(
      client,
      `select d.id from deal d join name_merge_deal m on m.deal_id = d.id and m.merge_id = $1 where
        d.${table}_id = $2`,
      [mergeId, merge.into_id],
    );
    const worth = await weigh(client);
    await moveTouched(
      { client, list, userId },
      merge.from_id,
      `${names.from} is not ${names.into}`,
    );
    await client.query(`update ${table} set merged_into = null where id = $1`, [merge.from_id]);
    await client.query(`update ${table} set merged_into = $1 where id = any($2::int[])`, [
      merge.from_id,
      merge.aliases,
    ]);
    await client.query('update name_merge set undone_at = now(), undone_by = $2 where id = $1', [
      mergeId,
      userId,
    ]);
    await record(client, userId, list, mergeId, 'parted', { ...names, ...worth });
    return {
      merge: mergeId,
      fromName: names.from as string,
      intoName: names.into as string,
      ...worth,
    };
  });
  await context.replica.afterWrite({ all: true });
  return effect;
}

/** Merges that can be undone, newest first. */
export async function loadMerges({ db }: Context): Promise<Merge[]> {
  const named = (id: 'from_id' | 'into_id') =>
    sql.join(
      Object.entries(LIST_TABLES).map(
        ([list, table]) =>
          sql`when ${list} then (select name from ${table} where id = m.${sql.identifier(id)})`,
      ),
      sql` `,
    );
  const { rows } = await db.execute<Merge & Record<string, unknown>>(sql`
    select m.id, m.list, case m.list ${named('from_id')} end as "fromName", case m.list
      ${named('into_id')} end as "intoName",
      (select count(*) from name_merge_deal n where n.merge_id = m.id)::int as deals, m.at::text as
        at, u.name as "userName"
    from name_merge m join app_user u on u.id = m.user_id where m.undone_at is null order by m.id
      desc limit ${SHOWN_MERGES}`);
  return rows;
}

async function lockName(client: pg.ClientBase, list: ListName, id: number): Promise<string> {
  const {
    rows: [row],
  } = await client.query(
    `select name from ${sqlNameOf(list)} where id = $1 and merged_into is null for update`,
    [id],
  );
  if (!row) throw new ProblemError('unknownName');
  return row.name;
}

async function touch(client: pg.ClientBase, ids: string, values: unknown[]): Promise<void> {
  await client.query('create temp table touched (id bigint) on commit drop');
  await client.query(`insert into touched ${ids}`, values);
  await client.query('analyze touched');
}

async function weigh(client: pg.ClientBase): Promise<{ deals: number; won: number }> {
  const {
    rows: [sums],
  } = await client.query(
    `select count(*)::int as deals, coalesce(sum(d.credited) filter (where d.status = 'won' and
      d.voided_at is null), 0)::bigint as won from touched t join deal d on d.id = t.id`,
  );
  return sums;
}

async function moveTouched(
  { client, list, userId }: Call,
  to: number,
  reason: string,
): Promise<void> {
  const column = `${sqlNameOf(list)}_id`;
  await startTotals(client);
  await collectTotals(client, -1);
  await client.query(
    `
    with before as (select d.id, deal_record(d) as row from touched t join deal d on d.id = t.id),
    moved as (update deal d set ${column} = $1, version = d.version + 1 from touched t where t.id =
      d.id returning d.id, deal_record(d) as row)
    insert into audit (user_id, entity, entity_id, action, before, after, reason) select $2,
      'deal', m.id::text, 'merged', b.row, m.row, $3 from moved m join before b on b.id = m.id`,
    [to, userId, reason],
  );
  await collectTotals(client, 1);
  // A merge moves no sum.
  await writeTotals(client, { roomOf: () => Infinity });
}

async function record(
  client: pg.ClientBase,
  userId: number,
  list: ListName,
  mergeId: number,
  action: string,
  after: object,
): Promise<void> {
  await client.query(
    `insert into audit (user_id, entity, entity_id, action, after) values ($1, 'list', $2, $3, $4)`,
    [userId, `${list} merge ${mergeId}`, action, JSON.stringify(after)],
  );
  await client.query('select pg_notify($1, $2)', [CHANNEL, 'deals:*']);
}
