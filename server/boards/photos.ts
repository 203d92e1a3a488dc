import { eq, inArray, sql } from 'drizzle-orm';
import { mayDo, type Principal, type Scope } from '../access/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { announce } from '../db/notify';
import { unitPhoto } from '../db/tables/index';
import { drawAnew, PICTURE_TYPE } from '../pictures';
import { ProblemError } from '../problem';

const MOST_DOTS = 1_024;

/** Of these units those with a picture, and when it last changed. */
export async function listPhotos(
  db: Queryable,
  units: readonly { id: number; code: string }[],
): Promise<Record<string, string>> {
  if (units.length === 0) return {};
  const rows = await db
    .select({ unitId: unitPhoto.unitId, at: unitPhoto.changedAt })
    .from(unitPhoto)
    .where(
      inArray(
        unitPhoto.unitId,
        units.map((unit) => unit.id),
      ),
    );
  const codes = new Map(units.map((unit) => [unit.id, unit.code]));
  return Object.fromEntries(rows.map((row) => [codes.get(row.unitId)!, String(row.at)]));
}

/** @throws ProblemError unknownUnit, notFound */
export async function readPhoto({ db }: Context, scope: Scope, code: string): Promise<Buffer> {
  const [found] = await db
    .select({ content: unitPhoto.content })
    .from(unitPhoto)
    .where(eq(unitPhoto.unitId, scope.findUnit(code).id));
  if (!found) throw new ProblemError('notFound');
  return found.content;
}

/**
 * One's own picture, or that of someone one plans for. @throws ProblemError unknownUnit, forbidden
 */
function findOwner(scope: Scope, principal: Principal, code: string): number {
  const unit = scope.findUnit(code);
  const isOwn = principal.role === 'salesperson' && principal.unitId === unit.id;
  if (unit.kind !== 'salesperson' || !(isOwn || mayDo(principal.role, 'plan')))
    throw new ProblemError('forbidden', { role: principal.role });
  return unit.id;
}

/** @throws ProblemError unknownUnit, forbidden, notAPicture */
export async function savePhoto(
  { db }: Context,
  scope: Scope,
  principal: Principal,
  code: string,
  content: unknown,
): Promise<Record<string, never>> {
  const unitId = findOwner(scope, principal, code);
  const picture = await drawAnew(content, MOST_DOTS);
  await db.transaction(async (tx) => {
    const values = {
      type: PICTURE_TYPE,
      content: picture,
      changedBy: principal.userId,
      changedAt: sql`now()` as never,
    };
    await tx
      .insert(unitPhoto)
      .values({ unitId, ...values })
      .onConflictDoUpdate({ target: unitPhoto.unitId, set: values });
    await recordAudit(tx, [
      { userId: principal.userId, entity: 'unit', entityId: code, action: 'picture set' },
    ]);
    await announce(tx, 'boards', [unitId]);
  });
  return {};
}

/** @throws ProblemError unknownUnit, forbidden */
export async function removePhoto(
  { db }: Context,
  scope: Scope,
  principal: Principal,
  code: string,
): Promise<Record<string, never>> {
  const unitId = findOwner(scope, principal, code);
  await db.transaction(async (tx) => {
    const gone = await tx
      .delete(unitPhoto)
      .where(eq(unitPhoto.unitId, unitId))
      .returning({ unitId: unitPhoto.unitId });
    if (gone.length === 0) return;
    await recordAudit(tx, [
      { userId: principal.userId, entity: 'unit', entityId: code, action: 'picture removed' },
    ]);
    await announce(tx, 'boards', [unitId]);
  });
  return {};
}
