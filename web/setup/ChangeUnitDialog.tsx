import { useState } from 'react';
import type { UnitDetail } from '#contract/schemas/unit';
import { mayStandUnder } from '#core/units/unit';
import { useGetCompanyQuery } from '../app/api';
import { DayField } from '../app/DayField';
import { FailureNote, faultAt, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Combobox } from '../ui/Combobox';
import { Dialog } from '../ui/Dialog';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import { useLeaveUnitMutation, useMoveUnitMutation } from './unitsApi';
import { useUndoUnit } from './useUndoUnit';

export type UnitChange =
  { kind: 'move'; place: UnitDetail; parent: string } | { kind: 'leave'; place: UnitDetail };

/** Moves a unit from a day on, or ends it: what it means is said before it is done. */
export function ChangeUnitDialog({
  change,
  places,
  onClose,
}: {
  change: UnitChange;
  places: readonly UnitDetail[];
  onClose(): void;
}) {
  const { data: company } = useGetCompanyQuery();
  const { unit } = change.place;
  const isMove = change.kind === 'move';
  const [parent, setParent] = useState(isMove ? change.parent : '');
  const [day, setDay] = useState(company?.today ?? '');
  const [reason, setReason] = useState('');
  const [effect, setEffect] = useState<number | null>(null);
  const [move, moving] = useMoveUnitMutation();
  const [leave, leaving] = useLeaveUnitMutation();
  const say = useSay();
  const undo = useUndoUnit();
  const error = moving.error ?? leaving.error;
  const parents = places
    .filter(
      (each) =>
        each.isActive && each.unit.id !== unit.id && mayStandUnder(unit.kind, each.unit.kind),
    )
    .map((each) => ({ value: each.unit.code, label: `${each.unit.name} (${each.unit.code})` }));
  const send = async (preview: boolean) => {
    const result = isMove
      ? await move({ code: unit.code, body: { parent, from: day, reason, preview } })
      : await leave({ code: unit.code, body: { lastDay: day, reason, preview } });
    if (result.error) return setEffect(null);
    if (preview) return setEffect(result.data.deals);
    say(isMove ? `${unit.name} is moved.` : `${unit.name} leaves after ${day}.`, {
      action: undo(unit),
    });
    onClose();
  };
  const edit = (set: (value: string) => void) => (value: string) => {
    setEffect(null);
    set(value);
  };
  return (
    <Dialog
      title={isMove ? `Move ${unit.name}` : `${unit.name} leaves`}
      description={
        isMove
          ? 'What was before that day keeps counting where it stood then.'
          : 'Everything until the last day stays where it is.'
      }
      isOpen
      onClose={onClose}
      width="w-[480px]"
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void send(effect === null);
        }}
        noValidate
        className="flex flex-col gap-3"
      >
        {isMove && (
          <Field label="Part of" fault={faultAt(error, 'parent')}>
            <Combobox
              value={parent}
              choices={parents}
              onChoose={edit(setParent)}
              placeholder="Choose a unit"
            />
          </Field>
        )}
        <Field
          label={isMove ? 'From' : 'Last day'}
          fault={faultAt(error, isMove ? 'from' : 'lastDay')}
        >
          <DayField value={day} onChange={edit(setDay)} leaning="future" />
        </Field>
        <Field label="Why?" fault={faultAt(error, 'reason') && 'Say why.'}>
          <input
            className={INPUT}
            maxLength={500}
            value={reason}
            onChange={(event) => edit(setReason)(event.target.value)}
          />
        </Field>
        {otherFault(error, ['parent', 'from', 'lastDay', 'reason']) && (
          <FailureNote failure={error!} />
        )}
        {effect !== null && (
          <p role="status" className="rounded-sheet bg-selected px-2.5 py-1.5">
            {effect === 0
              ? 'No booked deal is concerned.'
              : `${effect} ${effect === 1 ? 'deal counts' : 'deals count'} ${isMove ? 'in the new place' : 'as unassigned'} from then on.`}{' '}
            Targets of later periods{' '}
            {isMove ? 'move along' : 'stay until they are taken back in Plan'}.
          </p>
        )}
        <div className="mt-2 flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button
            type="submit"
            kind="main"
            disabled={
              moving.isLoading ||
              leaving.isLoading ||
              reason.trim() === '' ||
              day === '' ||
              (isMove && parent === '')
            }
          >
            {effect === null ? 'Preview' : isMove ? 'Move' : 'Set last day'}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
