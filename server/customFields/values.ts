import type { FieldFault } from '#contract/errors/catalogue';
import type { CustomFieldValuesInput } from '#contract/schemas/customField';
import {
  type CustomFieldOwner,
  type CustomValue,
  readCustomValue,
  type WrittenValue,
} from '#core/customField/field';
import { hasBadCharacter } from '../input';
import type { StoredCustomField } from '../ledger/companyState';

/** Values that were given, by code; null takes one away, what is not there stays as it is. */
export type GivenValues = Readonly<Record<string, CustomValue | null>>;

/** The fields of deals, or of customers, by their code. */
export function fieldsOf(
  fields: readonly StoredCustomField[],
  owner: CustomFieldOwner,
): ReadonlyMap<string, StoredCustomField> {
  return new Map(
    fields.filter((each) => each.owner === owner).map((each) => [each.code, each] as const),
  );
}

/** The codes of the fields that files carry as columns, in their order: those that are offered. */
export function customCodesOf(
  fields: readonly StoredCustomField[],
  owner: CustomFieldOwner,
): string[] {
  return fields.filter((each) => each.owner === owner && !each.isArchived).map(({ code }) => code);
}

/**
 * What was given of custom fields as it is kept; faults are at `customFields/code`. Null where
 * nothing was given.
 */
export function checkCustomValues(
  given: CustomFieldValuesInput | undefined,
  fields: ReadonlyMap<string, StoredCustomField>,
  currency: string,
  fieldAt: (code: string) => string = (code) => `customFields/${code}`,
): { values: GivenValues | null; faults: FieldFault[] } {
  if (given === undefined) return { values: null, faults: [] };
  const faults: FieldFault[] = [];
  const values: Record<string, CustomValue | null> = {};
  for (const [code, written] of Object.entries(given)) {
    const field = fields.get(code);
    if (!field) {
      faults.push({ field: fieldAt(code), code: 'unknownCustomField' });
      continue;
    }
    const read = readCustomValue(field, written as WrittenValue, currency);
    if (!read.ok) faults.push({ field: fieldAt(code), code: read.fault, params: read.params });
    else if (typeof read.value === 'string' && hasBadCharacter(read.value))
      faults.push({ field: fieldAt(code), code: 'badText' });
    else values[code] = read.value;
  }
  return { values: Object.keys(values).length === 0 ? null : values, faults };
}

/** Given values in place of those there are; null where none is left. */
export function mergeCustomValues(
  stored: Readonly<Record<string, CustomValue>> | null,
  given: GivenValues | null,
): Record<string, CustomValue> | null {
  const merged = Object.entries({ ...stored, ...given }).filter(([, value]) => value !== null);
  return merged.length === 0 ? null : (Object.fromEntries(merged) as Record<string, CustomValue>);
}
