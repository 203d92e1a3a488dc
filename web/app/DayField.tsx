import { type Ref, useEffect, useState } from 'react';
import { parseDay, toIsoDay } from '#core/period/day';
import { describeDay } from '#wording/period';
import { DayInput } from '../ui/DayInput';
import { useGetCompanyQuery } from './api';
import { type Leaning, readTypedDay } from './typedDay';

interface DayFieldProps {
  id?: string;
  'aria-label'?: string;
  'aria-invalid'?: boolean;
  'aria-describedby'?: string;
  /** ISO 8601; empty for none; what cannot be read stays as it was typed. */
  value: string;
  onChange(value: string): void;
  /** Which of two days is meant where the year is left open. */
  leaning?: Leaning;
  max?: string;
  placeholder?: string;
  className?: string;
  ref?: Ref<HTMLInputElement>;
}

/**
 * A day, typed in any usual way ("12 nov", "yesterday", "26/11") or taken from the calendar; left,
 * the field says in full which day was understood.
 */
export function DayField({ value, onChange, leaning = 'past', ...field }: DayFieldProps) {
  const { data: company } = useGetCompanyQuery();
  const today = parseDay(company?.today ?? '1970-01-01')!;
  const toText = (iso: string) => {
    const day = parseDay(iso);
    return day === null ? iso : describeDay(day);
  };
  const [text, setText] = useState(() => toText(value));
  const read = readTypedDay(text, today, leaning);
  const meaning = read === null ? text.trim() : toIsoDay(read);
  useEffect(() => {
    // Another value than what is typed came from outside: a form begun anew, a calendar.
    if (value !== meaning) setText(toText(value));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- typing changes the meaning before the value
  }, [value]);
  const take = (typed: string) => {
    setText(typed);
    const day = readTypedDay(typed, today, leaning);
    onChange(day === null ? typed.trim() : toIsoDay(day));
  };
  return (
    <DayInput
      {...field}
      value={text}
      iso={read === null ? '' : toIsoDay(read)}
      onChange={take}
      onLeave={() => {
        if (read !== null) setText(describeDay(read));
      }}
    />
  );
}
