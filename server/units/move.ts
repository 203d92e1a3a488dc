import { eq, sql } from 'drizzle-orm';
import type { UnitChanged, UnitLeave, UnitMove } from '#contract/schemas/unit';
import { type Day, parseDay, toIsoDay } from '#core/period/day';
import { leaveAfter, moveFrom } from '#core/units/move';
import { mayStandUnder, type Membership, type Unit } from '#core/units/unit';
import { describePeriod } from '#wording/period';
import type { Principal, Scope } from '../access/index';
import { toUnitSummary } from '../attainment/index';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import { announce } from '../db/notify';
import { membership } from '../db/tables/index';
import { closuresOf } from '../ledger/closedMonths';
import { assertNoFieldErrors, ProblemError } from '../problem';

/**
 * Moves a unit from a day on; deals closed before keep counting where it stood then. @throws
 * ProblemError invalidInput, monthClosed, outsideUnit
 */
export async function moveUnit(
  context: Context,
  scope: Scope,
  principal: Principal,
  code: string,
  input: UnitMove,
): Promise<UnitChanged> {
  const unit = findOwn(scope, principal, code, 'parent');
  const { tree } = context.replica.company!;
  const parent = tree.findByCode(input.parent);
  if (parent && !scope.sees(parent.id))
    throw new ProblemError('outsideUnit', { unit: input.parent });
  const day = parseDay(input.from)!;
  if (!parent) assertNoFieldErrors([{ field: 'parent', code: 'unknownParent' }]);
  if (!mayStandUnder(unit.kind, parent!.kind))
    assertNoFieldErrors([
      { field: 'parent', code: 'badParent', params: { kind: unit.kind, parent: parent!.kind } },
    ]);
  if (!tree.isActiveDuring(parent!.id, { from: day, to: day + 1 }))
    assertNoFieldErrors([{ field: 'parent', code: 'parentNotThere' }]);
  refuseForeignPlaces(
    scope,
    unit,
    tree
      .membershipsOf(unit.id)
      .filter((place) => day >= place.from && day < place.to)
      .map(() => day),
  );
  const places = moveFrom(tree.membershipsOf(unit.id), unit.id, parent!.id, day);
  return savePlaces(context, principal, { unit, day, places }, 'moved', input);
}

/** Ends a unit after its last day; later deals of it are unassigned. */
export async function leaveUnit(
  context: Context,
  scope: Scope,
  principal: Principal,
  code: string,
  input: UnitLeave,
): Promise<UnitChanged> {
  const unit = findOwn(scope, principal, code, 'lastDay');
  const lastDay = parseDay(input.lastDay)!;
  const all = context.replica.company!.tree.membershipsOf(unit.id);
  const places = leaveAfter(all, lastDay);
  if (!places) assertNoFieldErrors([{ field: 'lastDay', code: 'notThereYet' }]);
  refuseForeignPlaces(
    scope,
    unit,
    all.filter((place) => place.to > lastDay + 1).map((place) => Math.max(place.from, lastDay + 1)),
  );
  return savePlaces(context, principal, { unit, day: lastDay + 1, places: places! }, 'left', input);
}

function findOwn(scope: Scope, principal: Principal, code: string, field: string): Unit {
  const unit = scope.findUnit(code);
  if (unit.id === principal.unitId) assertNoFieldErrors([{ field, code: 'ownUnit' }]);
  return unit;
}

/**
 * A unit's time in another part of the company is not for those here to change, though the unit
 * itself is theirs now.
 */
function refuseForeignPlaces(scope: Scope, unit: Unit, changedFrom: readonly Day[]): void {
  const own = scope.dataset.tree.membershipsOf(unit.id);
  if (changedFrom.some((day) => !own.some((place) => day >= place.from && day < place.to)))
    throw new ProblemError('outsideUnit', { unit: unit.code });
}

/** Where a unit stands from now on, and the first day on which that is new. */
export interface NewPlaces {
  unit: Unit;
  day: Day;
  places: readonly Membership[];
}

/** Writes where a unit stands, or only says what it would concern. @throws ProblemError monthClosed */
export async function savePlaces(
  context: Context,
  principal: Principal,
  { unit, day, places }: NewPlaces,
  action: 'moved' | 'left' | 'put back',
  input: { reason: string; preview?: boolean },
): Promise<UnitChanged> {
  const { tree, calendar, closedMonths } = context.replica.company!;
  // What stands in a closed month must not count elsewhere afterwards.
  const concerned = [unit.id, ...places.flatMap(({ parentId }) => parentId ?? [])];
  const later = closedMonths.filter((month) => month.to > day);
  const closed = concerned.flatMap((unitId) => closuresOf(tree, later, unitId))[0];
  if (closed)
    throw new ProblemError('monthClosed', {
      name: describePeriod(calendar.periodOf('month', closed.from), calendar),
    });
  const people = [...tree.unitsUnder(unit.id)].filter(
    (id) => tree.find(id)!.kind === 'salesperson',
  );
  const {
    rows: [row],
  } = await context.db.execute<{ count: number }>(sql`
    select count(*) as count from deal where voided_at is null and day >= ${toIsoDay(day)} and
      salesperson_id = any(${sql.param(people)}::int[])`);
  if (!input.preview) {
    const toText = (each: readonly Membership[]) =>
      each.map((place) => ({
        parent: place.parentId === null ? null : (tree.find(place.parentId)?.code ?? null),
        from: toIsoDay(place.from),
        last: toIsoDay(place.to - 1),
      }));
    await context.db.transaction(async (tx) => {
      await tx.delete(membership).where(eq(membership.unitId, unit.id));
      await tx.insert(membership).values(
        places.map((place) => ({
          unitId: unit.id,
          parentId: place.parentId,
          from: toIsoDay(place.from),
          to: toIsoDay(place.to),
        })),
      );
      await recordAudit(tx, [
        {
          userId: principal.userId,
          entity: 'unit',
          entityId: unit.code,
          action,
          before: toText(tree.membershipsOf(unit.id)),
          after: toText(places),
          reason: input.reason.trim(),
        },
      ]);
      await announce(tx, 'units', null);
    });
    await context.replica.afterWrite({ company: true });
  }
  return { unit: toUnitSummary(unit), written: !input.preview, deals: row!.count };
}
