import { useState } from 'react';
import { mayStandUnder, UNIT_KINDS, type UnitKind } from '#core/units/unit';
import { useCreateUnitsMutation, useListUnitAttainmentsQuery } from '../app/api';
import { DayField } from '../app/DayField';
import { FailureNote } from '../app/FailureNote';
import { usePlace } from '../app/place';
import { Button } from '../ui/Button';
import { Combobox } from '../ui/Combobox';
import { Dialog } from '../ui/Dialog';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import { readPeople } from './pastedPeople';

/** Adds a list of people or units that was pasted, each with a code made of the name. */
export function PasteUnits() {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button className="mt-3" onClick={() => setOpen(true)}>
        Paste a list…
      </Button>
      {isOpen && <PasteDialog onClose={() => setOpen(false)} />}
    </>
  );
}

function PasteDialog({ onClose }: { onClose(): void }) {
  const { period, measure } = usePlace();
  const { data: nodes = [] } = useListUnitAttainmentsQuery({ period, measure });
  const [create, { error, isLoading }] = useCreateUnitsMutation();
  const [kind, setKind] = useState<UnitKind>('salesperson');
  const [parent, setParent] = useState('');
  const [from, setFrom] = useState('');
  const [text, setText] = useState('');
  const say = useSay();
  const people = readPeople(text);
  const parents = nodes
    .filter((node) => mayStandUnder(kind, node.unit.kind))
    .map(({ unit }) => ({ value: unit.code, label: unit.name }));
  const faults = (error && 'errors' in error ? error.errors : undefined) ?? [];
  const faultOf = (index: number) =>
    faults.find((fault) => fault.field.startsWith(`units/${index}/`))?.message;
  const submit = async () => {
    const result = await create({ kind, parent, from: from || null, units: people });
    if (result.error) return;
    say(
      `${result.data.length} ${result.data.length === 1 ? 'is' : 'are'} added under ${parents.find((each) => each.value === parent)?.label}.`,
    );
    onClose();
  };
  const missing =
    parent === ''
      ? 'Choose what they are part of.'
      : people.length === 0
        ? 'Paste at least one name.'
        : null;
  return (
    <Dialog
      title="Add a list of people or units"
      description="One a line: the name, and behind a comma, semicolon or tab the e-mail. All are added, or none."
      isOpen
      onClose={onClose}
    >
      <form
        noValidate
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (missing === null) void submit();
        }}
      >
        <div className="grid grid-cols-3 gap-3 max-phone:grid-cols-1">
          <Field label="Kind">
            <select
              className={INPUT}
              value={kind}
              onChange={(event) => setKind(event.target.value as UnitKind)}
            >
              {UNIT_KINDS.filter((each) => each !== 'company').map((each) => (
                <option key={each}>{each}</option>
              ))}
            </select>
          </Field>
          <Field label="Part of">
            <Combobox
              value={parent}
              choices={parents}
              onChoose={setParent}
              placeholder="Choose a unit"
            />
          </Field>
          <Field label="Start on" hint="Always, when empty">
            <DayField value={from} onChange={setFrom} leaning="future" />
          </Field>
        </div>
        <Field label="Names">
          <textarea
            rows={8}
            className={`${INPUT} h-auto py-1.5`}
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        </Field>
        {faults.length > 0 && (
          <ul role="alert" className="text-grade-1">
            {people.map((person, index) =>
              faultOf(index) === undefined ? null : (
                <li key={index}>
                  {person.name}: {faultOf(index)}
                </li>
              ),
            )}
          </ul>
        )}
        {error && faults.length === 0 && <FailureNote failure={error} />}
        <div className="flex items-center justify-end gap-3">
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" kind="main" disabled={isLoading} missing={missing}>
            Add {people.length > 0 ? people.length : ''}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
