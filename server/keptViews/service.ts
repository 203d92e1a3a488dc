import { and, eq, sql } from 'drizzle-orm';
import type { KeptView, KeptViewInput } from '#contract/schemas/keptView';
import type { Principal, Scope } from '../access/index';
import type { Context } from '../context';
import { keptView, viewPin } from '../db/tables/index';
import { ProblemError } from '../problem';

/** Kept views of one person. */
export const MOST_VIEWS = 200;

/** One's own views, and those shared with the unit one is bound to or one above it, by name. */
export async function listKeptViews(
  { db, replica }: Context,
  principal: Principal,
): Promise<KeptView[]> {
  const { tree } = replica.company!;
  const above = [principal.unitId, ...tree.ancestorsOn(principal.unitId, replica.asOf)];
  const { rows } = await db.execute<{
    id: number;
    name: string;
    description: string | null;
    shared: number | null;
    path: KeptView['path'];
    search: string;
    user_id: number;
    user_name: string;
    position: number | null;
    changed_at: string;
  }>(sql`
    select v.id, v.name, v.description, v.shared_with as shared, v.path, v.search, v.user_id, u.name
      as user_name, p.position, v.changed_at::text as changed_at
    from kept_view v join app_user u on u.id = v.user_id
      left join view_pin p on p.view_id = v.id and p.user_id = ${principal.userId}
    where v.user_id = ${principal.userId} or v.shared_with = any(${sql.param(above)}::int[])
    order by lower(v.name), v.id`);
  return rows.map((row) => {
    const unit = row.shared === null ? undefined : tree.find(row.shared);
    return {
      id: row.id,
      name: row.name,
      description: row.description,
      sharedWith: unit?.code ?? null,
      sharedWithName: unit?.name ?? null,
      path: row.path,
      search: row.search,
      userName: row.user_name,
      isOwn: row.user_id === principal.userId,
      pinned: row.position,
      changedAt: row.changed_at,
    };
  });
}

/**
 * Keeps a state of a view; one's own of the same name is replaced. @throws ProblemError unknownUnit,
 * tooManyViews
 */
export async function keepView(
  context: Context,
  scope: Scope,
  principal: Principal,
  { name, description = null, sharedWith, path, search }: KeptViewInput,
): Promise<KeptView> {
  const unitId = sharedWith === null ? null : scope.findUnit(sharedWith).id;
  const before = await listKeptViews(context, principal);
  const own = before.filter(({ isOwn }) => isOwn);
  const isKnown = own.some((each) => each.name.toLowerCase() === name.trim().toLowerCase());
  if (!isKnown && own.length >= MOST_VIEWS)
    throw new ProblemError('tooManyViews', { most: MOST_VIEWS });
  const {
    rows: [row],
  } = await context.db.execute<{ id: number }>(sql`
    insert into kept_view (user_id, shared_with, name, description, path, search) values
      (${principal.userId}, ${unitId}, ${name.trim()}, ${description?.trim() || null}, ${path},
        ${search.replace(/^\?/, '')})
    on conflict (user_id, lower(name)) do update set shared_with = excluded.shared_with, name =
      excluded.name, description = excluded.description, path = excluded.path, search =
        excluded.search, changed_at = now() returning id`);
  return (await listKeptViews(context, principal)).find((view) => view.id === row!.id)!;
}

/** @throws ProblemError notFound for what is not one's own */
export async function removeKeptView(
  { db }: Context,
  principal: Principal,
  id: number,
): Promise<object> {
  const removed = await db
    .delete(keptView)
    .where(and(eq(keptView.id, id), eq(keptView.userId, principal.userId)))
    .returning({ id: keptView.id });
  if (removed.length === 0) throw new ProblemError('notFound');
  return {};
}

/** Which views stand on one's own page. @throws ProblemError notFound for one that is not there */
export async function pinViews(
  context: Context,
  principal: Principal,
  ids: readonly number[],
): Promise<KeptView[]> {
  const seen = new Set((await listKeptViews(context, principal)).map(({ id }) => id));
  if (ids.some((id) => !seen.has(id))) throw new ProblemError('notFound');
  await context.db.transaction(async (tx) => {
    await tx.delete(viewPin).where(eq(viewPin.userId, principal.userId));
    if (ids.length > 0)
      await tx
        .insert(viewPin)
        .values(ids.map((viewId, position) => ({ userId: principal.userId, viewId, position })));
  });
  return listKeptViews(context, principal);
}
