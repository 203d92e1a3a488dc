import { drizzle } from 'drizzle-orm/node-postgres';
import type pg from 'pg';
import { FAULTS, type FieldFault, fillIn } from '#contract/errors/catalogue';
import type { FeedMessage, FeedOutcome } from '#contract/schemas/feed';
import { buildScope, type Principal, type Scope } from '../access/index';
import type { Context } from '../context';
import { inTransaction } from '../db/client';
import { LOCKS } from '../db/locks';
import * as tables from '../db/tables/index';
import { buildDealChecker, checkDeal, voidStored } from '../deals/index';
import { applyChecked } from '../imports/index';
import { ProblemError } from '../problem';

/** One delivery on its way in: who sent it, its key, and what it says. */
export interface Incoming {
  source: { id: number; name: string };
  principal: Principal;
  key: string;
  message: FeedMessage;
  /** As it was sent, for the list of deliveries. */
  body: unknown;
}

export interface Settled {
  outcome: FeedOutcome;
  detail: string | null;
}

/**
 * Takes deliveries of one source in one transaction: each key once, each deal in its newest
 * version. All of it stands or none: a sender that got no answer sends again, and nothing is
 * doubled. @returns what became of each, in their order
 */
export async function takeDeliveries(
  context: Context,
  incoming: readonly Incoming[],
): Promise<Settled[]> {
  return inTransaction(context.writers, async (client) => {
    const { source } = incoming[0]!;
    await lockSource(client, source.id);
    const known = await findKnown(
      client,
      source.id,
      incoming.map((each) => each.key),
    );
    const results = new Map<string, Settled>(known);
    const fresh = incoming.filter(
      (each, index) =>
        !known.has(each.key) && incoming.findIndex((other) => other.key === each.key) === index,
    );
    for (const [key, result] of await settle(context, client, fresh)) results.set(key, result);
    await store(client, fresh, results);
    return incoming.map((each) => results.get(each.key)!);
  });
}

/**
 * Deliveries of one source, and what is tried again, go one after the other, on whichever server
 * they arrive.
 */
export async function lockSource(client: pg.ClientBase, sourceId: number): Promise<void> {
  await client.query('select pg_advisory_xact_lock($1, $2)', [LOCKS.feed, sourceId]);
}

/** What became of keys that were sent before: the answer is the same again. */
async function findKnown(
  client: pg.ClientBase,
  sourceId: number,
  keys: readonly string[],
): Promise<Map<string, Settled>> {
  const { rows } = await client.query<{ key: string; outcome: FeedOutcome; detail: string | null }>(
    'select key, outcome, detail from feed_delivery where source_id = $1 and key = any($2::text[])',
    [sourceId, keys],
  );
  return new Map(rows.map((row) => [row.key, { outcome: row.outcome, detail: row.detail }]));
}

/**
 * Writes the newest version of each deal; older ones change nothing. Safe to run again for what was
 * refused.
 */
export async function settle(
  context: Context,
  client: pg.PoolClient,
  incoming: readonly Incoming[],
): Promise<Map<string, Settled>> {
  const results = new Map<string, Settled>();
  if (incoming.length === 0) return results;
  const { source, principal } = incoming[0]!;
  const codes = [...new Set(incoming.map((each) => each.message.deal.deal))];
  const { rows } = await client.query<{ deal: string; version: number }>(
    'select deal, version from feed_deal where source_id = $1 and deal = any($2::text[])',
    [source.id, codes],
  );
  const newest = new Map(rows.map((row) => [row.deal, row.version]));
  const scope = buildScope(context.replica, principal);
  const saved: Incoming[] = [];
  for (const code of codes) {
    const [last, ...older] = incoming
      .filter((each) => each.message.deal.deal === code)
      .sort((a, b) => b.message.version - a.message.version);
    for (const each of older) results.set(each.key, { outcome: 'older', detail: null });
    const stored = newest.get(code);
    if (stored !== undefined && last!.message.version <= stored)
      results.set(last!.key, {
        outcome: last!.message.version === stored ? 'same' : 'older',
        detail: null,
      });
    else if (last!.message.type === 'deal.voided')
      results.set(last!.key, await voidOne(client, scope, last!));
    else saved.push(last!);
  }
  for (const [key, result] of await save(context, client, scope, saved)) results.set(key, result);
  const taken = incoming.filter((each) =>
    ['kept', 'same'].includes(results.get(each.key)!.outcome),
  );
  await client.query(
    `insert into feed_deal (source_id, deal, version) select $1, d, v from unnest($2::text[],
      $3::bigint[]) n(d, v)
    on conflict (source_id, deal) do update set version = greatest(feed_deal.version,
      excluded.version)`,
    [source.id, ...newestOf(taken)],
  );
  return results;
}

function newestOf(taken: readonly Incoming[]): [string[], number[]] {
  const versions = new Map<string, number>();
  for (const { message } of taken)
    versions.set(
      message.deal.deal,
      Math.max(message.version, versions.get(message.deal.deal) ?? 0),
    );
  return [[...versions.keys()], [...versions.values()]];
}

async function save(
  context: Context,
  client: pg.PoolClient,
  scope: Scope,
  incoming: readonly Incoming[],
): Promise<Map<string, Settled>> {
  const results = new Map<string, Settled>();
  if (incoming.length === 0) return results;
  const { source, principal } = incoming[0]!;
  const { tree, rates, customFields } = context.replica.company!;
  const checker = buildDealChecker(scope, tree, rates, customFields);
  const refuse = (key: string, faults: readonly FieldFault[]) =>
    results.set(key, {
      outcome: 'refused',
      detail: faults
        .map((fault) => `${fault.field}: ${fillIn(FAULTS[fault.code], fault.params)}`)
        .join(' '),
    });
  const checked = incoming.flatMap((each) => {
    const { message } = each;
    if (message.type !== 'deal.saved') return [];
    const result = checkDeal(message.deal, checker);
    if (!result.ok) refuse(each.key, result.faults);
    return result.ok
      ? [{ key: each.key, facts: { ...result.facts, code: message.deal.deal } }]
      : [];
  });
  if (checked.length === 0) return results;
  const { refused, same } = await applyChecked(
    {
      context,
      scope,
      principal,
      fileName: source.name,
      reason: `sent by ${source.name}`,
      run: { kind: 'feed', action: `sent by ${source.name}` },
      isPartial: true,
      isCheck: false,
      signal: new AbortController().signal,
    },
    client,
    checked.map((each) => each.facts),
  );
  checked.forEach(({ key, facts }, index) => {
    const faults = refused.get(index);
    if (faults) refuse(key, faults);
    else results.set(key, { outcome: same.has(facts.code) ? 'same' : 'kept', detail: null });
  });
  return results;
}

async function voidOne(
  client: pg.PoolClient,
  scope: Scope,
  { message, principal }: Incoming,
): Promise<Settled> {
  try {
    const isChanged = await voidStored(
      drizzle(client, { schema: tables }),
      { scope, principal },
      message.deal.deal,
      message.type === 'deal.voided' ? message.reason : '',
    );
    return { outcome: isChanged ? 'kept' : 'same', detail: null };
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error;
    return { outcome: 'refused', detail: error.toProblem().detail };
  }
}

async function store(
  client: pg.ClientBase,
  incoming: readonly Incoming[],
  results: ReadonlyMap<string, Settled>,
): Promise<void> {
  if (incoming.length === 0) return;
  const of = <Value>(value: (each: Incoming) => Value) => incoming.map(value);
  await client.query(
    `insert into feed_delivery (source_id, key, outcome, deal, version, detail, body)
    select $1, * from unnest($2::text[], $3::text[], $4::text[], $5::bigint[], $6::text[],
      $7::jsonb[])`,
    [
      incoming[0]!.source.id,
      of((each) => each.key),
      of((each) => results.get(each.key)!.outcome),
      of((each) => each.message.deal.deal),
      of((each) => each.message.version),
      of((each) => results.get(each.key)!.detail),
      of((each) => JSON.stringify(each.body)),
    ],
  );
}
