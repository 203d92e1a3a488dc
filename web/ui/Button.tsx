import type { ButtonHTMLAttributes, Ref } from 'react';
import { classNames } from './classNames';

const KINDS = {
  plain: 'border border-strong/25 bg-sheet text-ink hover:bg-hover',
  main: 'border border-accent bg-accent text-on-accent hover:opacity-90',
  quiet: 'border border-transparent text-ink hover:bg-hover',
  danger: 'border border-grade-1 bg-sheet text-grade-1 hover:bg-danger-soft',
} as const;

export interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  kind?: keyof typeof KINDS;
  ref?: Ref<HTMLButtonElement>;
}

export function Button({ kind = 'plain', className, type = 'button', ...rest }: ButtonProps) {
  return (
    <button
      type={type}
      className={classNames(
        'touchable inline-flex h-[30px] items-center justify-center gap-1.5 rounded-sheet px-3 font-medium whitespace-nowrap disabled:opacity-50',
        KINDS[kind],
        className,
      )}
      {...rest}
    />
  );
}
