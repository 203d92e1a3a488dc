import type { PeriodView, StandingView } from '#contract/schemas/attainment';
import type { MeasureRecord } from '#contract/schemas/measure';
import type { Note } from '#contract/schemas/note';
import type { UnitSummary } from '#contract/schemas/unit';
import type { Scope } from '../access/index';
import type { Context } from '../context';
import { listPrintedNotes } from '../notes/index';

/** What was written about the figures of a file. */
export interface PrintedNotes {
  /** The newest first. */
  notes: readonly Note[];
  /** In which they were written. */
  timeZone: string;
}

/** What a file of a standing shows: the figures, and what was written about them. */
export interface PrintedStanding extends PrintedNotes {
  view: StandingView;
}

/** The notes that go along with a view, of the units the reader sees. */
export async function findPrintedNotes(
  context: Context,
  scope: Scope,
  {
    unit,
    period,
    measure,
  }: { unit: UnitSummary; period: PeriodView; measure: Pick<MeasureRecord, 'code'> },
): Promise<PrintedNotes> {
  return {
    notes: await listPrintedNotes(context, scope, {
      unit: unit.code,
      period: period.id,
      measure: measure.code,
    }),
    timeZone: context.replica.company!.timeZone,
  };
}
