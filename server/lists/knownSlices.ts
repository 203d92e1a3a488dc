import { sql } from 'drizzle-orm';
import type { SliceDimension, TargetSlice } from '#core/targets/targetSlice';
import type { Queryable } from '../db/client';
import { LIST_TABLES } from './names';

/** The values that slices of some dimensions can have, by key and by name. */
export class KnownSlices {
  private names = new Map<SliceDimension, Map<string, string>>();
  private keys = new Map<SliceDimension, Map<string, string>>();

  add(by: SliceDimension, key: string, name: string, meantKey = key): void {
    const of = <T>(maps: Map<SliceDimension, Map<string, T>>) => {
      const map = maps.get(by) ?? new Map<string, T>();
      maps.set(by, map);
      return map;
    };
    of(this.names).set(key, name);
    of(this.keys).set(name.toLowerCase(), meantKey);
  }

  /** Undefined where there is no such value, or it was merged into another. */
  find({ by, key }: TargetSlice): TargetSlice | undefined {
    const name = this.names.get(by)?.get(key);
    return name !== undefined && this.keys.get(by)!.get(name.toLowerCase()) === key
      ? { by, key }
      : undefined;
  }

  /** By its name, in capitals or not; a merged one means what it was merged into. */
  findByName(by: SliceDimension, name: string): TargetSlice | undefined {
    const key = this.keys.get(by)?.get(name.trim().toLowerCase());
    return key === undefined ? undefined : { by, key };
  }

  nameOf({ by, key }: TargetSlice): string {
    return this.names.get(by)?.get(key) ?? key;
  }
}

/** All values of the dimensions asked for. */
export async function loadKnownSlices(
  db: Queryable,
  dimensions: Iterable<SliceDimension>,
): Promise<KnownSlices> {
  const known = new KnownSlices();
  for (const by of new Set(dimensions)) {
    const { rows } = await db.execute<{ id: string; name: string; meant: string }>(
      by === 'customerGroup'
        ? sql`select distinct customer_group as id, customer_group as name, customer_group as meant
            from customer where customer_group is not null and merged_into is null`
        : sql`select id::text as id, name, coalesce(merged_into, id)::text as meant
            from ${LIST_TABLES[by]} order by merged_into nulls last`,
    );
    for (const { id, name, meant } of rows) known.add(by, id, name, meant);
  }
  return known;
}
