import type { FieldFault } from '#contract/errors/catalogue';
import { type Day, END_OF_TIME, FIRST_DAY, parseDay } from '#core/period/day';
import { mayStandUnder, UNIT_KINDS, type UnitKind } from '#core/units/unit';

/** A row of `units.csv` as text; a unit that moved has one row a place. */
export interface UnitText {
  unit: string;
  name: string;
  kind: string;
  parent?: string | null;
  from?: string | null;
  to?: string | null;
  email?: string | null;
  country?: string | null;
}

export interface UnitFacts {
  code: string;
  name: string;
  kind: UnitKind;
  parent: string | null;
  from: Day;
  /** Exclusive. */
  to: Day;
  email: string | null;
  country: string | null;
}

export type CheckedUnit = { ok: true; facts: UnitFacts } | { ok: false; faults: FieldFault[] };

const CODE = /^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$/;

/**
 * Checks what can be told from one row alone. `to` is read as the last day, included, as people
 * write it.
 */
export function checkUnit(text: UnitText): CheckedUnit {
  const faults: FieldFault[] = [];
  const code = text.unit.trim();
  const name = text.name.trim();
  const kind = text.kind.trim() as UnitKind;
  const parent = text.parent?.trim() || null;
  if (!CODE.test(code)) faults.push({ field: 'unit', code: 'badCode' });
  if (!name) faults.push({ field: 'name', code: 'required' });
  if (name.length > 120) faults.push({ field: 'name', code: 'tooLong', params: { max: 120 } });
  if (!UNIT_KINDS.includes(kind)) faults.push({ field: 'kind', code: 'unknownKind' });
  else if (kind === 'company' && parent) faults.push({ field: 'parent', code: 'companyParent' });
  else if (kind !== 'company' && !parent) faults.push({ field: 'parent', code: 'required' });
  const country = text.country?.trim() || null;
  if (country && !/^[A-Z]{2}$/.test(country)) faults.push({ field: 'country', code: 'badCountry' });
  const from = readDay(text.from, 'from', FIRST_DAY, faults);
  const last = readDay(text.to, 'to', END_OF_TIME - 1, faults);
  if (from !== null && last !== null && last < from)
    faults.push({ field: 'to', code: 'dateOrder' });
  if (faults.length > 0) return { ok: false, faults };
  return {
    ok: true,
    facts: {
      code,
      name,
      kind,
      parent,
      from: from!,
      to: last! + 1,
      email: text.email?.trim() || null,
      country,
    },
  };
}

function readDay(
  text: string | null | undefined,
  field: string,
  otherwise: Day,
  faults: FieldFault[],
): Day | null {
  if (!text?.trim()) return otherwise;
  const day = parseDay(text.trim());
  if (day === null) faults.push({ field, code: 'notADate' });
  return day;
}

/** Checks a unit against its parent's kind. */
export function checkPlace(facts: UnitFacts, parentKind: UnitKind | undefined): FieldFault | null {
  if (facts.parent === null) return null;
  if (parentKind === undefined) return { field: 'parent', code: 'unknownParent' };
  return mayStandUnder(facts.kind, parentKind)
    ? null
    : { field: 'parent', code: 'badParent', params: { kind: facts.kind, parent: parentKind } };
}
