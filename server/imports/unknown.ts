import type pg from 'pg';
import type { FieldFault } from '#contract/errors/catalogue';
import type { ImportReport } from '#contract/schemas/import';
import { type ListName, LISTS } from '#contract/schemas/list';
import { toStorableDay } from '#core/period/day';
import { NameIndex } from '#core/text/similar';
import type { UnitTree } from '#core/units/tree';
import type { MemberSpan } from '#core/units/unit';
import { sqlNameOf } from '../lists/index';
import type { AllNameIds } from './staging';

type Unknown = NonNullable<ImportReport['unknown']>[number];

const MOST_VALUES = 200;
const SUGGESTED = 3;
/** Of which the file's column is called otherwise than the list. */
const COLUMN_OF: Partial<Record<ListName, string>> = { lostReason: 'lost_reason' };

/** Salespeople and statuses that no row could be read by: each can be matched with one there is. */
export class UnknownValues {
  private counts = new Map<string, { column: string; value: string; count: number }>();

  note(faults: readonly FieldFault[], raw: (column: string) => string): void {
    for (const { field, code } of faults) {
      if (code !== 'unknownSalesperson' && code !== 'notASalesperson' && code !== 'unknownStatus')
        continue;
      const value = raw(field);
      const key = `${field}|${value}`;
      const known = this.counts.get(key);
      if (known) known.count++;
      else if (this.counts.size < MOST_VALUES)
        this.counts.set(key, { column: field, value, count: 1 });
    }
  }

  /** With the people whose code or name is like it. */
  list(tree: UnitTree): Unknown[] {
    const people = tree.units.filter((unit) => unit.kind === 'salesperson');
    const byName = new NameIndex(people.map(({ id, name }) => ({ id, name })));
    return [...this.counts.values()].map((each) => ({
      ...each,
      isNew: false,
      suggestions:
        each.column === 'salesperson'
          ? byName
              .findLike(each.value, 0.4)
              .slice(0, SUGGESTED)
              .map(({ named }) => tree.find(named.id)!.code)
          : ['won', 'open', 'lost'],
    }));
  }
}

/** Names the file would add, each with those it is likely meant to be. */
export function listNewNames(
  names: AllNameIds,
  known: ReadonlyMap<ListName, NameIndex>,
): Unknown[] {
  return LISTS.flatMap((list) =>
    names[list].added.slice(0, MOST_VALUES).map((value) => ({
      column: COLUMN_OF[list] ?? list,
      value,
      count: 0,
      isNew: true,
      suggestions:
        known
          .get(list)
          ?.findLike(value)
          .slice(0, SUGGESTED)
          .map(({ named }) => named.name) ?? [],
    })),
  );
}

/**
 * The names there are, of lists that would grow; of customers only those of the deals one sees.
 * Null: one sees all.
 */
export async function loadNames(
  client: pg.ClientBase,
  names: AllNameIds,
  memberSpans: readonly MemberSpan[] | null,
): Promise<Map<ListName, NameIndex>> {
  const found = new Map<ListName, NameIndex>();
  for (const list of LISTS) {
    if (names[list].added.length === 0) continue;
    const isTheirs =
      memberSpans === null || list !== 'customer'
        ? ''
        : `and exists (select from deal d join unnest($2::int[], $3::date[], $4::date[]) s(id, f,
          t) on s.id = d.salesperson_id and d.day >= s.f and d.day < s.t where d.customer_id =
            l.id)`;
    const people =
      isTheirs === ''
        ? []
        : [
            memberSpans!.map((each) => each.salespersonId),
            memberSpans!.map((each) => toStorableDay(each.from)),
            memberSpans!.map((each) => toStorableDay(each.to)),
          ];
    const { rows } = await client.query<{ id: number; name: string }>(
      `select id, name from ${sqlNameOf(list)} l where merged_into is null and lower(name) not in
        (select lower(n) from unnest($1::text[]) n) ${isTheirs}`,
      [names[list].added, ...people],
    );
    found.set(list, new NameIndex(rows));
  }
  return found;
}
