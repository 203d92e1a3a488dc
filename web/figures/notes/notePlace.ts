import type { NoteSlice } from '#contract/schemas/note';

/** What a note written here is about. */
export interface NotePlace {
  unit: string;
  period: string;
  measure: string;
  /** What of the figure is looked at, where it is one value. */
  slice?: NoteSlice | null;
}
