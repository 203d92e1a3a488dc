import { Controller, useForm } from 'react-hook-form';
import type { UnitInput } from '#contract/schemas/unit';
import { mayStandUnder, UNIT_KINDS } from '#core/units/unit';
import { useCreateUnitMutation, useListUnitAttainmentsQuery } from '../app/api';
import { DayField } from '../app/DayField';
import { FailureNote, faultAt, otherFault } from '../app/FailureNote';
import { usePlace } from '../app/place';
import { Button } from '../ui/Button';
import { Combobox } from '../ui/Combobox';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import { useUndoUnit } from './useUndoUnit';

const SHOWN = ['unit', 'name', 'kind', 'parent', 'from'];

/** Adds a branch, team or salesperson under a unit. */
export function AddUnit() {
  const { period, measure } = usePlace();
  const { data: nodes = [] } = useListUnitAttainmentsQuery({ period, measure });
  const [create, { error, isLoading }] = useCreateUnitMutation();
  const { register, control, handleSubmit, watch, reset, setFocus } = useForm<UnitInput>({
    defaultValues: { unit: '', name: '', kind: 'salesperson', parent: '', from: '', reason: '' },
  });
  const say = useSay();
  const undo = useUndoUnit();
  const kind = watch('kind');
  const parents = nodes
    .filter((node) => mayStandUnder(kind, node.unit.kind))
    .map(({ unit }) => ({ value: unit.code, label: `${unit.name} (${unit.code})` }));
  const submit = handleSubmit(async (values) => {
    const result = await create({
      ...values,
      unit: values.unit?.trim() || undefined,
      from: values.from || null,
      reason: values.reason?.trim() || undefined,
    });
    if (result.error) return;
    say(`${values.name} is added.`, { action: undo(result.data) });
    reset({ ...values, unit: '', name: '' });
    // Where the next one begins.
    setFocus('name');
  });
  const other = otherFault(error, SHOWN);
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="grid grid-cols-6 gap-3">
      <Field label="Kind" className="col-span-1">
        <select className={INPUT} {...register('kind')}>
          {UNIT_KINDS.filter((each) => each !== 'company').map((each) => (
            <option key={each}>{each}</option>
          ))}
        </select>
      </Field>
      <Field label="Name" fault={faultAt(error, 'name')} className="col-span-2">
        <input className={INPUT} {...register('name')} />
      </Field>
      <Field
        label="Short code"
        hint="Made of the name when empty"
        fault={
          faultAt(error, 'unit') &&
          (faultAt(error, 'unit')!.startsWith('Does not')
            ? 'Letters, digits, dashes; starts with a letter or digit.'
            : faultAt(error, 'unit'))
        }
        className="col-span-1"
      >
        <input className={INPUT} {...register('unit')} />
      </Field>
      <Controller
        control={control}
        name="parent"
        render={({ field }) => (
          <Field label="Part of" fault={faultAt(error, 'parent')} className="col-span-2">
            <Combobox
              value={field.value}
              choices={parents}
              onChoose={field.onChange}
              placeholder="Choose a unit"
            />
          </Field>
        )}
      />
      <Field
        label="Starts on (leave empty if always)"
        fault={faultAt(error, 'from')}
        className="col-span-2"
      >
        <Controller
          control={control}
          name="from"
          render={({ field }) => (
            <DayField value={field.value ?? ''} onChange={field.onChange} leaning="future" />
          )}
        />
      </Field>
      <Field label="Why (optional)" className="col-span-3">
        <input className={INPUT} {...register('reason')} />
      </Field>
      <div className="col-span-1 flex items-end">
        <Button type="submit" kind="main" disabled={isLoading}>
          Add
        </Button>
      </div>
      {other && (
        <div className="col-span-6">
          <FailureNote failure={error!} />
        </div>
      )}
    </form>
  );
}
