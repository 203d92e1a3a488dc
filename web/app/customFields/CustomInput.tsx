import type { CustomField } from '#contract/schemas/customField';
import { Field, INPUT } from '../../ui/Field';
import { DayField } from '../DayField';

interface CustomInputProps {
  field: CustomField;
  /** As typed; a choice as its text, yes or no as such. */
  value: string;
  currency: string;
  fault?: string | undefined;
  onChange(value: string): void;
}

/** A custom field in a form: typed, chosen or picked from a calendar as its kind says. */
export function CustomInput({ field, value, currency, fault, onChange }: CustomInputProps) {
  const { kind, name } = field;
  return (
    <Field
      label={kind === 'money' ? `${name}, ${currency}` : name}
      name={`custom.${field.code}`}
      fault={fault}
    >
      {kind === 'choice' || kind === 'yesNo' ? (
        <select className={INPUT} value={value} onChange={(event) => onChange(event.target.value)}>
          <option value="">not given</option>
          {choicesOf(field, value).map((each) => (
            <option key={each}>{each}</option>
          ))}
        </select>
      ) : kind === 'date' ? (
        <DayField value={value} onChange={onChange} />
      ) : (
        <input
          className={INPUT}
          inputMode={kind === 'text' ? undefined : 'decimal'}
          value={value}
          onChange={(event) => onChange(event.target.value)}
        />
      )}
    </Field>
  );
}

/** What may be chosen; a value that is none of it any more stays to be seen. */
export function choicesOf(
  { kind, choices }: Pick<CustomField, 'kind' | 'choices'>,
  value = '',
): readonly string[] {
  const all = kind === 'yesNo' ? ['yes', 'no'] : choices;
  return value === '' || all.includes(value) ? all : [...all, value];
}
