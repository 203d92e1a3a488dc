import { useState } from 'react';
import type { MeasureSaved, MeasureView } from '#contract/schemas/measure';
import { DEAL_STATES } from '#core/measure/definition';
import { COUNT_RATIO_UNITS, unitOf } from '#core/measure/measure';
import { useCustomFields } from '../app/customFields/api';
import { faultAt, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import { AddendFields, DateField, PlacedFields, RatioSide, StateBoxes } from './AddendFields';
import {
  closedStates,
  type Kind,
  KIND_NAMES,
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

/** Where a fault of what is added up may stand. */
const OF_FAULTS = [
  'definition/of/states',
  'definition/of/field',
  'definition/of/placedBy',
  'definition/of/custom/field',
  'definition/of/custom/choice',
];
const FAULT_FIELDS = [
  ...OF_FAULTS,
  'code',
  'name',
  'group',
  'description',
  'unit',
  'definition/of/field',
  'definition/of/states',
  'definition/of/from',
  'definition/of/to',
  'definition/placedBy',
  'definition/states',
  'definition/most',
  'definition/custom/field',
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
  const fields = useCustomFields('deal');
  const unit = unitOf(toDefinition(form, fields));
  const submit = async () => {
    const input = toInput(form, fields);
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
            kind={form.kind}
            addend={form.of}
            fields={fields}
            fault={OF_FAULTS.map((field) => faultAt(error, field)).find(Boolean)}
            onChange={(of) => put({ of })}
          />
        )}
        {form.kind === 'duration' && (
          <StateBoxes
            label="Deals that count"
            states={form.of.states}
            possible={DEAL_STATES}
            onChange={(states) => put({ of: { field: 'days', states: closedStates(states) } })}
          />
        )}
        {form.kind === 'ratio' && (
          <RatioSide
            label="Upper sum"
            fields={fields}
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
            fields={fields}
            addend={form.denominator}
            fault={
              faultAt(error, 'definition/denominator/states') ??
              faultAt(error, 'definition/denominator')
            }
            onChange={(denominator) => put({ denominator })}
          />
        )}
        {form.kind === 'median' && (
          <Field label="Median of" fault={faultAt(error, 'definition/custom/field')}>
            <select
              className={INPUT}
              value={form.median === 'value' ? `value ${form.medianField}` : form.median}
              onChange={({ target: { value } }) =>
                put(
                  value.startsWith('value ')
                    ? { median: 'value', medianField: value.slice('value '.length) }
                    : { median: value as MeasureForm['median'] },
                )
              }
            >
              <option value="days">days between two dates</option>
              <option value="size">the amount of a deal</option>
              {fields
                .filter(({ kind }) => kind === 'money' || kind === 'number')
                .map(({ code, name }) => (
                  <option key={code} value={`value ${code}`}>
                    {name}
                  </option>
                ))}
            </select>
          </Field>
        )}
        {form.kind === 'median' && <span />}
        {(form.kind === 'elapsed' ||
          form.kind === 'share' ||
          (form.kind === 'median' && form.median === 'days')) && (
          <>
            <DateField
              label="From the day"
              value={form.between.from}
              fields={fields}
              fault={faultAt(error, 'definition/of/from')}
              onChange={(from) => put({ between: { ...form.between, from } })}
            />
            <DateField
              label="To the day"
              value={form.between.to}
              fields={fields}
              fault={faultAt(error, 'definition/of/to')}
              onChange={(to) => put({ between: { ...form.between, to } })}
            />
          </>
        )}
        {(form.kind === 'elapsed' || form.kind === 'share' || form.kind === 'median') && (
          <PlacedFields
            placed={form.placed}
            fields={fields}
            fault={faultAt(error, 'definition/placedBy') ?? faultAt(error, 'definition/states')}
            onChange={(placed) => put({ placed })}
          />
        )}
        {form.kind === 'share' && (
          <Field label="Days at most" fault={faultAt(error, 'definition/most')}>
            <input
              className={INPUT}
              type="number"
              min={0}
              max={36_500}
              value={form.most}
              onChange={(event) => put({ most: Math.round(Number(event.target.value)) })}
            />
          </Field>
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
