import { eq, inArray } from 'drizzle-orm';
import { toIsoDay } from '#core/period/day';
import { type AuditRow, recordAudit } from '../audit/record';
import type { Queryable } from '../db/client';
import { announce } from '../db/notify';
import { membership, unit } from '../db/tables/index';
import type { UnitFacts } from './check';

/**
 * Stores units with all their places: a unit named here has afterwards exactly these. Parents are
 * looked up among the stored and the new. Audit and announcement go with it.
 */
export async function writeUnits(
  tx: Queryable,
  units: ReadonlyMap<string, readonly UnitFacts[]>,
  userId: number | null,
  reason: string | null = null,
): Promise<Map<string, number>> {
  const stored = await tx.select().from(unit);
  const ids = new Map(stored.map((each) => [each.code, each.id]));
  const audits: AuditRow[] = [];
  for (const [code, places] of units) {
    const { name, kind, email, country } = places[0]!;
    const before = stored.find((each) => each.code === code);
    if (before) await tx.update(unit).set({ name, email, country }).where(eq(unit.id, before.id));
    else
      ids.set(
        code,
        (
          await tx
            .insert(unit)
            .values({ code, name, kind, email, country })
            .returning({ id: unit.id })
        )[0]!.id,
      );
    audits.push({
      userId,
      entity: 'unit',
      entityId: code,
      action: before ? 'changed' : 'created',
      before: before ?? null,
      after: places,
      reason,
    });
  }
  const changedIds = [...units.keys()].map((code) => ids.get(code)!);
  if (changedIds.length > 0)
    await tx.delete(membership).where(inArray(membership.unitId, changedIds));
  const rows = [...units.values()].flat().map((place) => ({
    unitId: ids.get(place.code)!,
    parentId: place.parent === null ? null : ids.get(place.parent)!,
    from: toIsoDay(place.from),
    to: toIsoDay(place.to),
  }));
  for (let i = 0; i < rows.length; i += 1000)
    await tx.insert(membership).values(rows.slice(i, i + 1000));
  await recordAudit(tx, audits);
  await announce(tx, 'units', null);
  return ids;
}
