import { useEffect, useState } from 'react';
import { DayField } from '../app/DayField';
import { INPUT } from '../ui/Field';

interface MomentFieldProps {
  id?: string;
  'aria-invalid'?: boolean;
  'aria-describedby'?: string;
  /** "2026-11-18T09:30" on the company's clock; empty for none. */
  value: string;
  onChange(value: string): void;
}

const TIME = /^([01]?\d|2[0-3])[:.]([0-5]\d)$/;

/** A day and a time of day, typed: 24 hours, in one form whatever the browser's language is. */
export function MomentField({ value, onChange, ...field }: MomentFieldProps) {
  const [day = '', time = ''] = value.split('T');
  const [text, setText] = useState(time);
  useEffect(() => setText(time), [time]);
  const put = (onDay: string, at: string) => {
    const found = TIME.exec(at.trim());
    if (onDay === '') return onChange('');
    const clock = found ? `${found[1]!.padStart(2, '0')}:${found[2]}` : '00:00';
    if (/^\d{4}-\d\d-\d\d$/.test(onDay)) onChange(`${onDay}T${clock}`);
  };
  return (
    <span className="flex gap-1">
      <DayField {...field} value={day} onChange={(next) => put(next, text)} className="w-[170px]" />
      <input
        aria-label="Time of day"
        placeholder="09:30"
        className={`${INPUT} w-[64px]`}
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          if (TIME.test(event.target.value.trim())) put(day, event.target.value);
        }}
        onBlur={() => put(day, text)}
      />
    </span>
  );
}
