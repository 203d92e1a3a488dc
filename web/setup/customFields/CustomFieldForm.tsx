import { useState } from 'react';
import { useForm } from 'react-hook-form';
import type { CustomField } from '#contract/schemas/customField';
import type { CustomFieldKind, CustomFieldOwner } from '#core/customField/field';
import {
  useAddCustomFieldMutation,
  useChangeCustomFieldMutation,
} from '../../app/customFields/api';
import { faultAt, otherFault } from '../../app/FailureNote';
import { Button } from '../../ui/Button';
import { Field, INPUT } from '../../ui/Field';
import { useSay } from '../../ui/Toasts';
import { suggestCode } from '../measureForm';
import { KIND_NAMES } from './kinds';

interface Values {
  name: string;
  code: string;
  kind: CustomFieldKind;
  /** One a line. */
  choices: string;
}

/** A custom field: its name, its code in files, its kind, and what may be chosen. */
export function CustomFieldForm({
  owner,
  field,
  currency,
  onDone,
}: {
  owner: CustomFieldOwner;
  field: CustomField | null;
  currency: string;
  onDone(): void;
}) {
  const [add, adding] = useAddCustomFieldMutation();
  const [change, changing] = useChangeCustomFieldMutation();
  const [isCodeTyped, setCodeTyped] = useState(field !== null);
  const say = useSay();
  const { register, handleSubmit, watch, setValue } = useForm<Values>({
    defaultValues: {
      name: field?.name ?? '',
      code: field?.code ?? '',
      kind: field?.kind ?? 'text',
      choices: field?.choices.join('\n') ?? '',
    },
  });
  const kind = watch('kind');
  const error = adding.error ?? changing.error;
  const submit = handleSubmit(async (values) => {
    const choices =
      values.kind === 'choice'
        ? values.choices
            .split('\n')
            .map((each) => each.trim())
            .filter(Boolean)
        : [];
    const { name, code } = values;
    const result = field
      ? await change({
          owner,
          code: field.code,
          body: { name, kind, choices, isArchived: field.isArchived, version: field.version },
        })
      : await add({ owner, code, name, kind, choices });
    if (result.error) return;
    say(`${result.data.name} is saved.`);
    onDone();
  });
  const other = otherFault(error, ['name', 'code', 'kind', 'choices']);
  return (
    <form
      noValidate
      aria-label={field ? `Change ${field.name}` : `New field of ${owner}s`}
      className="rounded-sheet border border-line bg-cell p-3"
      onSubmit={(event) => void submit(event)}
      onKeyDown={(event) => {
        if (event.key === 'Escape') onDone();
      }}
    >
      <div className="grid grid-cols-3 gap-3 max-desk:grid-cols-1">
        <Field label="Name" fault={faultAt(error, 'name')}>
          <input
            autoFocus
            className={INPUT}
            maxLength={60}
            {...register('name', {
              onChange: ({ target }: { target: HTMLInputElement }) => {
                if (!isCodeTyped) setValue('code', suggestCode(target.value));
              },
            })}
          />
        </Field>
        <Field
          label="Code, as it stands in files"
          fault={faultAt(error, 'code')}
          hint={field ? 'It never changes.' : undefined}
        >
          <input
            className={INPUT}
            maxLength={24}
            disabled={field !== null}
            {...register('code', { onChange: () => setCodeTyped(true) })}
          />
        </Field>
        <Field
          label="Kind"
          fault={faultAt(error, 'kind')}
          hint={kind === 'money' ? `In ${currency}, the reporting currency.` : undefined}
        >
          <select className={INPUT} {...register('kind')}>
            {Object.entries(KIND_NAMES).map(([key, name]) => (
              <option key={key} value={key}>
                {name}
              </option>
            ))}
          </select>
        </Field>
        {kind === 'choice' && (
          <Field
            label="Choices, one a line"
            fault={faultAt(error, 'choices')}
            className="col-span-full"
          >
            <textarea className={`${INPUT} h-[88px] py-1.5`} {...register('choices')} />
          </Field>
        )}
      </div>
      <div className="mt-3 flex items-center gap-2">
        <Button kind="main" type="submit" disabled={adding.isLoading || changing.isLoading}>
          {field ? 'Save' : 'Add it'}
        </Button>
        <Button kind="quiet" onClick={onDone}>
          Cancel
        </Button>
        {other && (
          <span role="alert" className="text-grade-1">
            {other}
          </span>
        )}
      </div>
    </form>
  );
}
