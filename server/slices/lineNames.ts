import { type SQL, sql } from 'drizzle-orm';
import type { LinesHeader } from '#contract/schemas/slice';
import type { LineTable } from '#core/slices/lineTable';
import type { UnitTree } from '#core/units/tree';
import type { Queryable } from '../db/client';
import { LIST_TABLES } from '../lists/index';

/** What stands for code 0. */
const NONE = { id: 0, name: 'none' };

/** Codes from 0 on for ids, in the order in which they are first met. */
export class Codes {
  readonly ids: number[] = [];
  private codes = new Map<number, number>();

  /** @param first ids that have the first codes */
  constructor(first: readonly number[] = []) {
    for (const id of first) this.codeOf(id);
  }

  codeOf(id: number): number {
    let code = this.codes.get(id);
    if (code === undefined) {
      code = this.ids.length;
      this.codes.set(id, code);
      this.ids.push(id);
    }
    return code;
  }

  /** The codes of a column of ids. */
  encode(ids: ArrayLike<number>): Uint32Array {
    const codes = new Uint32Array(ids.length);
    for (let i = 0; i < ids.length; i++) codes[i] = this.codeOf(ids[i]!);
    return codes;
  }
}

/** Names of a list in the order of codes whose first is "none". */
export async function loadNames(
  db: Queryable,
  list: 'product' | 'category' | 'source' | 'location',
  codes: Codes,
): Promise<{ id: number; name: string }[]> {
  return inOrder(codes, await loadRows(db, LIST_TABLES[list], codes, sql`null`));
}

/** The same of customers, with their groups. */
export async function loadCustomerNames(
  db: Queryable,
  codes: Codes,
): Promise<LinesHeader['customers']> {
  const rows = await loadRows(db, LIST_TABLES.customer, codes, sql`customer_group`);
  return inOrder(codes, rows).map(({ id, name, extra = null }) => ({ id, name, group: extra }));
}

type NameRow = { id: number; name: string; extra?: string | null };

async function loadRows(
  db: Queryable,
  table: (typeof LIST_TABLES)[keyof typeof LIST_TABLES],
  codes: Codes,
  extra: SQL,
): Promise<NameRow[]> {
  const { rows } = await db.execute<NameRow & Record<string, unknown>>(
    sql`select id, name, ${extra} as extra from ${table} where id = any(${sql.param(codes.ids)}::int[])`,
  );
  return rows;
}

function inOrder(codes: Codes, rows: readonly NameRow[]): NameRow[] {
  const byId = new Map(rows.map((row) => [row.id, row]));
  return codes.ids.map((id) => byId.get(id) ?? { ...NONE, id });
}

/** Which category each product has; 0 for none. */
export async function loadCategoryOf(db: Queryable): Promise<ReadonlyMap<number, number>> {
  const { rows } = await db.execute<{ id: number; category: number }>(
    sql`select id, category_id as category from product where category_id is not null`,
  );
  return new Map(rows.map(({ id, category }) => [id, category]));
}

type Place = LinesHeader['places'][number];

/** Under which team and branch each line's person stood on its day, coded. */
export class PlaceCodes {
  readonly places: Place[] = [];
  private codes = new Map<string, number>();

  constructor(private tree: UnitTree) {}

  encode({ salespeople, days, length }: LineTable): Uint32Array {
    const found = new Uint32Array(length);
    const known = new Map<number, Map<number, number>>();
    for (let i = 0; i < length; i++) {
      const [person, day] = [salespeople[i]!, days[i]!];
      let ofPerson = known.get(person);
      if (!ofPerson) known.set(person, (ofPerson = new Map()));
      let code = ofPerson.get(day);
      if (code === undefined) ofPerson.set(day, (code = this.codeOn(person, day)));
      found[i] = code;
    }
    return found;
  }

  private codeOn(person: number, day: number): number {
    const above = this.tree.ancestorsOn(person, day).map((id) => this.tree.find(id));
    const nameOf = (kind: 'team' | 'branch') => {
      const unit = above.find((each) => each?.kind === kind);
      return unit ? { code: unit.code, name: unit.name } : null;
    };
    const place = { team: nameOf('team'), branch: nameOf('branch') };
    const key = `${place.team?.code} ${place.branch?.code}`;
    let code = this.codes.get(key);
    if (code === undefined) {
      this.codes.set(key, (code = this.places.length));
      this.places.push(place);
    }
    return code;
  }
}
