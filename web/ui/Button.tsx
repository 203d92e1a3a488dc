import { type ButtonHTMLAttributes, type Ref, useId } from 'react';
import { classNames } from './classNames';

const KINDS = {
  plain: 'border border-strong/25 bg-sheet text-ink hover:bg-hover',
  main: 'border border-accent bg-accent text-on-accent hover:opacity-90',
  quiet: 'border border-transparent text-ink hover:bg-hover',
  danger: 'border border-grade-1 bg-sheet text-grade-1 hover:bg-danger-soft',
} as const;

export interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  kind?: keyof typeof KINDS;
  /** What is still to be given before it can be pressed: said beside it. */
  missing?: string | null;
  ref?: Ref<HTMLButtonElement>;
}

export function Button({
  kind = 'plain',
  missing = null,
  className,
  type = 'button',
  disabled,
  ...rest
}: ButtonProps) {
  const id = useId();
  const button = (
    <button
      type={type}
      disabled={disabled || missing !== null}
      aria-describedby={missing === null ? undefined : id}
      className={classNames(
        'touchable inline-flex h-[30px] items-center justify-center gap-1.5 rounded-sheet px-3 font-medium whitespace-nowrap disabled:opacity-50',
        KINDS[kind],
        className,
      )}
      {...rest}
    />
  );
  if (missing === null) return button;
  return (
    <>
      <span id={id} className="self-center text-[12px] text-soft">
        {missing}
      </span>
      {button}
    </>
  );
}
