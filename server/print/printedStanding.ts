import type { StandingView } from '#contract/schemas/attainment';
import type { Note } from '#contract/schemas/note';

/** What a file of a standing shows: the figures, and what was written about them. */
export interface PrintedStanding {
  view: StandingView;
  /** The newest first. */
  notes: readonly Note[];
  /** In which notes were written. */
  timeZone: string;
}
