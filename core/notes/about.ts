/** What a figure is of; its days stand beside. */
export interface NotedSubject {
  /** A unit's code. */
  unit: string;
  measure: string;
  /** One value of what it is taken apart by; null: the whole figure. */
  slice: { by: string; key: string } | null;
}

/** A figure: what a note is about, or what a point of a picture or a row of a table shows. */
export interface NotedFigure extends NotedSubject {
  /** ISO 8601, both included: such days sort as text. */
  from: string;
  lastDay: string;
}

/** Slices that are units themselves: a person's part of a branch is the person. */
const UNITS: ReadonlySet<string> = new Set(['unit', 'salesperson']);

function settle({ unit, measure, slice }: NotedSubject): NotedSubject {
  return slice && UNITS.has(slice.by) && slice.key !== ''
    ? { unit: slice.key, measure, slice: null }
    : { unit, measure, slice };
}

/** Whether two are of the same figure, whatever their days. */
export function isSameSubject(one: NotedSubject, other: NotedSubject): boolean {
  const [a, b] = [settle(one), settle(other)];
  return (
    a.unit === b.unit &&
    a.measure === b.measure &&
    a.slice?.by === b.slice?.by &&
    a.slice?.key === b.slice?.key
  );
}

/**
 * Whether a note belongs to a point: it is about the same figure, and about no day outside the
 * point's. A note about August stands at August and at its quarter, not at a day of August.
 */
export function isNoteAbout(note: NotedFigure, point: NotedFigure): boolean {
  return isSameSubject(note, point) && note.from >= point.from && note.lastDay <= point.lastDay;
}
