import type { FormValues } from './formValues';

/** A field that both have changed. */
export interface Clash {
  field: keyof FormValues;
  yours: string;
  theirs: string;
}

const asText = (value: FormValues[keyof FormValues]) =>
  typeof value === 'string' ? value : JSON.stringify(value);
const isSame = (left: FormValues, right: FormValues, field: keyof FormValues) =>
  asText(left[field]) === asText(right[field]);

/**
 * What a form shows after somebody else has saved the same deal: their values where one has typed
 * nothing, one's own where one has; where both changed the same field, one's own stays and both are
 * told.
 */
export function mergeValues(
  opened: FormValues,
  mine: FormValues,
  theirs: FormValues,
): { values: FormValues; clashes: Clash[]; changed: (keyof FormValues)[] } {
  const fields = Object.keys(opened) as (keyof FormValues)[];
  const values = { ...theirs };
  const clashes: Clash[] = [];
  const take = <Field extends keyof FormValues>(field: Field) => {
    values[field] = mine[field];
  };
  for (const field of fields) {
    if (isSame(opened, mine, field)) continue;
    take(field);
    if (!isSame(opened, theirs, field) && !isSame(mine, theirs, field))
      clashes.push({ field, yours: asText(mine[field]), theirs: asText(theirs[field]) });
  }
  return { values, clashes, changed: fields.filter((field) => !isSame(opened, theirs, field)) };
}

/** Whether anything was typed. */
export function isTyped(opened: FormValues, mine: FormValues): boolean {
  return (Object.keys(opened) as (keyof FormValues)[]).some(
    (field) => !isSame(opened, mine, field),
  );
}
