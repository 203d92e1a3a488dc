import Papa from 'papaparse';
import type { FieldFault } from '#contract/errors/catalogue';
import type { Refusal } from '#contract/schemas/import';
import { intersect } from '#core/period/day';
import type { UnitTree } from '#core/units/tree';
import { checkPlace, checkUnit, type UnitFacts } from '../units/index';
import type { CsvHeading } from './csv';
import { checkWidth, fieldReader, ImportTally } from './report';

export const UNIT_COLUMNS = {
  known: ['unit', 'name', 'kind', 'parent', 'from', 'to', 'email', 'country'],
  required: ['unit', 'name', 'kind'],
};

interface Row {
  line: number;
  facts: UnitFacts;
  valueAt: (column: string) => string;
}

/**
 * Reads the rows of `units.csv`, one a place, into units with all their places; faults go to the
 * tally.
 */
export class UnitRows {
  readonly tally = new ImportTally();
  private rows: Row[] = [];

  add(heading: CsvHeading, records: readonly { line: number; fields: string[] }[]): void {
    for (const { line, fields } of records) {
      this.tally.read++;
      const valueAt = fieldReader(heading, fields);
      const width = checkWidth(heading, fields);
      if (width) {
        this.tally.refuse(line, [width], () => fields.join(','));
        continue;
      }
      const checked = checkUnit({
        unit: valueAt('unit'),
        name: valueAt('name'),
        kind: valueAt('kind'),
        parent: valueAt('parent'),
        from: valueAt('from'),
        to: valueAt('to'),
        email: valueAt('email'),
        country: valueAt('country'),
      });
      if (checked.ok) this.rows.push({ line, facts: checked.facts, valueAt });
      else this.tally.refuse(line, checked.faults, valueAt);
    }
  }

  /** Units by code after checking rows against each other and against the present tree. */
  finish(tree: UnitTree | null): Map<string, UnitFacts[]> {
    const kinds = new Map(this.rows.map((row) => [row.facts.code, row.facts.kind]));
    const units = new Map<string, Row[]>();
    for (const row of this.rows) {
      const fault = this.findFault(row, units.get(row.facts.code) ?? [], tree, kinds);
      if (fault) this.tally.refuse(row.line, [fault], row.valueAt);
      else units.set(row.facts.code, [...(units.get(row.facts.code) ?? []), row]);
    }
    return new Map([...units].map(([code, rows]) => [code, rows.map((row) => row.facts)]));
  }

  private findFault(
    { facts }: Row,
    earlier: Row[],
    tree: UnitTree | null,
    kinds: Map<string, UnitFacts['kind']>,
  ): FieldFault | null {
    const stored = tree?.findByCode(facts.code);
    const known = stored?.kind ?? earlier[0]?.facts.kind;
    if (known && known !== facts.kind)
      return { field: 'kind', code: 'kindChanged', params: { kind: known } };
    if (
      facts.kind === 'company' &&
      !stored &&
      (tree?.root || [...kinds].some(([code, kind]) => kind === 'company' && code !== facts.code))
    )
      return { field: 'kind', code: 'secondCompany' };
    if (earlier.some((row) => intersect(row.facts, facts)))
      return { field: 'from', code: 'overlap' };
    const parentKind =
      facts.parent === null
        ? undefined
        : (kinds.get(facts.parent) ?? tree?.findByCode(facts.parent)?.kind);
    return checkPlace(facts, parentKind);
  }
}

/** Units of a small file given as text (first run). */
export function readUnitsFile(
  text: string,
  tree: UnitTree | null,
): { units: Map<string, UnitFacts[]>; refusals: Refusal[] } {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), {
    skipEmptyLines: true,
  });
  const names = (data[0] ?? []).map((name) => name.trim().toLowerCase());
  const at = Object.fromEntries(
    UNIT_COLUMNS.known.map((column) => [
      column,
      names.includes(column) ? names.indexOf(column) : null,
    ]),
  );
  const rows = new UnitRows();
  rows.add(
    { at, ignored: [], width: names.length },
    data.slice(1).map((fields, i) => ({ line: i + 2, fields })),
  );
  return { units: rows.finish(tree), refusals: rows.tally.refusals };
}

/** Whether a unit in the tree already is as the file says. */
export function isSameUnit(
  tree: UnitTree,
  places: readonly UnitFacts[],
  details: ReadonlyMap<string, { email: string | null; country: string | null }>,
): boolean {
  const first = places[0]!;
  const stored = tree.findByCode(first.code);
  const detail = details.get(first.code);
  if (
    !stored ||
    !detail ||
    stored.name !== first.name ||
    detail.email !== first.email ||
    detail.country !== first.country
  )
    return false;
  const text = (each: { from: number; to: number }, parent: string | null) =>
    `${parent ?? ''}|${each.from}|${each.to}`;
  const now = tree
    .membershipsOf(stored.id)
    .map((each) => text(each, each.parentId === null ? null : tree.find(each.parentId)!.code));
  const wanted = places.map((each) => text(each, each.parent));
  return now.length === wanted.length && wanted.every((each) => now.includes(each));
}
