import { useState } from 'react';
import { readCustomFilter, withCustomFilter } from '#contract/customFilter';
import type { CustomField } from '#contract/schemas/customField';
import { choicesOf } from '../../app/customFields/CustomInput';
import { Field, INPUT } from '../../ui/Field';
import type { Filter } from './useTableState';

interface CustomFilterProps {
  field: CustomField;
  filter: Filter;
  onChange(changes: Record<string, string | null>): void;
}

/** Narrows the table by a custom field: what it holds, from and up to what, or that it is empty. */
export function CustomFilter({ field, filter, onChange }: CustomFilterProps) {
  const { code, name, kind } = field;
  const all = filter.custom ?? '';
  const part = readCustomFilter(all).find((each) => each.code === code);
  const put = (value: string | null) =>
    onChange({ custom: withCustomFilter(all, code, value) || null });
  if (kind === 'choice' || kind === 'yesNo')
    return (
      <Field label={name}>
        <select
          className={INPUT}
          value={part === undefined ? 'any' : part.value === '' ? 'none' : `is ${part.value}`}
          onChange={({ target: { value } }) =>
            put(value === 'any' ? null : value === 'none' ? '' : value.slice('is '.length))
          }
        >
          <option value="any">Any</option>
          {choicesOf(field).map((each) => (
            <option key={each} value={`is ${each}`}>
              {each}
            </option>
          ))}
          <option value="none">not given</option>
        </select>
      </Field>
    );
  if (kind === 'text')
    return (
      <Field label={`${name} contains`}>
        <Typed key={part?.value} value={part?.value ?? ''} onTake={(text) => put(text || null)} />
      </Field>
    );
  const span = (from: string, to: string) => put(from || to ? `${from}..${to}` : null);
  const type = kind === 'date' ? 'date' : 'text';
  const [from, to] = [part?.from ?? '', part?.to ?? ''];
  return (
    <>
      <Field label={`${name} from`}>
        <Typed key={from} type={type} value={from} onTake={(text) => span(text, to)} />
      </Field>
      <Field label={`${name} up to`}>
        <Typed key={to} type={type} value={to} onTake={(text) => span(from, text)} />
      </Field>
    </>
  );
}

/** Taken over when it is typed to its end, not letter by letter. */
function Typed({
  value,
  type = 'text',
  onTake,
  ...field
}: {
  value: string;
  type?: string;
  onTake(text: string): void;
  id?: string;
}) {
  const [typed, setTyped] = useState(value);
  const take = () => {
    const text = type === 'date' ? typed : typed.trim().replace(/,/g, '');
    if (text !== value) onTake(text);
  };
  return (
    <input
      {...field}
      type={type}
      className={INPUT}
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === 'Enter') take();
      }}
    />
  );
}
