import { type Static, Type } from 'typebox';
import { PeriodView } from './attainment';
import { IsoDay, Nullable } from './common';
import { TAKEN_APART_BY } from './comparison';
import { MeasureCode } from './measure';
import { UnitSummary } from './unit';

/** What of a figure a note is about: one value it can be taken apart by. */
export const NoteSlice = Type.Object(
  {
    by: Type.Enum(TAKEN_APART_BY),
    key: Type.String({ minLength: 1, maxLength: 200 }),
    /** As it was called when the note was written. */
    name: Type.String({ minLength: 1, maxLength: 200 }),
  },
  { additionalProperties: false },
);
export type NoteSlice = Static<typeof NoteSlice>;

const NoteText = Type.String({ minLength: 1, maxLength: 2_000, pattern: '\\S' });
const Person = Type.Object({ id: Type.Integer(), name: Type.String() });

export const NOTE_STATES = ['open', 'resolved', 'all'] as const;

export const NoteQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    /** Only notes about days of this period. */
    period: Type.Optional(Type.String({ minLength: 1 })),
    measure: Type.Optional(MeasureCode),
    state: Type.Optional(Type.Enum(NOTE_STATES)),
    /** Only those somebody is to see to. */
    onlyActions: Type.Optional(Type.Boolean()),
    /** Only those the reader is to see to, and overdue ones they asked others for. */
    isMine: Type.Optional(Type.Boolean()),
    search: Type.Optional(Type.String({ maxLength: 100 })),
  },
  { additionalProperties: false },
);
export type NoteQuery = Static<typeof NoteQuery>;

export const ActionExportQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    state: Type.Optional(Type.Enum(NOTE_STATES)),
    /** Only those the reader is to see to. */
    mine: Type.Optional(Type.Boolean()),
  },
  { additionalProperties: false },
);

export const NoteInput = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    period: Type.String({ minLength: 1 }),
    measure: MeasureCode,
    slice: Type.Optional(Nullable(NoteSlice)),
    text: NoteText,
    /** Who sees to it: somebody who sees the unit. */
    assignee: Type.Optional(Nullable(Type.Integer())),
    dueOn: Type.Optional(Nullable(IsoDay)),
  },
  { additionalProperties: false },
);
export type NoteInput = Static<typeof NoteInput>;

export const NoteReplyInput = Type.Object({ text: NoteText }, { additionalProperties: false });
export type NoteReplyInput = Static<typeof NoteReplyInput>;

export const NoteStateInput = Type.Object(
  { resolved: Type.Boolean() },
  { additionalProperties: false },
);
export type NoteStateInput = Static<typeof NoteStateInput>;

const NoteReply = Type.Object({
  id: Type.Integer(),
  text: Type.String(),
  author: Person,
  at: Type.String(),
});

export const Note = Type.Object({
  id: Type.Integer(),
  unit: UnitSummary,
  measure: Type.String(),
  measureName: Type.String(),
  period: PeriodView,
  slice: Nullable(NoteSlice),
  text: Type.String(),
  author: Person,
  at: Type.String(),
  assignee: Nullable(Person),
  dueOn: Nullable(IsoDay),
  isOverdue: Type.Boolean(),
  resolvedAt: Nullable(Type.String()),
  resolvedBy: Nullable(Person),
  replies: Type.Array(NoteReply),
});
export type Note = Static<typeof Note>;

export const Notes = Type.Object({
  /** The newest first. */
  notes: Type.Array(Note),
  /** All that match, also those beyond the first. */
  count: Type.Integer(),
  /** Who sees the unit, and may be asked to see to something. */
  people: Type.Array(Person),
});
export type Notes = Static<typeof Notes>;
