import { type SQL, sql } from 'drizzle-orm';
import { readCustomFilter } from '#contract/customFilter';
import type { FieldFault } from '#contract/errors/catalogue';
import { readCustomValue } from '#core/customField/field';
import type { StoredCustomField } from '../ledger/companyState';

/** A condition that may turn out to be faulty. */
export interface CustomCondition {
  conditions: SQL[];
  faults: FieldFault[];
}

/**
 * The conditions on `deal d` that a filter by custom fields makes: a choice, yes or no alike, a part
 * of a text, a span of dates or numbers, or no value at all.
 */
export function whereCustom(
  text: string,
  fields: ReadonlyMap<string, StoredCustomField>,
  currency: string,
): CustomCondition {
  const conditions: SQL[] = [];
  const faults: FieldFault[] = [];
  const fault = (code: FieldFault['code'], params?: FieldFault['params']) =>
    faults.push({ field: 'custom', code, params });
  for (const { code, value, from, to } of readCustomFilter(text)) {
    const field = fields.get(code);
    if (!field) {
      fault('unknownCustomField');
      continue;
    }
    const stored = sql`d.custom->>${code}`;
    const read = (written: string) => {
      const result = readCustomValue(field, written, currency);
      if (!result.ok) fault(result.fault, result.params);
      return result.ok ? result.value : null;
    };
    if (value === '') conditions.push(sql`${stored} is null`);
    else if (field.kind === 'text')
      conditions.push(sql`${stored} ilike ${`%${value.replace(/[\\%_]/g, '\\$&')}%`}`);
    else if (field.kind === 'choice' || field.kind === 'yesNo') {
      const chosen = read(value);
      if (chosen !== null)
        conditions.push(sql`d.custom @> ${JSON.stringify({ [code]: chosen })}::jsonb`);
    } else {
      const type = sql.raw(field.kind === 'date' ? 'date' : 'numeric');
      const least = read(from);
      const most = to === from ? least : read(to);
      if (least !== null) conditions.push(sql`(${stored})::${type} >= ${String(least)}::${type}`);
      if (most !== null) conditions.push(sql`(${stored})::${type} <= ${String(most)}::${type}`);
    }
  }
  return { conditions, faults };
}
