import type { ReactNode } from 'react';
import { classNames } from '../ui/classNames';

interface ViewBodyProps {
  /** What is shown belongs to the place before: the figures of this one are on the way. */
  isOther: boolean;
  className: string;
  children: ReactNode;
}

/**
 * A view below the year strip. Until the figures of a new place are there the old ones pale: they
 * must not be read as them.
 */
export function ViewBody({ isOther, className, children }: ViewBodyProps) {
  return (
    <div className={classNames(className, isOther && 'stale')} aria-busy={isOther}>
      {children}
    </div>
  );
}
