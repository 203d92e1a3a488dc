import type { Status } from '#core/status/grade';
import type { StatusColor } from '#core/status/rule';

/** A status as it is drawn. */
export type ShownStatus = Omit<Status, 'grade'> & { grade: number };

const NAMES: Record<StatusColor, string> = {
  teal: 'made',
  steel: 'grade-3',
  amber: 'grade-2',
  rust: 'grade-1',
  plum: 'plum',
  slate: 'slate',
};
const TEXT: Record<StatusColor, string> = {
  teal: 'text-made',
  steel: 'text-grade-3',
  amber: 'text-grade-2',
  rust: 'text-grade-1',
  plum: 'text-plum',
  slate: 'text-slate',
};

/** The colour of a grade's marks and bars. Always beside a symbol and a word or percent. */
export function fillOf({ color }: Pick<Status, 'color'>): string {
  return color === null ? 'var(--none)' : `var(--${NAMES[color]})`;
}

/** The class of text in a grade's colour. */
export function textOf({ color }: Pick<Status, 'color'>): string {
  return color === null ? 'text-none' : TEXT[color];
}
