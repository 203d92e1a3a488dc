import type { CustomField } from '#contract/schemas/customField';
import { CUSTOM_DEAL_STATES, type CustomDealState } from '#core/measure/customPart';
import {
  type DealAddend,
  type Field as DealField,
  isCustom,
  isTyped,
  type PlacedDeals,
  type RatioAddend,
} from '#core/measure/definition';
import { useListMeasuresQuery } from '../app/api';
import { choicesOf } from '../app/customFields/CustomInput';
import { Field, INPUT } from '../ui/Field';
import {
  chooseOption,
  listDates,
  listOptions,
  mayBePlaced,
  optionOf,
  placeAddend,
  placedByOf,
  statesFor,
} from './addendForm';
import { fieldsOf, listSummed } from './measureForm';

interface AddendFieldsProps {
  label: string;
  kind: 'sum' | 'count';
  addend: DealAddend;
  fields: readonly CustomField[];
  fault: string | undefined;
  onChange(addend: DealAddend): void;
}

/** What of deals is added up or counted, of which deals, and by which day. */
export function AddendFields({ label, kind, addend, fields, fault, onChange }: AddendFieldsProps) {
  return (
    <>
      <Field label={label} fault={fault}>
        <select
          className={INPUT}
          value={optionOf(addend)}
          onChange={(event) => onChange(chooseOption(event.target.value, addend, fields))}
        >
          <DealOptions kind={kind} builtIn={fieldsOf(kind)} fields={fields} />
        </select>
      </Field>
      <OfDeals label={label} addend={addend} fields={fields} onChange={onChange} />
    </>
  );
}

function DealOptions({
  kind,
  builtIn,
  fields,
}: {
  kind: 'sum' | 'count' | 'ratio';
  builtIn: readonly DealField[];
  fields: readonly CustomField[];
}) {
  const options = listOptions(kind, builtIn, fields);
  const custom = options.filter((each) => each.isCustom);
  const toOption = ({ value, name }: { value: string; name: string }) => (
    <option key={value} value={value}>
      {name}
    </option>
  );
  return (
    <>
      <optgroup label="Of deals">{options.filter((each) => !each.isCustom).map(toOption)}</optgroup>
      {custom.length > 0 && <optgroup label="Custom fields">{custom.map(toOption)}</optgroup>}
    </>
  );
}

/** The deals of an addend, the choice it counts, and the day they count on. */
function OfDeals({
  label,
  addend,
  fields,
  onChange,
}: Pick<AddendFieldsProps, 'label' | 'addend' | 'fields' | 'onChange'>) {
  const choice = isCustom(addend) && addend.custom.kind === 'choice' ? addend.custom : null;
  const field = choice && fields.find((each) => each.code === choice.field);
  return (
    <>
      <StateBoxes
        label={`${label}: deals that count`}
        states={addend.states}
        possible={statesFor(addend)}
        onChange={(states) => onChange({ ...addend, states } as DealAddend)}
      />
      {choice && (
        <Field label={`${label}: those with`}>
          <select
            className={INPUT}
            value={choice.choice}
            onChange={(event) =>
              onChange({
                custom: { ...choice, choice: event.target.value },
                states: addend.states,
                placedBy: placedByOf(addend),
              })
            }
          >
            {(field ? choicesOf(field, choice.choice) : [choice.choice]).map((each) => (
              <option key={each}>{each}</option>
            ))}
          </select>
        </Field>
      )}
      {mayBePlaced(addend) && (
        <DateField
          label={`${label}: counts on the day`}
          value={placedByOf(addend)}
          fields={fields}
          onChange={(placedBy) => onChange(placeAddend(addend, placedBy))}
        />
      )}
      {choice === null && mayBePlaced(addend) && <span />}
    </>
  );
}

interface RatioSideProps {
  label: string;
  addend: RatioAddend;
  fields: readonly CustomField[];
  fault: string | undefined;
  onChange(addend: RatioAddend): void;
}

const NOTHING_BEFORE: DealAddend = { field: 'amount', states: ['won'] };

/** A side of a ratio: something of deals, or a measure that is typed in and adds up. */
export function RatioSide({ label, addend, fields, fault, onChange }: RatioSideProps) {
  const { data } = useListMeasuresQuery();
  const summed = listSummed(data?.measures ?? []);
  const choose = (value: string) => {
    const typed = summed.find((each) => `typed ${each.addend.measure}` === value);
    onChange(
      typed?.addend ?? chooseOption(value, isTyped(addend) ? NOTHING_BEFORE : addend, fields),
    );
  };
  return (
    <>
      <Field label={label} fault={fault}>
        <select
          className={INPUT}
          value={isTyped(addend) ? `typed ${addend.measure}` : optionOf(addend)}
          onChange={(event) => choose(event.target.value)}
        >
          <DealOptions kind="ratio" builtIn={fieldsOf('ratio')} fields={fields} />
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
        <OfDeals label={label} addend={addend} fields={fields} onChange={onChange} />
      )}
    </>
  );
}

/** Which deals are taken one by one, and by which day they count. */
export function PlacedFields({
  placed,
  fields,
  fault,
  onChange,
}: {
  placed: PlacedDeals;
  fields: readonly CustomField[];
  fault: string | undefined;
  onChange(placed: PlacedDeals): void;
}) {
  const possible = placed.placedBy === 'closedOn' ? CLOSED : CUSTOM_DEAL_STATES;
  const place = (placedBy: string) => {
    const closed = placed.states.filter((state) => state !== 'open');
    const states = placedBy === 'closedOn' ? closed : placed.states;
    onChange({ placedBy, states: states.length > 0 ? states : ['won'] });
  };
  return (
    <>
      <StateBoxes
        label="Deals that count"
        states={placed.states}
        possible={possible}
        onChange={(states) => onChange({ ...placed, states })}
      />
      <DateField
        label="They count on the day"
        value={placed.placedBy}
        fields={fields}
        fault={fault}
        onChange={place}
      />
    </>
  );
}

const CLOSED: readonly CustomDealState[] = ['won', 'lost'];

/** A date of a deal. */
export function DateField({
  label,
  value,
  fields,
  fault,
  onChange,
}: {
  label: string;
  value: string;
  fields: readonly CustomField[];
  fault?: string | undefined;
  onChange(date: string): void;
}) {
  return (
    <Field label={label} fault={fault}>
      <select className={INPUT} value={value} onChange={(event) => onChange(event.target.value)}>
        {listDates(fields).map((date) => (
          <option key={date.value} value={date.value}>
            {date.name}
          </option>
        ))}
      </select>
    </Field>
  );
}

/** Which deals count; one state at least stays. */
export function StateBoxes({
  label,
  states,
  possible,
  onChange,
}: {
  label: string;
  states: readonly CustomDealState[];
  possible: readonly CustomDealState[];
  onChange(states: CustomDealState[]): void;
}) {
  const toggle = (state: CustomDealState, isOn: boolean) => {
    const next = possible.filter((each) => (each === state ? isOn : states.includes(each)));
    if (next.length > 0) onChange(next);
  };
  return (
    <fieldset>
      <legend className="mb-1 font-medium">{label}</legend>
      <div className="flex h-[32px] items-center gap-4">
        {possible.map((state) => (
          <label key={state} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={states.includes(state)}
              onChange={(event) => toggle(state, event.target.checked)}
            />
            {state}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
