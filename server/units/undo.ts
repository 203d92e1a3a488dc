import { eq, sql } from 'drizzle-orm';
import type { UnitUndone } from '#contract/schemas/unit';
import { type Day, END_OF_TIME, parseDay } from '#core/period/day';
import type { Membership, Unit } from '#core/units/unit';
import type { Principal, Scope } from '../access/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { announce } from '../db/notify';
import { membership, unit } from '../db/tables/index';
import { ProblemError } from '../problem';
import { savePlaces } from './move';

interface LastChange extends Record<string, unknown> {
  user_id: number | null;
  action: string;
  before: { parent: string | null; from: string; last: string }[] | null;
}

/**
 * Takes back one's own last change of a unit: where it stood before it moved or left, or that it was
 * added. @throws ProblemError unknownUnit, nothingToUndo, unitInUse, monthClosed
 */
export async function undoUnitChange(
  context: Context,
  scope: Scope,
  principal: Principal,
  code: string,
): Promise<UnitUndone> {
  const found = scope.findUnit(code);
  const {
    rows: [last],
  } = await context.db.execute<LastChange>(sql`select user_id, action, before from audit where
    entity = 'unit' and entity_id = ${found.code} order by id desc limit 1`);
  const isOwn = last?.user_id === principal.userId && found.id !== principal.unitId;
  if (isOwn && last.action === 'created') {
    await removeUnit(context, principal, found);
    return { action: 'created' };
  }
  if (isOwn && (last.action === 'moved' || last.action === 'left') && last.before) {
    await putBack(context, principal, found, last.before);
    return { action: last.action };
  }
  throw new ProblemError('nothingToUndo', { name: found.name });
}

async function putBack(
  context: Context,
  principal: Principal,
  found: Unit,
  before: NonNullable<LastChange['before']>,
): Promise<void> {
  const { tree } = context.replica.company!;
  const places = before.map(({ parent, from, last }): Membership => ({
    unitId: found.id,
    parentId: parent === null ? null : (tree.findByCode(parent)?.id ?? null),
    from: parseDay(from)!,
    to: Math.min(END_OF_TIME, parseDay(last)! + 1),
  }));
  const day = firstDifference(tree.membershipsOf(found.id), places);
  // A parent that has gone since cannot have it back.
  const isHomeless = before.some(({ parent }) => parent !== null && !tree.findByCode(parent));
  if (day === null || isHomeless) throw new ProblemError('nothingToUndo', { name: found.name });
  await savePlaces(context, principal, { unit: found, day, places }, 'put back', {
    reason: 'undone',
  });
}

/** The first day on which two lists of places differ; null: they do not. */
function firstDifference(left: readonly Membership[], right: readonly Membership[]): Day | null {
  const edges = [...left, ...right].flatMap(({ from, to }) => [from, to]);
  const parentOn = (places: readonly Membership[], day: Day) =>
    places.find((place) => day >= place.from && day < place.to)?.parentId;
  return (
    [...new Set(edges)]
      .sort((a, b) => a - b)
      .find((day) => parentOn(left, day) !== parentOn(right, day)) ?? null
  );
}

/** A unit that was just added goes, where nothing has come to hold it. */
async function removeUnit(context: Context, principal: Principal, found: Unit): Promise<void> {
  const { tree } = context.replica.company!;
  if ([...tree.unitsUnder(found.id)].length > 1)
    throw new ProblemError('unitInUse', { name: found.name });
  await context.db
    .transaction((tx) => deleteUnit(tx, principal, found))
    .catch((error: unknown) => {
      throw isHeld(error) ? new ProblemError('unitInUse', { name: found.name }) : error;
    });
  await context.replica.afterWrite({ company: true });
}

/** PostgreSQL's foreign_key_violation: something points to it. */
const HELD = '23503';

function isHeld(error: unknown): boolean {
  return (
    ((error as { cause?: { code?: string } }).cause ?? (error as { code?: string })).code === HELD
  );
}

async function deleteUnit(tx: Queryable, principal: Principal, found: Unit): Promise<void> {
  const places = await tx
    .delete(membership)
    .where(eq(membership.unitId, found.id))
    .returning({ from: membership.from, to: membership.to });
  await tx.delete(unit).where(eq(unit.id, found.id));
  await recordAudit(tx, [
    {
      userId: principal.userId,
      entity: 'unit',
      entityId: found.code,
      action: 'taken back',
      before: { name: found.name, kind: found.kind, places },
    },
  ]);
  await announce(tx, 'units', null);
}
