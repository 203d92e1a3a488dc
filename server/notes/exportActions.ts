import type { NoteQuery } from '#contract/schemas/note';
import type { Principal, Scope } from '../access/index';
import type { Context } from '../context';
import { toCsv } from '../imports/index';
import { listNotes } from './service';

/** Of one file. */
export const MOST_EXPORTED_ACTIONS = 10_000;

const COLUMNS = [
  'unit',
  'period',
  'measure',
  'slice',
  'action',
  'who',
  'until',
  'overdue',
  'asked_by',
  'written_at',
  'done_at',
  'done_by',
];

/** Actions as CSV, the newest first. @throws ProblemError unknownUnit */
export async function exportActions(
  context: Context,
  scope: Scope,
  principal: Principal,
  query: Pick<NoteQuery, 'unit' | 'state' | 'isMine'>,
): Promise<string> {
  const { notes } = await listNotes(
    context,
    scope,
    principal,
    { ...query, onlyActions: true },
    MOST_EXPORTED_ACTIONS,
  );
  return toCsv(
    COLUMNS,
    notes.map((note) => [
      note.unit.code,
      note.period.id,
      note.measure,
      note.slice?.name ?? null,
      note.text,
      note.assignee?.name ?? null,
      note.dueOn,
      note.isOverdue ? 'yes' : 'no',
      note.author.name,
      note.at,
      note.resolvedAt,
      note.resolvedBy?.name ?? null,
    ]),
  );
}
