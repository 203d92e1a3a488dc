import { cloneElement, type ReactElement, useId } from 'react';
import { classNames } from './classNames';

export const INPUT =
  'h-[32px] w-full rounded-sheet border border-strong/30 bg-sheet px-2.5 aria-invalid:border-grade-1 disabled:opacity-60';

interface FieldProps {
  label: string;
  /** By which a form finds it. */
  name?: string;
  fault?: string;
  hint?: string;
  className?: string;
  children: ReactElement<{ id?: string; 'aria-invalid'?: boolean; 'aria-describedby'?: string }>;
}

/** A label with its input, and under it the fault or a hint, tied together for screen readers. */
export function Field({ label, name, fault, hint, className, children }: FieldProps) {
  const id = useId();
  const note = fault ?? hint;
  return (
    <div className={className} data-field={name}>
      <label htmlFor={id} className="mb-1 block font-medium">
        {label}
      </label>
      {cloneElement(children, {
        id,
        'aria-invalid': fault ? true : undefined,
        'aria-describedby': note ? `${id}-note` : undefined,
      })}
      {note && (
        <p
          id={`${id}-note`}
          className={classNames('mt-1 text-[12px]', fault ? 'text-grade-1' : 'text-soft')}
        >
          {note}
        </p>
      )}
    </div>
  );
}
