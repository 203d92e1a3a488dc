import { useRef, useState } from 'react';
import {
  type Display,
  DISPLAY_UNITS,
  type DisplayUnits,
  GAP_DISPLAYS,
  MOST_DISPLAY_DECIMALS,
} from '#core/money/display';
import { formatExact } from '#wording/numbers/format';
import { useGetCompanyQuery } from '../app/api';
import { showIn, useDisplay, useSaveDisplayMutation } from '../app/display';
import { FailureNote } from '../app/FailureNote';
import { Field, INPUT } from '../ui/Field';

const UNIT_NAMES: Readonly<Record<DisplayUnits, string>> = {
  whole: 'Whole',
  thousands: 'Thousands (k)',
  millions: 'Millions (m)',
  automatic: 'Automatic, as large as it is',
};
const GAP_NAMES: Readonly<Record<Display['gap'], string>> = {
  amount: 'Amount',
  percent: 'Percent of the target',
};
/** A figure that shows what was chosen, minor units. */
const EXAMPLE = 39_618_050;

/** How figures are shown to oneself, in every browser one signs in with. */
export function DisplayForm() {
  const { data: company } = useGetCompanyQuery();
  const stored = useDisplay();
  const [save, { error }] = useSaveDisplayMutation();
  const [chosen, setChosen] = useState<Display | null>(null);
  const display = chosen ?? stored;
  // Two choices in a row: the second goes with the first, and after it.
  const latest = useRef<Display | null>(null);
  const saving = useRef<Promise<unknown>>(Promise.resolve());
  const unit = { kind: 'money', currency: company?.currency ?? 'EUR' } as const;
  const put = (over: Partial<Display>) => {
    const next = { ...(latest.current ?? stored), ...over };
    latest.current = next;
    setChosen(next);
    saving.current = saving.current.then(() => save(next));
  };
  return (
    <>
      <div className="grid max-w-[620px] grid-cols-3 gap-4 max-desk:grid-cols-1">
        <Field label="Money in">
          <select
            className={INPUT}
            value={display.units}
            onChange={(event) => put({ units: event.target.value as DisplayUnits })}
          >
            {DISPLAY_UNITS.map((each) => (
              <option key={each} value={each}>
                {UNIT_NAMES[each]}
              </option>
            ))}
          </select>
        </Field>
        <Field label="Decimals">
          <select
            className={INPUT}
            value={display.decimals}
            disabled={display.units === 'automatic'}
            onChange={(event) => put({ decimals: Number(event.target.value) })}
          >
            {Array.from({ length: MOST_DISPLAY_DECIMALS + 1 }, (_, each) => (
              <option key={each}>{each}</option>
            ))}
          </select>
        </Field>
        <Field label="Gap in">
          <select
            className={INPUT}
            value={display.gap}
            onChange={(event) => put({ gap: event.target.value as Display['gap'] })}
          >
            {GAP_DISPLAYS.map((each) => (
              <option key={each} value={each}>
                {GAP_NAMES[each]}
              </option>
            ))}
          </select>
        </Field>
      </div>
      <p role="status" className="mt-2 text-soft">
        {formatExact(EXAMPLE, unit)} is shown as {showIn(unit, display).figure(EXAMPLE)}. The exact
        figure is in the title of each; sentences, deals and files keep theirs.
      </p>
      {error && <FailureNote failure={error} />}
    </>
  );
}
