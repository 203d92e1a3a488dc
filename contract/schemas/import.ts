import { type Static, Type } from 'typebox';
import { Id, Minor, Nullable, Reason } from './common';
import { DealFilterQuery } from './deal';

export const IMPORT_KINDS = [
  'units',
  'targets',
  'deals',
  'deal_lines',
  'activities',
  'rates',
  'products',
  'customers',
  'history',
] as const;
export const ImportKind = Type.Enum(IMPORT_KINDS);
export type ImportKind = (typeof IMPORT_KINDS)[number];

export const MOST_CORRECTIONS = 100;
/** What `corrections` holds. */
export const Corrections = Type.Array(
  Type.Tuple([
    Type.Integer({ minimum: 1 }),
    Type.String({ minLength: 1, maxLength: 100 }),
    Type.String({ maxLength: 2_000 }),
  ]),
  { maxItems: MOST_CORRECTIONS },
);
export type Corrections = Static<typeof Corrections>;

export const ImportQuery = Type.Object(
  {
    /** Read and check only; nothing is written. */
    check: Type.Optional(Type.Boolean()),
    /** Take the good rows and leave the refused ones; not for units, which hang together. */
    partial: Type.Optional(Type.Boolean()),
    fileName: Type.Optional(Type.String({ maxLength: 200 })),
    reason: Type.Optional(Reason),
    /**
     * Cells to be read as if the file had other words there, as JSON: a list of lists of the line,
     * the column as it is called in a refusal, and the value; at most 100.
     */
    corrections: Type.Optional(Type.String({ maxLength: 8_000 })),
    /** For deals: how the file is read (saveImportMapping); left out: it is in the open format. */
    mapping: Type.Optional(Id),
    /**
     * For targets: the draft to import into; left out: a new draft, a copy of the published plan
     * with the file's targets.
     */
    plan: Type.Optional(Id),
  },
  { additionalProperties: false },
);

/** An import of deals that has been made, or deals that were changed together. */
export const ImportRun = Type.Object({
  id: Type.Integer(),
  kind: Type.Enum(['deals', 'bulk', 'feed'] as const),
  fileName: Type.String(),
  userName: Type.String(),
  at: Type.String(),
  created: Type.Integer(),
  changed: Type.Integer(),
  unchanged: Type.Integer(),
  undoneAt: Nullable(Type.String()),
  undoneBy: Nullable(Type.String()),
});
export type ImportRun = Static<typeof ImportRun>;

export const ImportUndo = Type.Object(
  { reason: Type.String({ minLength: 1, maxLength: 500, pattern: '\\S' }) },
  { additionalProperties: false },
);
/** `kept`: deals that somebody changed since; they stay as they are. */
export const ImportUndone = Type.Object({
  voided: Type.Integer(),
  restored: Type.Integer(),
  kept: Type.Array(Type.String()),
  keptCount: Type.Integer(),
});
export type ImportUndone = Static<typeof ImportUndone>;

export const EXPORT_FORMATS = ['csv', 'xlsx', 'json'] as const;
export const ExportQuery = Type.Object(
  {
    /** A draft instead of the published targets. */
    plan: Type.Optional(Id),
    /** A workbook or JSON in place of CSV. */
    format: Type.Optional(Type.Enum(EXPORT_FORMATS)),
    /** Which fiscal year a workbook is of; left out: the draft's, or the running one. */
    year: Type.Optional(Type.String({ pattern: '^FY\\d{4}$' })),
    /** For deals: only those that match. */
    ...DealFilterQuery.properties,
  },
  { additionalProperties: false },
);

/** Why a row was refused: where, what stood there, and what would be accepted. */
export const Refusal = Type.Object({
  line: Type.Integer(),
  /** For a workbook: sheet and cell, "revenue!D5". */
  cell: Type.Optional(Type.String()),
  column: Type.String(),
  value: Type.String(),
  reason: Type.String(),
  accepted: Type.String(),
});
export type Refusal = Static<typeof Refusal>;

export const ImportReport = Type.Object({
  kind: ImportKind,
  read: Type.Integer(),
  created: Type.Integer(),
  changed: Type.Integer(),
  unchanged: Type.Integer(),
  refused: Type.Integer(),
  /**
   * Sums of the amounts, in the reporting currency: of the good rows, and of those that are new,
   * changed or as they were; of the refused ones, as far as theirs can be read; of won ones whose
   * salesperson stood in no unit that day. Null where rows have none.
   */
  value: Nullable(
    Type.Object({
      read: Minor,
      refused: Minor,
      created: Minor,
      changed: Minor,
      unchanged: Minor,
      unassigned: Minor,
    }),
  ),
  /** The first refusals; `refused` counts all. */
  refusals: Type.Array(Refusal),
  ignoredColumns: Type.Array(Type.String()),
  /**
   * Values that name nobody and nothing there is: to be matched with what there is, or for the
   * lists added (`isNew`). Likely ones first.
   */
  unknown: Type.Optional(
    Type.Array(
      Type.Object({
        column: Type.String(),
        value: Type.String(),
        count: Type.Integer(),
        isNew: Type.Boolean(),
        suggestions: Type.Array(Type.String()),
      }),
    ),
  ),
  /** Of a check of deals: the first changed rows, each with what differs. */
  changes: Type.Optional(
    Type.Array(
      Type.Object({
        line: Type.Integer(),
        deal: Type.String(),
        fields: Type.Array(
          Type.Object({
            field: Type.String(),
            before: Nullable(Type.String()),
            after: Nullable(Type.String()),
          }),
        ),
      }),
    ),
  ),
  newNames: Type.Array(Type.Object({ list: Type.String(), count: Type.Integer() })),
  /** The drafts that targets were imported into. */
  plans: Type.Optional(
    Type.Array(Type.Object({ id: Type.Integer(), year: Type.String(), name: Type.String() })),
  ),
  /**
   * False for a check, and for a file with refused rows unless the good ones were asked for: then
   * nothing was written.
   */
  written: Type.Boolean(),
});
export type ImportReport = Static<typeof ImportReport>;
