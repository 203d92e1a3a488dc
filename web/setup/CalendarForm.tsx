import { useState } from 'react';
import type { Company } from '#contract/schemas/company';
import { buildCalendar, type CalendarRule } from '#core/period/calendar';
import { parseDay } from '#core/period/day';
import { WEEK_PATTERNS, type WeekPattern } from '#core/period/weekYear';
import { monthNames } from '#wording/period';
import { useChangeCalendarMutation } from '../app/api';
import { WEEKDAYS } from '../app/calendarWords';
import { FailureNote, faultAt, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import { CalendarPreview } from './CalendarPreview';
import { WeekdayChooser } from './WeekdayChooser';

interface Fields {
  kind: CalendarRule['kind'];
  firstMonth: number;
  pattern: WeekPattern;
  endMonth: number;
  endWeekday: number;
  endsOn: 'nearest' | 'last';
  yearLabel: 'ends' | 'begins';
}

function toFields(rule: CalendarRule): Fields {
  const usual: Fields = {
    kind: 'month',
    firstMonth: 1,
    pattern: '4-4-5',
    endMonth: 12,
    endWeekday: 6,
    endsOn: 'last',
    yearLabel: 'ends',
  };
  return rule.kind === 'month'
    ? { ...usual, ...rule, endMonth: rule.firstMonth === 1 ? 12 : rule.firstMonth - 1 }
    : { ...usual, ...rule };
}

function toRule({
  kind,
  firstMonth,
  pattern,
  endMonth,
  endWeekday,
  endsOn,
  yearLabel,
}: Fields): CalendarRule {
  return kind === 'month'
    ? { kind, firstMonth, yearLabel }
    : { kind, pattern, endMonth, endWeekday, endsOn, yearLabel };
}

/**
 * Changes the fiscal calendar, working weekdays and time zone: what moves is shown before it is
 * saved.
 */
export function CalendarForm({ company, onClose }: { company: Company; onClose(): void }) {
  const [fields, setFields] = useState(() => toFields(company.calendar));
  const [worked, setWorked] = useState({
    weekdays: company.weekdays,
    halfWeekdays: company.halfWeekdays,
  });
  const [timeZone, setTimeZone] = useState(company.timeZone);
  const [endOfBusiness, setEndOfBusiness] = useState(company.endOfBusiness);
  const [reason, setReason] = useState('');
  const [change, { error, isLoading }] = useChangeCalendarMutation();
  const say = useSay();
  const set = (over: Partial<Fields>) => setFields((old) => ({ ...old, ...over }));
  const rule = toRule(fields);
  const submit = async () => {
    const result = await change({ calendar: rule, ...worked, timeZone, endOfBusiness, reason });
    if (result.error) return;
    say('The calendar is changed.');
    onClose();
  };
  const choose = <T extends string | number>(
    label: string,
    value: T,
    choices: readonly (readonly [T, string])[],
    onChange: (value: T) => void,
  ) => (
    <Field label={label}>
      <select
        className={INPUT}
        value={value}
        onChange={(event) =>
          onChange(choices.find(([each]) => String(each) === event.target.value)![0])
        }
      >
        {choices.map(([each, name]) => (
          <option key={each} value={each}>
            {name}
          </option>
        ))}
      </select>
    </Field>
  );
  const months = monthNames().map((name, i) => [i + 1, name] as const);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
      noValidate
      className="mt-4 flex flex-col gap-3 border-t border-line pt-4"
    >
      <div className="grid grid-cols-3 gap-3">
        {choose(
          'Kind',
          fields.kind,
          [
            ['month', 'by month'],
            ['week', 'by week (52 or 53)'],
          ],
          (kind) => set({ kind }),
        )}
        {fields.kind === 'month' ? (
          choose('First month', fields.firstMonth, months, (firstMonth) => set({ firstMonth }))
        ) : (
          <>
            {choose(
              'Weeks of a quarter’s periods',
              fields.pattern,
              WEEK_PATTERNS.map((each) => [each, each]),
              (pattern) => set({ pattern }),
            )}
            {choose(
              'The year ends on the',
              fields.endsOn,
              [
                ['last', 'last of these weekdays in the month'],
                ['nearest', 'one nearest to the month’s end'],
              ],
              (endsOn) => set({ endsOn }),
            )}
            {choose(
              'Weekday',
              fields.endWeekday,
              WEEKDAYS.map((name, i) => [i + 1, name]),
              (endWeekday) => set({ endWeekday }),
            )}
            {choose('Month', fields.endMonth, months, (endMonth) => set({ endMonth }))}
          </>
        )}
        {choose(
          'Named after the year in which it',
          fields.yearLabel,
          [
            ['ends', 'ends'],
            ['begins', 'begins'],
          ],
          (yearLabel) => set({ yearLabel }),
        )}
        <Field label="Time zone" fault={faultAt(error, 'timeZone')}>
          <input
            className={INPUT}
            value={timeZone}
            onChange={(event) => setTimeZone(event.target.value)}
          />
        </Field>
        <Field
          label="End of business"
          fault={faultAt(error, 'endOfBusiness')}
          hint="Until then nothing is due for today."
        >
          <input
            className={INPUT}
            inputMode="numeric"
            maxLength={5}
            placeholder="17:00"
            value={endOfBusiness}
            onChange={(event) => setEndOfBusiness(event.target.value)}
          />
        </Field>
      </div>
      <WeekdayChooser value={worked} fault={faultAt(error, 'halfWeekdays')} onChange={setWorked} />
      <CalendarPreview
        now={buildCalendar(company.calendar)}
        then={buildCalendar(rule)}
        today={parseDay(company.today)!}
      />
      <Field label="Why is it changed?" fault={faultAt(error, 'reason') && 'Say why.'}>
        <input
          className={INPUT}
          maxLength={500}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
      </Field>
      {otherFault(error, ['timeZone', 'endOfBusiness', 'reason']) && (
        <FailureNote failure={error!} />
      )}
      <div className="flex gap-2">
        <Button
          type="submit"
          kind="main"
          disabled={isLoading}
          missing={
            worked.weekdays.length === 0
              ? 'Choose a weekday first.'
              : reason.trim() === ''
                ? 'Say why first.'
                : null
          }
        >
          Change the calendar
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </form>
  );
}
