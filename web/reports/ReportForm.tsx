import { useState } from 'react';
import type { KeptView } from '#contract/schemas/keptView';
import {
  type Report,
  REPORT_FORMATS,
  REPORT_PERIODS,
  type ReportInput,
  type Reports,
} from '#contract/schemas/report';
import { RHYTHMS } from '#core/schedule/schedule';
import { WEEKDAYS } from '../app/calendarWords';
import { faultAt, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import { useChangeReportMutation, useCreateReportMutation } from './api';
import { FORMAT_WORDS, PERIOD_WORDS, RHYTHM_WORDS } from './reportWords';

interface ReportFormProps {
  report: Report | null;
  views: readonly KeptView[];
  people: Reports['people'];
  onClose(): void;
}

const firstOf = (report: Report | null, views: readonly KeptView[]): ReportInput => ({
  name: report?.name ?? '',
  text: report?.text ?? null,
  view: report?.view?.id ?? views[0]?.id ?? 0,
  periodKind: report?.periodKind ?? 'month',
  format: report?.format ?? 'none',
  rhythm: report?.rhythm ?? 'workingDays',
  time: report?.time ?? '07:30',
  weekday: report?.weekday ?? 1,
  monthDay: report?.monthDay ?? 1,
  receivers: report?.receivers.map(({ id }) => id) ?? [],
  isPaused: report?.isPaused ?? false,
});

/** Makes or changes a report: which view, when, to whom. */
export function ReportForm({ report, views, people, onClose }: ReportFormProps) {
  const [typed, setTyped] = useState(() => firstOf(report, views));
  const [create, creating] = useCreateReportMutation();
  const [change, changing] = useChangeReportMutation();
  const say = useSay();
  const error = creating.error ?? changing.error;
  const put = (over: Partial<ReportInput>) => setTyped((old) => ({ ...old, ...over }));
  const send = async () => {
    const name = typed.name.trim() || (views.find(({ id }) => id === typed.view)?.name ?? '');
    const body = { ...typed, name };
    const result = report ? await change({ id: report.id, body }) : await create(body);
    if (result.error) return;
    say(report ? 'The report is changed.' : `“${name}” goes out from now on.`);
    onClose();
  };
  const choose = <Value extends string | number>(
    label: string,
    value: Value,
    options: readonly (readonly [Value, string])[],
    onChange: (value: string) => void,
    fault?: string,
  ) => (
    <Field label={label} fault={fault}>
      <select className={INPUT} value={value} onChange={(event) => onChange(event.target.value)}>
        {options.map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </select>
    </Field>
  );
  const other = otherFault(error, ['name', 'view', 'weekday', 'monthDay', 'receivers', 'time']);
  return (
    <Dialog
      title={report ? 'Change the report' : 'New report'}
      description="A kept view that goes out by mail. Each receiver gets what their own rights show."
      isOpen
      onClose={onClose}
      width="w-[620px]"
    >
      <form
        className="grid grid-cols-2 gap-3 max-phone:grid-cols-1"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        {choose(
          'Kept view',
          typed.view,
          views.map(({ id, name }) => [id, name] as const),
          (view) => put({ view: Number(view) }),
          faultAt(error, 'view'),
        )}
        {choose(
          'Of which period',
          typed.periodKind,
          REPORT_PERIODS.map((each) => [each, PERIOD_WORDS[each]] as const),
          (periodKind) => put({ periodKind: periodKind as ReportInput['periodKind'] }),
        )}
        {choose(
          'It goes',
          typed.rhythm,
          RHYTHMS.map((each) => [each, RHYTHM_WORDS[each]] as const),
          (rhythm) => put({ rhythm: rhythm as ReportInput['rhythm'] }),
        )}
        {typed.rhythm === 'weekly' &&
          choose(
            'On',
            typed.weekday ?? 1,
            WEEKDAYS.map((name, index) => [index + 1, name] as const),
            (weekday) => put({ weekday: Number(weekday) }),
            faultAt(error, 'weekday'),
          )}
        {typed.rhythm === 'monthly' && (
          <Field
            label="On day"
            fault={faultAt(error, 'monthDay')}
            hint="In a shorter month on its last day."
          >
            <input
              className={INPUT}
              type="number"
              min={1}
              max={31}
              value={typed.monthDay ?? ''}
              onChange={(event) => put({ monthDay: Number(event.target.value) || null })}
            />
          </Field>
        )}
        <Field
          label="At"
          fault={faultAt(error, 'time') && 'Write a time of day, for example 07:30.'}
          hint="On the clock of the company."
        >
          <input
            className={INPUT}
            placeholder="07:30"
            value={typed.time}
            onChange={(event) => put({ time: event.target.value })}
          />
        </Field>
        {choose(
          'With it goes',
          typed.format,
          REPORT_FORMATS.map((each) => [each, FORMAT_WORDS[each]] as const),
          (format) => put({ format: format as ReportInput['format'] }),
        )}
        <Field label="Called" fault={faultAt(error, 'name')}>
          <input
            className={INPUT}
            maxLength={80}
            placeholder={views.find(({ id }) => id === typed.view)?.name}
            value={typed.name}
            onChange={(event) => put({ name: event.target.value })}
          />
        </Field>
        <Field label="Your words to it" className="col-span-full">
          <textarea
            rows={2}
            maxLength={2_000}
            className={`${INPUT} h-auto py-1.5`}
            value={typed.text ?? ''}
            onChange={(event) => put({ text: event.target.value || null })}
          />
        </Field>
        <fieldset className="col-span-full">
          <legend className="font-medium">To whom</legend>
          <div className="mt-1 flex max-h-[130px] flex-wrap gap-x-4 gap-y-1 overflow-y-auto">
            {people.map(({ id, name }) => (
              <label key={id} className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={typed.receivers.includes(id)}
                  onChange={() =>
                    put({
                      receivers: typed.receivers.includes(id)
                        ? typed.receivers.filter((each) => each !== id)
                        : [...typed.receivers, id],
                    })
                  }
                />
                {name}
              </label>
            ))}
          </div>
          {faultAt(error, 'receivers') && (
            <p className="text-[12px] text-grade-1">Choose somebody you know.</p>
          )}
        </fieldset>
        {other && <p className="col-span-full text-grade-1">{other}</p>}
        <div className="col-span-full flex justify-end gap-2">
          <Button
            kind="main"
            type="submit"
            missing={typed.receivers.length === 0 ? 'Choose to whom it goes.' : null}
            disabled={creating.isLoading || changing.isLoading}
          >
            {report ? 'Save' : 'Make the report'}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
