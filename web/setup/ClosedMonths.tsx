import { useState } from 'react';
import * as periods from '#contract/routes/periods';
import type { Company } from '#contract/schemas/company';
import { buildCalendar } from '#core/period/calendar';
import { parseDay } from '#core/period/day';
import { describePeriod } from '#wording/period';
import { api, useListClosedMonthsQuery } from '../app/api';
import { FailureNote, faultAt, otherFault } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { Button } from '../ui/Button';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';

const { useCloseMonthMutation, useOpenMonthMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    closeMonth: build.mutation<object, string>({
      query: (period) => ({ route: periods.closeMonth, params: { period } }),
      invalidatesTags: ['Plans', 'Sheet', 'Figures'],
    }),
    openMonth: build.mutation<
      object,
      { period: string; name: string; reason: string; unit?: string }
    >({
      query: ({ period, ...body }) => ({ route: periods.openMonth, params: { period }, body }),
      invalidatesTags: (result) => (result ? ['Plans', 'Sheet', 'Figures'] : []),
    }),
  }),
});

const OFFERED = 6;

/**
 * Months whose targets can no longer be changed; one is opened again by its name and with a reason.
 */
export function ClosedMonths({ company, mayClose }: { company: Company; mayClose: boolean }) {
  const { data: closed = [], error } = useListClosedMonthsQuery();
  const [close] = useCloseMonthMutation();
  const [opening, setOpening] = useState<string | null>(null);
  const rows = closed.map((month) => ({ ...month, key: `${month.period} ${month.unit?.code}` }));
  const say = useSay();
  const calendar = buildCalendar(company.calendar);
  const today = parseDay(company.today)!;
  const label = calendar.labelOf(today);
  const open = [...calendar.months(label - 1), ...calendar.months(label)]
    .filter(
      (month) =>
        month.to <= today && !closed.some((each) => each.period === month.id && each.unit === null),
    )
    .slice(-OFFERED)
    .reverse();
  const [chosen, setChosen] = useState('');
  const choice = open.find((month) => month.id === chosen) ?? open[0];
  const submit = async () => {
    if (!choice) return;
    const result = await close(choice.id);
    say(
      result.error
        ? 'It was not closed. Try again.'
        : `${describePeriod(choice, calendar)} is closed.`,
      { kind: result.error ? 'fault' : 'done' },
    );
  };
  return (
    <>
      <p className="text-soft">
        Targets of a closed month stay as they are until it is opened again; deals dated in it are
        corrected with a reason, and the figure as closed stays beside the corrected one.
      </p>
      {error && <FailureNote failure={error} />}
      <ul className="mt-2">
        {rows.map((month) => (
          <li key={month.key} className="border-t border-line py-1.5">
            <div className="flex items-center justify-between">
              <span>
                <span className="font-medium">
                  {month.name}
                  {month.unit && `, ${month.unit.name}`}
                </span>
                <span className="ml-3 text-soft">
                  closed by {month.closedBy} on <Moment at={month.closedAt} isDayOnly />
                </span>
              </span>
              {mayClose && (
                <Button onClick={() => setOpening(opening === month.key ? null : month.key)}>
                  Open again…
                </Button>
              )}
            </div>
            {opening === month.key && (
              <OpenForm
                period={month.period}
                name={month.name}
                unit={month.unit?.code}
                onDone={() => setOpening(null)}
              />
            )}
          </li>
        ))}
        {closed.length === 0 && (
          <li className="border-t border-line py-1.5 text-soft">No month is closed.</li>
        )}
      </ul>
      {mayClose && choice && (
        <form
          className="mt-2 flex items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void submit();
          }}
        >
          <Field label="Close a month that has ended" className="w-[280px]">
            <select
              className={INPUT}
              value={choice.id}
              onChange={(event) => setChosen(event.target.value)}
            >
              {open.map((month) => (
                <option key={month.id} value={month.id}>
                  {describePeriod(month, calendar)}
                </option>
              ))}
            </select>
          </Field>
          <Button type="submit">Close it</Button>
        </form>
      )}
    </>
  );
}

interface OpenFormProps {
  period: string;
  name: string;
  /** Code of the branch it is closed for; undefined: the company. */
  unit: string | undefined;
  onDone(): void;
}

function OpenForm({ period, name, unit, onDone }: OpenFormProps) {
  const [open, { error, isLoading }] = useOpenMonthMutation();
  const [typed, setTyped] = useState('');
  const [reason, setReason] = useState('');
  const submit = async () => {
    const result = await open({ period, name: typed, reason, ...(unit && { unit }) });
    if (!result.error) onDone();
  };
  return (
    <form
      className="mt-2 grid grid-cols-[200px_1fr_auto] items-end gap-2 max-desk:grid-cols-1"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <Field label={`Type its name: ${name}`} fault={faultAt(error, 'name')}>
        <input className={INPUT} value={typed} onChange={(event) => setTyped(event.target.value)} />
      </Field>
      <Field label="Why is it opened again?" fault={faultAt(error, 'reason')}>
        <input
          className={INPUT}
          maxLength={500}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
      </Field>
      <Button type="submit" disabled={isLoading}>
        Open {name}
      </Button>
      {otherFault(error, ['name', 'reason']) && (
        <div className="col-span-3">
          <FailureNote failure={error!} />
        </div>
      )}
    </form>
  );
}
