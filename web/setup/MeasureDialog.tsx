import { useState } from 'react';
import type { MeasureSaved, MeasureView } from '#contract/schemas/measure';
import {
  type Addend,
  DEAL_STATES,
  type DealState,
  type Field as DealField,
  isTyped,
  type RatioAddend,
  statesOf,
} from '#core/measure/definition';
import { COUNT_RATIO_UNITS, unitOf } from '#core/measure/measure';
import { FIELD_NAMES } from '#wording/fieldNames';
import { useListMeasuresQuery } from '../app/api';
import { faultAt, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import {
  fieldsOf,
  type Kind,
  KIND_NAMES,
  listSummed,
  type MeasureForm,
  ratioUnitOf,
  suggestCode,
  toDefinition,
  toForm,
  toInput,
  UNIT_NAMES,
  withKind,
} from './measureForm';
import { useChangeMeasureMutation, useCreateMeasureMutation } from './measuresApi';
import { describeUse } from './MeasureUse';

const FAULT_FIELDS = [
  'code',
  'name',
  'group',
  'description',
  'unit',
  'definition/of/field',
  'definition/of/states',
  'definition/numerator/states',
  'definition/denominator/states',
  'definition/denominator',
  'decimals',
];

/**
 * A new measure, or another way to compute one: what the change would touch is said before it is
 * made.
 */
export function MeasureDialog({
  measure,
  onClose,
}: {
  measure: MeasureView | null;
  onClose(): void;
}) {
  const [form, setForm] = useState<MeasureForm>(() => toForm(measure));
  const [isCodeTyped, setCodeTyped] = useState(measure !== null);
  const [preview, setPreview] = useState<MeasureSaved | null>(null);
  const [reason, setReason] = useState('');
  const [create, creating] = useCreateMeasureMutation();
  const [change, changing] = useChangeMeasureMutation();
  const say = useSay();
  const error = creating.error ?? changing.error;
  const put = (over: Partial<MeasureForm>) => {
    setPreview(null);
    setForm((old) => ({ ...old, ...over }));
  };
  const unit = unitOf(toDefinition(form));
  const submit = async () => {
    const input = toInput(form);
    if (!measure) {
      const result = await create(input);
      if (result.error) return;
      say(`${input.name} is added.`);
      return onClose();
    }
    const { code: _code, ...body } = input;
    const result = await change({
      code: measure.code,
      body: { ...body, reason, preview: preview === null },
    });
    if (result.error) return;
    if (preview === null && result.data.isNewVersion) return setPreview(result.data);
    // Only words changed: nothing to ask about.
    const saved =
      preview === null ? await change({ code: measure.code, body: { ...body, reason } }) : result;
    if (saved.error) return;
    say(
      saved.data.isNewVersion
        ? `${input.name} is computed anew, as version ${saved.data.measure.version}.`
        : `${input.name} is changed.`,
    );
    onClose();
  };
  const isTaken = error?.code === 'measureExists';
  const other = isTaken ? undefined : otherFault(error, FAULT_FIELDS);

  return (
    <Dialog
      title={measure ? `Change ${measure.name}` : 'New measure'}
      description="Defined once, used everywhere: in Standing, in plans, in files."
      isOpen
      onClose={onClose}
      width="w-[640px]"
    >
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
        className="grid grid-cols-2 gap-x-4 gap-y-3"
      >
        <Field label="Name" fault={faultAt(error, 'name')}>
          <input
            className={INPUT}
            maxLength={60}
            value={form.name}
            onChange={(event) =>
              put({
                name: event.target.value,
                ...(isCodeTyped ? {} : { code: suggestCode(event.target.value) }),
              })
            }
          />
        </Field>
        <Field
          label="Code, as it stands in files"
          fault={faultAt(error, 'code') ?? (isTaken ? otherFault(error, []) : undefined)}
        >
          <input
            className={INPUT}
            maxLength={24}
            value={form.code}
            disabled={measure !== null}
            onChange={(event) => {
              setCodeTyped(true);
              put({ code: event.target.value });
            }}
          />
        </Field>
        <Field label="Group" fault={faultAt(error, 'group')}>
          <input
            className={INPUT}
            maxLength={40}
            value={form.group}
            onChange={(event) => put({ group: event.target.value })}
          />
        </Field>
        <Field label="Better is">
          <select
            className={INPUT}
            value={form.direction}
            onChange={(event) => put({ direction: event.target.value as MeasureForm['direction'] })}
          >
            <option value="higher">higher</option>
            <option value="lower">lower</option>
          </select>
        </Field>
        <Field
          label="Description, shown wherever it is read"
          className="col-span-2"
          fault={faultAt(error, 'description')}
        >
          <input
            className={INPUT}
            maxLength={500}
            value={form.description}
            onChange={(event) => put({ description: event.target.value })}
          />
        </Field>
        <Field label="How it is computed" className="col-span-2">
          <select
            className={INPUT}
            value={form.kind}
            onChange={(event) => put(withKind(form, event.target.value as Kind))}
          >
            {Object.entries(KIND_NAMES).map(([kind, name]) => (
              <option key={kind} value={kind}>
                {name}
              </option>
            ))}
          </select>
        </Field>
        {(form.kind === 'sum' || form.kind === 'count') && (
          <AddendFields
            label="Of"
            addend={form.of}
            fields={fieldsOf(form.kind)}
            fault={faultAt(error, 'definition/of/states') ?? faultAt(error, 'definition/of/field')}
            onChange={(of) => put({ of })}
          />
        )}
        {form.kind === 'duration' && (
          <StateBoxes label="Deals that count" addend={form.of} onChange={(of) => put({ of })} />
        )}
        {form.kind === 'ratio' && (
          <RatioSide
            label="Upper sum"
            addend={form.numerator}
            fault={
              faultAt(error, 'definition/numerator/states') ??
              faultAt(error, 'definition/numerator')
            }
            onChange={(numerator) => put({ numerator })}
          />
        )}
        {form.kind === 'ratio' && (
          <RatioSide
            label="Divided by"
            addend={form.denominator}
            fault={
              faultAt(error, 'definition/denominator/states') ??
              faultAt(error, 'definition/denominator')
            }
            onChange={(denominator) => put({ denominator })}
          />
        )}
        {form.kind === 'distinct' && (
          <Field label="Different" className="col-span-2">
            <select
              className={INPUT}
              value={form.distinct}
              onChange={(event) => put({ distinct: event.target.value as MeasureForm['distinct'] })}
            >
              <option value="customer">customers of won deals</option>
              <option value="product">products of won deals</option>
              <option value="location">locations of won deals</option>
            </select>
          </Field>
        )}
        {form.kind === 'typed' && (
          <Field label="Over a longer period">
            <select
              className={INPUT}
              value={form.accumulation}
              onChange={(event) =>
                put({ accumulation: event.target.value as MeasureForm['accumulation'] })
              }
            >
              <option value="sum">values add up (calls made)</option>
              <option value="average">values are averaged (a score)</option>
              <option value="last">the newest value counts (headcount)</option>
            </select>
          </Field>
        )}
        {form.kind === 'typed' && (
          <Field label="Counted in">
            <select
              className={INPUT}
              value={form.unit}
              onChange={(event) => put({ unit: event.target.value as MeasureForm['unit'] })}
            >
              {Object.entries(UNIT_NAMES).map(([key, name]) => (
                <option key={key} value={key}>
                  {name}
                </option>
              ))}
            </select>
          </Field>
        )}
        {form.kind === 'ratio' && unit === null && (
          <Field label="Shown as" fault={faultAt(error, 'unit')}>
            <select
              className={INPUT}
              value={ratioUnitOf(form)}
              onChange={(event) =>
                put({ ratioUnit: event.target.value as MeasureForm['ratioUnit'] })
              }
            >
              {COUNT_RATIO_UNITS.map((each) => (
                <option key={each} value={each}>
                  {UNIT_NAMES[each]}
                </option>
              ))}
            </select>
          </Field>
        )}
        {(unit ?? form.unit) !== 'money' && (
          <Field
            label="Decimals"
            fault={faultAt(error, 'decimals')}
            hint={unit ? `This gives ${UNIT_NAMES[unit]}.` : undefined}
          >
            <select
              className={INPUT}
              value={form.decimals}
              onChange={(event) => put({ decimals: Number(event.target.value) })}
            >
              {[0, 1, 2, 3].map((each) => (
                <option key={each} value={each}>
                  {each}
                </option>
              ))}
            </select>
          </Field>
        )}
        {unit === 'money' && (
          <p className="self-end pb-2 text-soft">This gives money in the reporting currency.</p>
        )}
        {other && (
          <p role="alert" className="col-span-2 text-grade-1">
            {other}
          </p>
        )}
        {preview && (
          <div
            role="status"
            className="col-span-2 rounded-sheet border border-ember bg-selected p-3"
          >
            <p className="font-semibold">This makes version {preview.measure.version}.</p>
            <p className="mt-1">
              {describeUse(preview.use)}{' '}
              {preview.use.plans.length > 0
                ? 'They keep the version they were made with until you move them.'
                : ''}
            </p>
            <Field label="Why is it computed anew?" className="mt-2">
              <input
                className={INPUT}
                maxLength={500}
                value={reason}
                onChange={(event) => setReason(event.target.value)}
              />
            </Field>
          </div>
        )}
        <div className="col-span-2 flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" kind="main" disabled={creating.isLoading || changing.isLoading}>
            {!measure ? 'Add it' : preview ? `Make version ${preview.measure.version}` : 'Save'}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

interface AddendFieldsProps {
  label: string;
  addend: Addend;
  fields: readonly DealField[];
  fault: string | undefined;
  onChange(addend: Addend): void;
}

function AddendFields({ label, addend, fields, fault, onChange }: AddendFieldsProps) {
  const choose = (field: DealField) => {
    const states = addend.states.filter((state) => statesOf(field).includes(state));
    onChange({ field, states: states.length > 0 ? states : statesOf(field).slice(0, 1) });
  };
  return (
    <>
      <Field label={label} fault={fault}>
        <select
          className={INPUT}
          value={addend.field}
          onChange={(event) => choose(event.target.value as DealField)}
        >
          {fields.map((field) => (
            <option key={field} value={field}>
              {FIELD_NAMES[field]}
            </option>
          ))}
        </select>
      </Field>
      <StateBoxes label={`${label}: deals that count`} addend={addend} onChange={onChange} />
    </>
  );
}

interface RatioSideProps {
  label: string;
  addend: RatioAddend;
  fault: string | undefined;
  onChange(addend: RatioAddend): void;
}

/** A side of a ratio: a field of deals, or a measure that is typed in and adds up. */
function RatioSide({ label, addend, fault, onChange }: RatioSideProps) {
  const { data } = useListMeasuresQuery();
  const summed = listSummed(data?.measures ?? []);
  const choose = (value: string) => {
    const typed = summed.find((each) => `typed ${each.addend.measure}` === value);
    if (typed) return onChange(typed.addend);
    const field = value as DealField;
    const before = isTyped(addend) ? [] : addend.states;
    const states = before.filter((state) => statesOf(field).includes(state));
    onChange({ field, states: states.length > 0 ? states : statesOf(field).slice(0, 1) });
  };
  return (
    <>
      <Field label={label} fault={fault}>
        <select
          className={INPUT}
          value={isTyped(addend) ? `typed ${addend.measure}` : addend.field}
          onChange={(event) => choose(event.target.value)}
        >
          <optgroup label="Of deals">
            {fieldsOf('ratio').map((field) => (
              <option key={field} value={field}>
                {FIELD_NAMES[field]}
              </option>
            ))}
          </optgroup>
          {summed.length > 0 && (
            <optgroup label="Typed in">
              {summed.map((each) => (
                <option key={each.addend.measure} value={`typed ${each.addend.measure}`}>
                  {each.name}
                </option>
              ))}
            </optgroup>
          )}
        </select>
      </Field>
      {isTyped(addend) ? (
        <span />
      ) : (
        <StateBoxes label={`${label}: deals that count`} addend={addend} onChange={onChange} />
      )}
    </>
  );
}

function StateBoxes({
  label,
  addend,
  onChange,
}: {
  label: string;
  addend: Addend;
  onChange(addend: Addend): void;
}) {
  const possible = statesOf(addend.field);
  const toggle = (state: DealState, isOn: boolean) => {
    const states = DEAL_STATES.filter((each) =>
      each === state ? isOn : addend.states.includes(each),
    );
    if (states.length > 0) onChange({ ...addend, states });
  };
  return (
    <fieldset>
      <legend className="mb-1 font-medium">{label}</legend>
      <div className="flex h-[32px] items-center gap-4">
        {possible.map((state) => (
          <label key={state} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={addend.states.includes(state)}
              onChange={(event) => toggle(state, event.target.checked)}
            />
            {state}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
