import { CalendarDays } from 'lucide-react';
import { type ChangeEvent, type Ref, useRef } from 'react';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { classNames } from './classNames';
import { INPUT } from './Field';

const t = messagesOf('frame', EN_FRAME);

interface DayInputProps {
  id?: string;
  'aria-invalid'?: boolean;
  'aria-label'?: string;
  'aria-describedby'?: string;
  /** As typed. */
  value: string;
  /** ISO 8601, for the calendar; empty where the text names no day. */
  iso: string;
  onChange(value: string): void;
  onLeave?(): void;
  max?: string;
  placeholder?: string;
  className?: string;
  ref?: Ref<HTMLInputElement>;
}

/** A day by typing it in any usual way, or from the calendar. */
export function DayInput({
  value,
  iso,
  onChange,
  onLeave,
  max,
  placeholder = t('exampleDays'),
  className,
  ref,
  ...field
}: DayInputProps) {
  const calendar = useRef<HTMLInputElement>(null);
  return (
    <div className="relative">
      <input
        ref={ref}
        type="text"
        autoComplete="off"
        className={classNames(INPUT, 'pr-8', className)}
        value={value}
        placeholder={placeholder}
        onChange={(event: ChangeEvent<HTMLInputElement>) => onChange(event.target.value)}
        onBlur={onLeave}
        {...field}
      />
      <button
        type="button"
        aria-label={t('openTheCalendar')}
        className="absolute top-1 right-1 flex size-[24px] items-center justify-center rounded-[4px] text-soft hover:bg-hover"
        onClick={() => calendar.current?.showPicker()}
      >
        <CalendarDays size={14} aria-hidden />
      </button>
      <input
        ref={calendar}
        type="date"
        tabIndex={-1}
        aria-hidden
        className="pointer-events-none absolute right-0 bottom-0 h-0 w-0 opacity-0"
        value={iso}
        max={max}
        onChange={(event) => onChange(event.target.value)}
      />
    </div>
  );
}
