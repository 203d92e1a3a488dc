import { type Static, Type } from 'typebox';
import { DAY_FORMS } from '#core/period/dayForm';

export const NUMBER_FORMS = ['point', 'comma'] as const;
const Texts = Type.Record(Type.String({ maxLength: 200 }), Type.String({ maxLength: 200 }));

/**
 * How a file that is not in the open format is read: which of its columns mean ours, how it writes
 * days and numbers, what stands for what.
 */
export const ImportMapping = Type.Object(
  {
    /** Their heading to our column; an empty text: not read. */
    columns: Texts,
    days: Type.Enum(DAY_FORMS),
    numbers: Type.Enum(NUMBER_FORMS),
    /** By our column: a value of theirs to one of ours. */
    values: Type.Record(Type.String({ maxLength: 40 }), Texts),
    /** By our column: what holds where the file says nothing. */
    defaults: Texts,
  },
  { additionalProperties: false },
);
export type ImportMapping = Static<typeof ImportMapping>;

/** The first rows of a file as they stand, and how it might be read. */
export const ImportPreview = Type.Object({
  headings: Type.Array(Type.String()),
  rows: Type.Array(Type.Array(Type.String())),
  mapping: ImportMapping,
  /** Remembered from an earlier file with the same headings. */
  isRemembered: Type.Boolean(),
  /** Needed columns that nothing in the file stands for. */
  missing: Type.Array(Type.String()),
  /** Days that can be read in more than one way. */
  isDoubtful: Type.Boolean(),
});
export type ImportPreview = Static<typeof ImportPreview>;

export const SavedMapping = Type.Object({ id: Type.Integer() });
export const MappingInput = Type.Object(
  {
    headings: Type.Array(Type.String({ maxLength: 200 }), { maxItems: 200 }),
    mapping: ImportMapping,
  },
  { additionalProperties: false },
);
export type MappingInput = Static<typeof MappingInput>;
