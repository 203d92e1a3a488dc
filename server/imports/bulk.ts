import { sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import type pg from 'pg';
import { toInput } from '#contract/dealInput';
import { FAULTS, type FieldFault, fillIn } from '#contract/errors/catalogue';
import {
  type BulkChange,
  type BulkEffect,
  type BulkInput,
  MOST_BULK_DEALS,
} from '#contract/schemas/bulk';
import type { Deal, DealInput } from '#contract/schemas/deal';
import { parseDay, toIsoDay } from '#core/period/day';
import { describePeriod } from '#wording/period';
import type { Queryable } from '../db/client';
import { inTransaction } from '../db/client';
import {
  buildDealChecker,
  checkDeal,
  DEAL_COLUMNS,
  DEAL_JOINS,
  inMemberSpans,
  memberSpansOf,
  readFilter,
  toDeal,
  whereOf,
} from '../deals/index';
import { ProblemError } from '../problem';
import { applyChecked } from './applyChecked';
import type { ImportCall } from './call';
import { BULK_ACTION } from './undoImport';

type BulkCall = Pick<ImportCall, 'context' | 'scope' | 'principal'>;

const SHOWN_REFUSALS = 100;
const SHOWN_MOVES = 60;

/**
 * Changes many deals at once, in one transaction, by the rules of the form: all or none. It is kept
 * as a run, undone as a whole like an import. A check goes the same way and is rolled back. @throws
 * ProblemError tooManyDeals, closedNeedsReason, invalidInput
 */
export async function changeDeals(call: BulkCall, input: BulkInput): Promise<BulkEffect> {
  const effect = await inTransaction(
    call.context.jobs,
    (client) => change(call, client, input),
    ({ changed }) => !input.preview && changed > 0,
  );
  if (!input.preview) await call.context.replica.afterWrite({ all: true });
  return input.preview || effect.changed === 0 ? { ...effect, run: null } : effect;
}

async function change(
  call: BulkCall,
  client: pg.PoolClient,
  input: BulkInput,
): Promise<BulkEffect> {
  const { context, scope, principal } = call;
  const { tree, rates, customFields } = context.replica.company!;
  const checker = buildDealChecker(scope, tree, rates, customFields);
  const deals = await loadChosen(drizzle(client), call, input);
  const refusals: BulkEffect['refusals'] = [];
  const checkedDeals = deals.flatMap((deal) => {
    const checked = checkDeal(applyChange(deal, input.change), checker);
    if (checked.ok) return [{ ...checked.facts, code: deal.deal }];
    refusals.push(...toRefusals(deal.deal, checked.faults));
    return [];
  });
  if (refusals.length > 0)
    return {
      run: null,
      changed: 0,
      unchanged: 0,
      refusals: refusals.slice(0, SHOWN_REFUSALS),
      moves: [],
    };
  const { runId, changed, refused } = await applyChecked(
    {
      context,
      scope,
      principal,
      fileName: describeChange(call, input.change),
      reason: input.reason.trim(),
      run: { kind: 'bulk', action: BULK_ACTION },
      isCheck: false,
      signal: new AbortController().signal,
    },
    client,
    checkedDeals,
  );
  // What the book itself refuses, and nobody could have seen before: then nothing is written
  // either.
  const late = [...refused].flatMap(([index, faults]) =>
    toRefusals(checkedDeals[index]!.code, faults),
  );
  if (late.length > 0) return { run: null, changed: 0, unchanged: 0, refusals: late, moves: [] };
  return {
    run: runId,
    changed,
    unchanged: checkedDeals.length - changed,
    refusals,
    moves: runId === null ? [] : await listMoves(client, call),
  };
}

const toRefusals = (deal: string, faults: readonly FieldFault[]): BulkEffect['refusals'] =>
  faults.map((fault) => ({
    deal,
    field: fault.field,
    message: fillIn(FAULTS[fault.code], fault.params),
  }));

/** The chosen deals, locked against other changes. Voided ones are never among them. */
async function loadChosen(
  db: Queryable,
  { context, scope, principal }: BulkCall,
  { ids, filter }: BulkInput,
): Promise<Deal[]> {
  const where = ids
    ? sql`d.id = any(${sql.param(ids)}::bigint[]) and d.voided_at is null and
      ${inMemberSpans(memberSpansOf(scope, principal))}`
    : whereOf({
        ...readFilter(filter ?? {}, scope, principal, context.replica.company!.customFields),
        voided: false,
      });
  const {
    rows: [{ count } = { count: 0 }],
  } = await db.execute<{ count: number }>(sql`select count(*) as count from deal d where ${where}`);
  if (count > MOST_BULK_DEALS)
    throw new ProblemError('tooManyDeals', { most: MOST_BULK_DEALS, count });
  const { rows } = await db.execute<Parameters<typeof toDeal>[0]>(
    sql`select ${DEAL_COLUMNS} from deal d ${DEAL_JOINS} where ${where} order by d.id for update of
      d`,
  );
  return rows.map(toDeal);
}

/** Another owner takes the whole deal; one who had a part of it keeps the split from being lost. */
function applyChange(deal: Deal, { salesperson, day, shiftDays, ...facts }: BulkChange): DealInput {
  const input: DealInput = { ...toInput(deal), ...facts };
  if (salesperson && salesperson !== deal.salesperson)
    Object.assign(input, { salesperson, credit: null });
  const field = deal.status === 'open' ? 'expectedOn' : 'closedOn';
  if (day) input[field] = day;
  if (shiftDays) input[field] = toIsoDay(parseDay(input[field]!)! + shiftDays);
  if (deal.status !== 'open') delete input.probability;
  return input;
}

function describeChange({ scope }: BulkCall, change: BulkChange): string {
  const owner =
    change.salesperson &&
    (scope.dataset.tree.findByCode(change.salesperson)?.name ?? change.salesperson);
  const parts = [
    owner && `salesperson to ${owner}`,
    change.day && `day to ${change.day}`,
    change.shiftDays && `day by ${change.shiftDays} days`,
    ...(['stage', 'source', 'category', 'location', 'probability'] as const).map((field) =>
      change[field] === undefined ? null : `${field} to ${change[field] ?? 'none'}`,
    ),
  ];
  return `Changed together: ${parts.filter(Boolean).join(', ')}`;
}

/** Whose won revenue moves by how much, by month, from what the change adds to the daily totals. */
async function listMoves(
  client: pg.ClientBase,
  { context, scope }: BulkCall,
): Promise<BulkEffect['moves']> {
  const { calendar, tree } = {
    calendar: scope.dataset.calendar,
    tree: context.replica.company!.tree,
  };
  const { rows } = await client.query<{ sp: number; day: string; amount: number }>(
    `select salesperson_id as sp, day::text as day, sum(amount)::bigint as amount from delta where
      part = 'revenue' group by 1, 2 having sum(amount) <> 0`,
  );
  const moves = new Map<string, BulkEffect['moves'][number] & { from: number }>();
  for (const row of rows) {
    const period = calendar.periodOf('month', parseDay(row.day)!);
    const key = `${row.sp}|${period.id}`;
    const move = moves.get(key) ?? {
      name: tree.find(row.sp)!.name,
      period: describePeriod(period, calendar),
      revenue: 0,
      from: period.from,
    };
    moves.set(key, { ...move, revenue: move.revenue + row.amount });
  }
  return [...moves.values()]
    .filter((move) => move.revenue !== 0)
    .sort((a, b) => a.from - b.from || Math.abs(b.revenue) - Math.abs(a.revenue))
    .slice(0, SHOWN_MOVES)
    .map(({ from: _from, ...move }) => move);
}
