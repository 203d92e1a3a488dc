import { and, eq, sql } from 'drizzle-orm';
import type { DealView, DealViewInput } from '#contract/schemas/dealView';
import type { Principal, Scope } from '../access/index';
import type { Context } from '../context';
import { dealView } from '../db/tables/index';
import { ProblemError } from '../problem';

/** One's own views, and those shared with the unit one is bound to or one above it. */
export async function listViews(
  { db, replica }: Context,
  principal: Principal,
): Promise<DealView[]> {
  const { tree } = replica.company!;
  const above = [principal.unitId, ...tree.ancestorsOn(principal.unitId, replica.asOf)];
  const { rows } = await db.execute<{
    id: number;
    name: string;
    shared: number | null;
    userName: string;
    user_id: number;
    state: DealView['state'];
  }>(sql`
    select v.id, v.name, v.shared_with as shared, u.name as "userName", v.user_id, v.state from
      deal_view v join app_user u on u.id = v.user_id
    where v.user_id = ${principal.userId} or v.shared_with = any(${sql.param(above)}::int[]) order
      by lower(v.name), v.id`);
  return rows.map(({ id, name, shared, userName, user_id, state }) => ({
    id,
    name,
    sharedWith: shared === null ? null : (tree.find(shared)?.code ?? null),
    userName,
    isOwn: user_id === principal.userId,
    state,
  }));
}

/** Keeps a view; one's own of the same name is replaced. @throws ProblemError unknownUnit */
export async function saveView(
  context: Context,
  scope: Scope,
  principal: Principal,
  { name, sharedWith, state }: DealViewInput,
): Promise<DealView> {
  const unitId = sharedWith === null ? null : scope.findUnit(sharedWith).id;
  const {
    rows: [row],
  } = await context.db.execute<{ id: number }>(sql`
    insert into deal_view (user_id, shared_with, name, state) values (${principal.userId},
      ${unitId}, ${name.trim()}, ${JSON.stringify(state)})
    on conflict (user_id, lower(name)) do update set shared_with = excluded.shared_with, state =
      excluded.state, name = excluded.name returning id`);
  return (await listViews(context, principal)).find((view) => view.id === row!.id)!;
}

/** @throws ProblemError notFound for what is not one's own */
export async function removeView(
  { db }: Context,
  principal: Principal,
  id: number,
): Promise<object> {
  const removed = await db
    .delete(dealView)
    .where(and(eq(dealView.id, id), eq(dealView.userId, principal.userId)))
    .returning({ id: dealView.id });
  if (removed.length === 0) throw new ProblemError('notFound');
  return {};
}
