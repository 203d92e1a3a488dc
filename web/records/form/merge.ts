import type { FormValues } from './formValues';

/** A field that both have changed. */
export interface Clash {
  field: FormField;
  yours: string;
  theirs: string;
}

/** A field of the form; custom ones by their code. */
export type FormField = Exclude<keyof FormValues, 'custom'> | `custom.${string}`;

const isCustom = (field: FormField): field is `custom.${string}` => field.startsWith('custom.');
const codeOf = (field: FormField) => field.slice('custom.'.length);

/** What a field holds; lists as texts too, to be compared. */
export function readField(values: FormValues, field: FormField): string {
  const value = isCustom(field)
    ? (values.custom[codeOf(field)] ?? '')
    : values[field as Exclude<keyof FormValues, 'custom'>];
  return typeof value === 'string' ? value : JSON.stringify(value);
}

const fieldsOf = (...all: readonly FormValues[]): FormField[] => [
  ...(Object.keys(all[0]!) as (keyof FormValues)[]).filter(
    (field): field is Exclude<keyof FormValues, 'custom'> => field !== 'custom',
  ),
  ...new Set(
    all.flatMap(({ custom }) => Object.keys(custom).map((code) => `custom.${code}` as const)),
  ),
];

const isSame = (left: FormValues, right: FormValues, field: FormField) =>
  readField(left, field) === readField(right, field);

/**
 * What a form shows after somebody else has saved the same deal: their values where one has typed
 * nothing, one's own where one has; where both changed the same field, one's own stays and both are
 * told.
 */
export function mergeValues(
  opened: FormValues,
  mine: FormValues,
  theirs: FormValues,
): { values: FormValues; clashes: Clash[]; changed: FormField[] } {
  const fields = fieldsOf(opened, mine, theirs);
  const values = { ...theirs, custom: { ...theirs.custom } };
  const clashes: Clash[] = [];
  const take = <Field extends Exclude<keyof FormValues, 'custom'>>(field: Field) => {
    values[field] = mine[field];
  };
  for (const field of fields) {
    if (isSame(opened, mine, field)) continue;
    if (isCustom(field)) values.custom[codeOf(field)] = readField(mine, field);
    else take(field);
    if (!isSame(opened, theirs, field) && !isSame(mine, theirs, field))
      clashes.push({ field, yours: readField(mine, field), theirs: readField(theirs, field) });
  }
  return { values, clashes, changed: fields.filter((field) => !isSame(opened, theirs, field)) };
}

/** Whether anything was typed. */
export function isTyped(opened: FormValues, mine: FormValues): boolean {
  return fieldsOf(opened, mine).some((field) => !isSame(opened, mine, field));
}
