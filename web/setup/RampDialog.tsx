import { useState } from 'react';
import type { UnitDetail } from '#contract/schemas/unit';
import { useGetCompanyQuery } from '../app/api';
import { DayField } from '../app/DayField';
import { faultAt, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import { readShares } from './rampText';
import { useChangeRampMutation } from './unitsApi';

/** What part of the full target is asked in a newcomer's first months. */
export function RampDialog({ place, onClose }: { place: UnitDetail; onClose(): void }) {
  const { data: company } = useGetCompanyQuery();
  const [from, setFrom] = useState(place.ramp?.from ?? place.from ?? company?.today ?? '');
  const [text, setText] = useState(place.ramp?.shares.join(', ') ?? '0, 50, 75, 100');
  const [change, { error, isLoading }] = useChangeRampMutation();
  const say = useSay();
  const shares = readShares(text);
  const send = async (ramp: { from: string; shares: number[] } | null) => {
    const result = await change({ code: place.unit.code, ramp });
    if (result.error) return;
    say(
      ramp
        ? `${place.unit.name} is on a ramp. Plan proposes the part of each month.`
        : `${place.unit.name} is asked the full target.`,
    );
    onClose();
  };
  const other = otherFault(error, ['ramp/from', 'ramp/shares']);
  return (
    <Dialog
      title={`Ramp of ${place.unit.name}`}
      description="Percent of the full target, month by month from the first; all of it afterwards. It is proposed in Plan and marked in rankings."
      isOpen
      onClose={onClose}
      width="w-[460px]"
    >
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          if (shares && from) void send({ from, shares });
        }}
        className="flex flex-col gap-3"
      >
        <Field label="First day" fault={faultAt(error, 'from')}>
          <DayField value={from} onChange={setFrom} leaning="future" />
        </Field>
        <Field
          label="Percent of each month"
          fault={
            shares
              ? undefined
              : 'Write percents from 0 to 100 with commas between, for example 0, 50, 75, 100.'
          }
        >
          <input className={INPUT} value={text} onChange={(event) => setText(event.target.value)} />
        </Field>
        {other && (
          <p role="alert" className="text-grade-1">
            {other}
          </p>
        )}
        <div className="mt-1 flex justify-between">
          {place.ramp ? (
            <Button kind="danger" disabled={isLoading} onClick={() => void send(null)}>
              Take the ramp away
            </Button>
          ) : (
            <span />
          )}
          <span className="flex gap-2">
            <Button onClick={onClose}>Cancel</Button>
            <Button type="submit" kind="main" disabled={!shares || !from || isLoading}>
              Keep it
            </Button>
          </span>
        </div>
      </form>
    </Dialog>
  );
}
