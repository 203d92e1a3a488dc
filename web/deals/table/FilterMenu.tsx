import { useState } from 'react';
import type { CustomField } from '#contract/schemas/customField';
import type { Lookups } from '#contract/schemas/list';
import { parseDay } from '#core/period/day';
import { DayField } from '../../app/DayField';
import { Button } from '../../ui/Button';
import { Combobox } from '../../ui/Combobox';
import { Field, INPUT } from '../../ui/Field';
import { Menu } from '../../ui/Menu';
import { CustomFilter } from './CustomFilter';
import { FILTER_NAMES, SWITCH_NAMES } from './filterWords';
import { type Filter, SWITCHES } from './useTableState';

interface FilterMenuProps {
  filter: Filter;
  lists: Lookups | undefined;
  custom: readonly CustomField[];
  onChange(changes: Record<string, string | null>): void;
}

const LISTED = [
  'customer',
  'product',
  'category',
  'source',
  'stage',
  'location',
  'lostReason',
  'currency',
] as const;

function namesOf(lists: Lookups | undefined, filter: (typeof LISTED)[number]): string[] {
  if (!lists) return [];
  const names = {
    customer: lists.customers,
    product: lists.products.map((each) => each.name),
    category: lists.categories,
    source: lists.sources,
    stage: lists.stages.map((each) => each.name),
    location: lists.locations,
    lostReason: lists.lostReasons,
    currency: lists.currencies,
  };
  return names[filter];
}

/** What narrows the table: names from the lists, amounts, and what wants a look. */
export function FilterMenu({ filter, lists, custom, onChange }: FilterMenuProps) {
  return (
    <Menu name="Filter" width="w-[430px]">
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        {LISTED.map((name) => (
          <Field key={name} label={FILTER_NAMES[name]}>
            <Combobox
              value={filter[name] ?? ''}
              choices={namesOf(lists, name).map((each) => ({ value: each, label: each }))}
              onChoose={(value) => onChange({ [name]: value || null })}
              placeholder="Any"
              isOptional
            />
          </Field>
        ))}
        <Typed name="amountFrom" filter={filter} onChange={onChange} />
        <Typed name="amountTo" filter={filter} onChange={onChange} />
        <Field label={FILTER_NAMES.changedSince}>
          <DayField
            value={filter.changedSince ?? ''}
            onChange={(day) => {
              if (day === '' || parseDay(day) !== null) onChange({ changedSince: day || null });
            }}
          />
        </Field>
        {custom.map((field) => (
          <CustomFilter key={field.code} field={field} filter={filter} onChange={onChange} />
        ))}
      </div>
      <div role="group" aria-label="Only" className="mt-3 grid grid-cols-2 gap-1">
        {SWITCHES.map((name) => (
          <label key={name} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={filter[name] === true}
              onChange={(event) => onChange({ [name]: event.target.checked ? 'yes' : null })}
            />
            {SWITCH_NAMES[name]}
          </label>
        ))}
      </div>
    </Menu>
  );
}

/** An amount is taken over when it is typed to its end, not letter by letter. */
function Typed({
  name,
  filter,
  onChange,
}: {
  name: 'amountFrom' | 'amountTo';
  filter: Filter;
  onChange: FilterMenuProps['onChange'];
}) {
  const [typed, setTyped] = useState(filter[name] ?? '');
  const take = () => onChange({ [name]: typed.trim().replace(/,/g, '') || null });
  return (
    <Field label={FILTER_NAMES[name]}>
      <input
        className={INPUT}
        inputMode="decimal"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => {
          if (event.key === 'Enter') take();
        }}
      />
    </Field>
  );
}

/** The filters that are on, beside the table's headline; each goes off with a click. */
export function FilterChips({
  active,
  onChange,
  onClear,
}: {
  active: readonly { key: string; name: string; off: Record<string, string | null> }[];
  onChange: FilterMenuProps['onChange'];
  onClear(): void;
}) {
  if (active.length === 0) return null;
  return (
    <div className="flex flex-wrap items-center gap-1.5">
      <span className="text-soft">Filtered:</span>
      {active.map(({ key, name, off }) => (
        <button
          key={key}
          type="button"
          onClick={() => onChange(off)}
          className="rounded-full border border-strong/30 bg-selected px-2.5 py-0.5"
          aria-label={`Remove the filter ${name}`}
        >
          {name} ✕
        </button>
      ))}
      {active.length > 1 && (
        <Button kind="quiet" className="h-[24px] px-1.5 text-[12px]" onClick={onClear}>
          Remove all
        </Button>
      )}
    </div>
  );
}
