import { useState } from 'react';
import type { UnitDetail } from '#contract/schemas/unit';
import { parseDay } from '#core/period/day';
import { mayStandUnder } from '#core/units/unit';
import { describeDay } from '#wording/period';
import { useGetCompanyQuery } from '../app/api';
import { DayField } from '../app/DayField';
import { FailureNote, faultAt, otherFault } from '../app/FailureNote';
import { useChangeDealsMutation } from '../records/api';
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
  const [successor, setSuccessor] = useState('');
  const [effect, setEffect] = useState<number | null>(null);
  const [handed, setHanded] = useState(0);
  const [refused, setRefused] = useState<string | null>(null);
  const [handOver, handing] = useChangeDealsMutation();
  const [move, moving] = useMoveUnitMutation();
  const [leave, leaving] = useLeaveUnitMutation();
  const say = useSay();
  const undo = useUndoUnit();
  const error = moving.error ?? leaving.error ?? handing.error;
  const successors = places
    .filter((each) => each.isActive && each.unit.kind === 'salesperson' && each.unit.id !== unit.id)
    .map((each) => ({ value: each.unit.code, label: each.unit.name }));
  /** The open deals go over first: afterwards they would belong to nobody's unit. */
  const giveDeals = async (preview: boolean) => {
    setHanded(0);
    setRefused(null);
    if (isMove || successor === '') return true;
    const result = await handOver({
      filter: { salesperson: unit.code, status: 'open' },
      change: { salesperson: successor },
      reason,
      preview,
    });
    setRefused(result.data?.refusals[0]?.message ?? null);
    if (result.error || result.data.refusals.length > 0) return false;
    setHanded(result.data.changed);
    return true;
  };
  const parents = places
    .filter(
      (each) =>
        each.isActive && each.unit.id !== unit.id && mayStandUnder(unit.kind, each.unit.kind),
    )
    .map((each) => ({ value: each.unit.code, label: `${each.unit.name} (${each.unit.code})` }));
  const send = async (preview: boolean) => {
    if (!(await giveDeals(preview))) return setEffect(null);
    const result = isMove
      ? await move({ code: unit.code, body: { parent, from: day, reason, preview } })
      : await leave({ code: unit.code, body: { lastDay: day, reason, preview } });
    if (result.error) return setEffect(null);
    if (preview) return setEffect(result.data.deals);
    say(
      isMove
        ? `${unit.name} is moved.`
        : `${unit.name} leaves after ${describeDay(parseDay(day)!)}.`,
      {
        action: undo(unit),
      },
    );
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
        {!isMove && unit.kind === 'salesperson' && (
          <Field
            label="Who takes over the open deals?"
            hint="Optional. Customers keep their owner, and targets stay until Plan changes them."
          >
            <Combobox
              value={successor}
              choices={successors}
              onChoose={edit(setSuccessor)}
              placeholder="Nobody yet"
              isOptional
            />
          </Field>
        )}
        <Field label="Why?" fault={faultAt(error, 'reason') && 'Say why.'}>
          <input
            className={INPUT}
            maxLength={500}
            value={reason}
            onChange={(event) => edit(setReason)(event.target.value)}
          />
        </Field>
        {refused && (
          <p role="alert" className="text-grade-1">
            The open deals cannot go over: {refused}
          </p>
        )}
        {otherFault(error, ['parent', 'from', 'lastDay', 'reason']) && (
          <FailureNote failure={error!} />
        )}
        {effect !== null && (
          <p role="status" className="rounded-sheet bg-selected px-2.5 py-1.5">
            {effect === 0
              ? 'No booked deal is concerned.'
              : `${effect} ${effect === 1 ? 'deal counts' : 'deals count'} ${isMove ? 'in the new place' : 'as unassigned'} from then on.`}{' '}
            {handed > 0 &&
              `${handed} open ${handed === 1 ? 'deal goes' : 'deals go'} to ${successors.find((each) => each.value === successor)?.label}. `}
            Targets of later periods{' '}
            {isMove ? 'move along' : 'stay until they are taken back in Plan'}.
          </p>
        )}
        <div className="mt-2 flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button
            type="submit"
            kind="main"
            disabled={moving.isLoading || leaving.isLoading || handing.isLoading}
            missing={
              isMove && parent === ''
                ? 'Choose a unit first.'
                : day === ''
                  ? 'Choose a day first.'
                  : reason.trim() === ''
                    ? 'Say why first.'
                    : null
            }
          >
            {effect === null ? 'Preview' : isMove ? 'Move' : 'Set last day'}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
