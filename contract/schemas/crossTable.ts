import { type Static, Type } from 'typebox';
import { PeriodView } from './attainment';
import { Nullable, Value } from './common';
import { TAKEN_APART_BY } from './comparison';
import { MeasureRecord } from './measure';
import { UnitSummary } from './unit';

/** Everything lines of deals have; units below are compared elsewhere. */
export const CROSSED_BY = TAKEN_APART_BY.filter((by) => by !== 'unit');
export type CrossedBy = (typeof CROSSED_BY)[number];

/** What can be crossed: what is known line by line. */
export const CROSSED_MEASURES = ['revenue', 'gross_profit', 'deals_won'] as const;

/** How many rows and columns are shown by themselves; with one more, that one is. */
export const [MOST_CROSS_ROWS, MOST_CROSS_COLUMNS] = [30, 8];

export const CrossTableQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    period: Type.String({ minLength: 1 }),
    measure: Type.Optional(Type.Enum(CROSSED_MEASURES)),
    rows: Type.Enum(CROSSED_BY),
    columns: Type.Enum(CROSSED_BY),
  },
  { additionalProperties: false },
);
export type CrossTableQuery = Static<typeof CrossTableQuery>;

const CrossHeading = Type.Object({
  /** A salesperson's code, an id of a list, or a customer group's name; null: all others. */
  key: Nullable(Type.String()),
  name: Type.String(),
  /** How many it stands for. */
  count: Type.Integer(),
  total: Value,
});

/** What a unit sold by two things at once: the largest by themselves, all others as one. */
export const CrossTable = Type.Object({
  unit: UnitSummary,
  period: PeriodView,
  measure: MeasureRecord,
  currency: Type.String(),
  rows: Type.Array(CrossHeading),
  columns: Type.Array(CrossHeading),
  /** A list a row; deals are counted once a cell, so that theirs need not add up. */
  cells: Type.Array(Type.Array(Value)),
  total: Value,
});
export type CrossTable = Static<typeof CrossTable>;
