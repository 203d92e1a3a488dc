import { useState } from 'react';
import type { UnitDetail } from '#contract/schemas/unit';
import { useGetCompanyQuery } from '../app/api';
import { FailureNote, faultAt, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import { useChangeBusinessHoursMutation } from './unitsApi';
import { WeekdayChooser } from './WeekdayChooser';

/** A branch's own time zone, end of business and weekdays. */
export function HoursDialog({ place, onClose }: { place: UnitDetail; onClose(): void }) {
  const { data: company } = useGetCompanyQuery();
  const [timeZone, setTimeZone] = useState(place.businessHours?.timeZone ?? '');
  const [endOfBusiness, setEndOfBusiness] = useState(place.businessHours?.endOfBusiness ?? '');
  const [worked, setWorked] = useState(() =>
    place.businessHours?.weekdays
      ? {
          weekdays: place.businessHours.weekdays,
          halfWeekdays: place.businessHours.halfWeekdays ?? [],
        }
      : null,
  );
  const [change, { error, isLoading }] = useChangeBusinessHoursMutation();
  const say = useSay();
  const submit = async () => {
    const result = await change({
      code: place.unit.code,
      timeZone: timeZone || null,
      endOfBusiness: endOfBusiness || null,
      weekdays: worked?.weekdays ?? null,
      halfWeekdays: worked?.halfWeekdays ?? null,
    });
    if (result.error) return;
    say(`The business hours of ${place.unit.name} are saved.`);
    onClose();
  };
  return (
    <Dialog
      title={`Business hours of ${place.unit.name}`}
      description="Today counts as elapsed once business has ended; until then nothing is due for today. Empty fields follow the company."
      isOpen
      onClose={onClose}
      width="w-[460px]"
    >
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
        className="flex flex-col gap-3"
      >
        <Field label="Time zone" fault={faultAt(error, 'timeZone')}>
          <select
            className={INPUT}
            value={timeZone}
            onChange={(event) => setTimeZone(event.target.value)}
          >
            <option value="">{`the company’s, ${company?.timeZone ?? ''}`}</option>
            {['UTC', ...Intl.supportedValuesOf('timeZone')].map((zone) => (
              <option key={zone}>{zone}</option>
            ))}
          </select>
        </Field>
        <Field
          label="End of business"
          fault={faultAt(error, 'endOfBusiness')}
          hint="For example 17:00; empty follows the company."
        >
          <input
            className={INPUT}
            inputMode="numeric"
            maxLength={5}
            placeholder={company?.endOfBusiness}
            value={endOfBusiness}
            onChange={(event) => setEndOfBusiness(event.target.value)}
          />
        </Field>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={worked !== null}
            onChange={(event) =>
              setWorked(
                event.target.checked && company
                  ? { weekdays: company.weekdays, halfWeekdays: company.halfWeekdays }
                  : null,
              )
            }
          />
          It works other weekdays than the company
        </label>
        {worked && (
          <WeekdayChooser
            value={worked}
            fault={faultAt(error, 'weekdays') ?? faultAt(error, 'halfWeekdays')}
            onChange={setWorked}
          />
        )}
        {otherFault(error, ['timeZone', 'endOfBusiness', 'weekdays', 'halfWeekdays']) && (
          <FailureNote failure={error!} />
        )}
        <div className="mt-1 flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" kind="main" disabled={isLoading}>
            Save
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
