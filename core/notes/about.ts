/** A figure: what a note is about, or what a point of a picture or a row of a table shows. */
export interface NotedFigure {
  /** A unit's code. */
  unit: string;
  measure: string;
  /** One value of what it is taken apart by; null: the whole figure. */
  slice: { by: string; key: string } | null;
  /** ISO 8601, both included: such days sort as text. */
  from: string;
  lastDay: string;
}

/**
 * Whether a note belongs to a point: it is about the same figure, and about no day outside the
 * point's. A note about August stands at August and at its quarter, not at a day of August.
 */
export function isNoteAbout(note: NotedFigure, point: NotedFigure): boolean {
  return (
    note.unit === point.unit &&
    note.measure === point.measure &&
    note.slice?.by === point.slice?.by &&
    note.slice?.key === point.slice?.key &&
    note.from >= point.from &&
    note.lastDay <= point.lastDay
  );
}
