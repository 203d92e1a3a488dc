import { useState } from 'react';
import type { BulkChange, BulkEffect, BulkInput } from '#contract/schemas/bulk';
import { type Day, parseDay } from '#core/period/day';
import { formatCount, formatExact, withSign } from '#wording/numbers/format';
import { useGetCompanyQuery } from '../app/api';
import { DayField } from '../app/DayField';
import { FailureNote, faultAt } from '../app/FailureNote';
import { usePickListsQuery } from '../app/files/pickLists';
import { toIsoText } from '../app/typedDay';
import { Button } from '../ui/Button';
import { Combobox } from '../ui/Combobox';
import { Dialog } from '../ui/Dialog';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import { useChangeDealsMutation, useUndoImportMutation } from './api';

type Which =
  | 'salesperson'
  | 'day'
  | 'shiftDays'
  | 'stage'
  | 'source'
  | 'category'
  | 'location'
  | 'probability';
const NAMES: Readonly<Record<Which, string>> = {
  salesperson: 'Salesperson',
  day: 'Day',
  shiftDays: 'Day, by so many days',
  stage: 'Stage',
  probability: 'Probability',
  source: 'Source',
  category: 'Category',
  location: 'Location',
};

interface BulkDialogProps {
  /** Chosen one by one, or all that match a filter. */
  chosen: Pick<BulkInput, 'ids' | 'filter'>;
  /** Null where it is not known before it is looked at. */
  count: number | null;
  /** What to begin with. */
  first?: { which: Which; reason: string };
  onClose(): void;
  onDone(): void;
}

/** Changes many deals at once: what it does is said first, and it is undone as one. */
export function BulkDialog({ chosen, count, first, onClose, onDone }: BulkDialogProps) {
  const { data: lists } = usePickListsQuery();
  const { data: company } = useGetCompanyQuery();
  const today = parseDay(company?.today ?? '1970-01-01')!;
  const [which, setWhich] = useState<Which>(first?.which ?? 'salesperson');
  const [value, setValue] = useState('');
  const [reason, setReason] = useState(first?.reason ?? '');
  const [effect, setEffect] = useState<BulkEffect | null>(null);
  const [change, { error, isLoading }] = useChangeDealsMutation();
  const [undo] = useUndoImportMutation();
  const say = useSay();
  const reset = () => setEffect(null);
  const names = {
    stage: lists?.stages.map((each) => each.name),
    source: lists?.sources,
    category: lists?.categories,
    location: lists?.locations,
  };
  const send = async (preview: boolean) => {
    const result = await change({
      ...chosen,
      change: toChange(which, value, today),
      reason,
      preview,
    });
    if (result.error) return;
    if (preview || result.data.refusals.length > 0) return setEffect(result.data);
    const { run, changed } = result.data;
    say(
      `${formatCount(changed)} ${changed === 1 ? 'deal is' : 'deals are'} changed.`,
      run === null
        ? {}
        : {
            action: {
              label: 'Undo',
              run: () => void undo({ id: run, reason: `undone: ${reason}` }),
            },
          },
    );
    onDone();
  };
  const isFilled =
    value !== '' ||
    which === 'stage' ||
    which === 'source' ||
    which === 'category' ||
    which === 'location';
  return (
    <Dialog
      title={
        count === null
          ? 'Change deals together'
          : `Change ${formatCount(count)} ${count === 1 ? 'deal' : 'deals'} together`
      }
      description="All of them change, or none. What it does is said first; afterwards it can be undone as one."
      isOpen
      onClose={onClose}
      width="w-[620px]"
    >
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void send(effect === null);
        }}
      >
        <div className="grid grid-cols-2 gap-3">
          <Field label="What changes">
            <select
              className={INPUT}
              value={which}
              onChange={(event) => {
                setWhich(event.target.value as Which);
                setValue('');
                reset();
              }}
            >
              {(Object.keys(NAMES) as Which[]).map((each) => (
                <option key={each} value={each}>
                  {NAMES[each]}
                </option>
              ))}
            </select>
          </Field>
          {which === 'salesperson' && (
            <Field label="To">
              <Combobox
                value={value}
                choices={
                  lists?.salespeople.map(({ code, name }) => ({ value: code, label: name })) ?? []
                }
                onChoose={(next) => {
                  setValue(next);
                  reset();
                }}
                placeholder="Choose a person"
              />
            </Field>
          )}
          {which === 'day' && (
            <Field label="To" hint="Closed on, or of open deals expected on">
              <DayField
                value={value}
                onChange={(next) => {
                  setValue(next);
                  reset();
                }}
              />
            </Field>
          )}
          {which === 'shiftDays' && (
            <Field label="Days later (earlier below zero)">
              <input
                className={INPUT}
                inputMode="numeric"
                value={value}
                onChange={(event) => {
                  setValue(event.target.value);
                  reset();
                }}
              />
            </Field>
          )}
          {which === 'probability' && (
            <Field label="To, %">
              <input
                className={INPUT}
                inputMode="decimal"
                value={value}
                onChange={(event) => {
                  setValue(event.target.value);
                  reset();
                }}
              />
            </Field>
          )}
          {(which === 'stage' ||
            which === 'source' ||
            which === 'category' ||
            which === 'location') && (
            <Field label="To">
              <Combobox
                value={value}
                choices={(names[which] ?? []).map((name) => ({ value: name, label: name }))}
                onChoose={(next) => {
                  setValue(next);
                  reset();
                }}
                placeholder="None"
                isOptional
              />
            </Field>
          )}
          <Field
            label="Why?"
            fault={faultAt(error, 'reason') && 'Say why; it stands in each deal’s history.'}
            className="col-span-2"
          >
            <input
              className={INPUT}
              maxLength={500}
              value={reason}
              onChange={(event) => setReason(event.target.value)}
            />
          </Field>
        </div>
        {error && !faultAt(error, 'reason') && (
          <div className="mt-3">
            <FailureNote failure={error} />
          </div>
        )}
        {effect && <Effect effect={effect} reporting={company?.currency ?? 'EUR'} />}
        <div className="mt-4 flex gap-2">
          <Button
            kind="main"
            type="submit"
            disabled={isLoading}
            missing={
              !isFilled
                ? 'Say what it becomes first.'
                : effect?.changed === 0
                  ? 'Nothing would change.'
                  : null
            }
          >
            {effect === null ? 'Preview' : 'Change them'}
          </Button>
          <Button kind="quiet" onClick={onClose}>
            Cancel
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

function toChange(which: Which, value: string, today: Day): BulkChange {
  if (which === 'shiftDays') return { shiftDays: Number(value) || 0 };
  if (which === 'probability') return { probability: Number(value.replace(',', '.')) / 100 };
  if (which === 'day') return { day: toIsoText(value, today, 'past') };
  if (which === 'salesperson') return { salesperson: value };
  return { [which]: value || null };
}

function Effect({ effect, reporting }: { effect: BulkEffect; reporting: string }) {
  const money = (minor: number) =>
    withSign(minor, formatExact(minor, { kind: 'money', currency: reporting }));
  if (effect.refusals.length > 0) {
    return (
      <div role="alert" className="mt-3 rounded-sheet border border-grade-1 bg-danger-soft p-3">
        <p className="font-semibold">Nothing is changed: some of them cannot be.</p>
        <ul className="mt-1 max-h-[160px] overflow-y-auto">
          {effect.refusals.map((each, index) => (
            <li key={index}>
              {each.deal}: {each.field}: {each.message}
            </li>
          ))}
        </ul>
      </div>
    );
  }
  return (
    <div role="status" className="mt-3 rounded-sheet bg-selected px-3 py-2">
      <p>
        {formatCount(effect.changed)} {effect.changed === 1 ? 'deal changes' : 'deals change'}
        {effect.unchanged > 0 &&
          `, ${formatCount(effect.unchanged)} ${effect.unchanged === 1 ? 'is' : 'are'} so already`}
        . {effect.moves.length === 0 ? 'Nobody’s won revenue changes.' : 'Won revenue changes:'}
      </p>
      {effect.moves.length > 0 && (
        <ul className="mt-1 grid max-h-[150px] grid-cols-2 gap-x-5 overflow-y-auto">
          {effect.moves.map((move) => (
            <li key={`${move.name} ${move.period}`} className="flex justify-between gap-2">
              <span>
                {move.name}, {move.period}
              </span>
              <span>{money(move.revenue)}</span>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
