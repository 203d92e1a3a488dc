import type { FieldFault } from '#contract/errors/catalogue';
import type {
  Rate as RateView,
  RateChange,
  RateChanges,
  RatesChanged,
} from '#contract/schemas/rate';
import type { Rate } from '#core/money/rate';
import { parseDay, toIsoDay } from '#core/period/day';
import type { Principal } from '../access/index';
import type { Context } from '../context';
import { inTransaction } from '../db/client';
import { LOCKS } from '../db/locks';
import { CHANNEL } from '../db/notify';
import {
  collectTotals,
  recordRunCorrections,
  startTotals,
  writeTotals,
} from '../ledger/touchedTotals';
import { assertNoFieldErrors } from '../problem';
import { findRateFaults } from './check';
import { stageRestated, writeRestated } from './restate';

/** As it would be typed: "1.16", not "1.1600000000". */
function toText(rate: string): string {
  return rate.includes('.') ? rate.replace(/\.?0+$/, '') : rate;
}

/** All rates, by currency, newest first. */
export function listRates(context: Context): RateView[] {
  return [...context.replica.company!.rates]
    .sort((a, b) =>
      a.currency === b.currency ? b.from - a.from : a.currency < b.currency ? -1 : 1,
    )
    .map((rate) => ({
      currency: rate.currency,
      from: toIsoDay(rate.from),
      rate: toText(rate.rate),
    }));
}

/**
 * Adds, corrects and takes away rates in one transaction; every deal that they convert otherwise is
 * restated and recorded (docs/calculations.md, 1).
 * @throws ProblemError invalidInput with the row of each fault, closedNeedsReason where a closed
 * month is restated without a reason
 */
export async function changeRates(
  context: Context,
  principal: Principal,
  { changes, reason, preview = false }: RateChanges,
): Promise<RatesChanged> {
  const { currency } = context.replica.company!;
  assertNoFieldErrors(
    changes.flatMap((change, index): FieldFault[] =>
      findRateFaults(change, currency).map((fault) => ({
        ...fault,
        field: `changes/${index}/${fault.field}`,
      })),
    ),
  );
  const result = await inTransaction(
    context.jobs,
    async (client) => {
      await client.query('select pg_advisory_xact_lock($1)', [LOCKS.rates]);
      return apply(context, client, principal, changes, reason?.trim() || null, preview);
    },
    ({ written }) => written,
  );
  if (result.written) {
    await context.replica.afterWrite({ company: true, all: true });
  }
  return result;
}

async function apply(
  context: Context,
  client: Parameters<typeof stageRestated>[0],
  principal: Principal,
  changes: readonly RateChange[],
  reason: string | null,
  isCheck: boolean,
): Promise<RatesChanged> {
  const { currency } = context.replica.company!;
  const concerned = [...new Set(changes.map((change) => change.currency))];
  const { rows } = await client.query(
    'select currency, from_day::text as from, rate::text as rate from rate where currency = any($1::text[])',
    [concerned],
  );
  const before: Rate[] = rows.map((row) => ({
    currency: row.currency,
    from: parseDay(row.from)!,
    rate: toText(row.rate),
  }));
  const keyOf = (rate: { currency: string; from: number }) => `${rate.currency}|${rate.from}`;
  const after = new Map(before.map((rate) => [keyOf(rate), rate]));
  for (const change of changes) {
    const rate = {
      currency: change.currency,
      from: parseDay(change.from)!,
      rate: toText(change.rate ?? ''),
    };
    if (change.rate === null) after.delete(keyOf(rate));
    else after.set(keyOf(rate), rate);
  }
  const known = new Map(before.map((rate) => [keyOf(rate), rate.rate]));
  const changed =
    [...after.values()].filter((rate) => known.get(keyOf(rate)) !== rate.rate).length +
    before.filter((rate) => !after.has(keyOf(rate))).length;
  await stageRestated(client, currency, { before, after: [...after.values()] });
  const {
    rows: [effect],
  } = await client.query(`
    select count(*) as deals, coalesce(sum(r.credited - d.credited) filter (where d.status = 'won'
      and d.voided_at is null), 0)::bigint as revenue from restated r join deal d on d.id = r.id`);
  const result = { changed, deals: effect.deals, revenue: effect.revenue };
  if (isCheck || changed === 0) return { ...result, written: false };

  const name = `rates of ${concerned.join(', ')}`;
  const {
    rows: [run],
  } = await client.query(
    `insert into import_run (kind, file_name, user_id, created, changed, same, is_recorded) values
      ('rates', $1, $2, 0, $3, 0, true) returning id`,
    [name, principal.userId, effect.deals],
  );
  await startTotals(client);
  await collectTotals(client, -1);
  await writeRestated(client, principal.userId, run.id, reason ?? name);
  await collectTotals(client, 1);
  await recordRunCorrections(client, context.replica.company!, {
    runId: run.id,
    userId: principal.userId,
    reason,
    action: 'restated by a rate',
  });
  await writeTotals(client, context.replica);
  await client.query('delete from rate where currency = any($1::text[])', [concerned]);
  const kept = [...after.values()];
  await client.query(
    'insert into rate (currency, from_day, rate) select * from unnest($1::text[], $2::date[], $3::numeric[])',
    [
      kept.map((rate) => rate.currency),
      kept.map((rate) => toIsoDay(rate.from)),
      kept.map((rate) => rate.rate),
    ],
  );
  await client.query(
    `insert into audit (user_id, entity, entity_id, action, before, after, import_id, reason)
      values ($1, 'company', '1', 'rates changed', $2, $3, $4, $5)`,
    [
      principal.userId,
      JSON.stringify(before),
      JSON.stringify({ changes, ...result }),
      run.id,
      reason,
    ],
  );
  await client.query('select pg_notify($1, $2)', [CHANNEL, 'company:*']);
  return { ...result, written: true };
}
