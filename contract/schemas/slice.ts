import { type Static, Type } from 'typebox';
import { PeriodView, Status } from './attainment';
import { IsoDay, Nullable } from './common';
import { MeasureCode } from './measure';
import { SliceDimension } from './target';
import { UnitSummary } from './unit';

export const ExploreQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    period: Type.String({ minLength: 1 }),
  },
  { additionalProperties: false },
);
export type ExploreQuery = Static<typeof ExploreQuery>;

const Named = Type.Object({ id: Type.Integer(), name: Type.String() });
const UnitName = Type.Object({ code: Type.String(), name: Type.String() });

/** Days of lines, and the same number of days or fewer of the year before. */
const LineSpan = Type.Object({
  days: Type.String({ description: 'The span in words.' }),
  from: IsoDay,
  lines: Type.Integer(),
});

const SpanPart = Type.Object({
  id: Type.String(),
  name: Type.String(),
  /** In days from the beginning of the span; `to` is not included. */
  from: Type.Integer(),
  to: Type.Integer(),
  priorYearFrom: Nullable(Type.Integer()),
  priorYearTo: Nullable(Type.Integer()),
});

/**
 * What the codes in the columns of a pack of lines mean: the place in each list is the code. Code 0
 * is "none" in every list but those of people and units.
 */
export const LinesHeader = Type.Object({
  unit: UnitSummary,
  period: PeriodView,
  asOf: IsoDay,
  currency: Type.String(),
  now: LineSpan,
  /** The same period last year, cut at the same point; null where there is none. */
  priorYear: Nullable(LineSpan),
  months: Type.Array(SpanPart),
  /** Those of the year before began 364 days earlier, so that their weekdays are the same. */
  weeks: Type.Array(SpanPart),
  salespeople: Type.Array(UnitName),
  /** The units a person stood under on the day: their team and branch, where they have one. */
  places: Type.Array(Type.Object({ team: Nullable(UnitName), branch: Nullable(UnitName) })),
  customers: Type.Array(Type.Object({ ...Named.properties, group: Nullable(Type.String()) })),
  products: Type.Array(Named),
  categories: Type.Array(Named),
  sources: Type.Array(Named),
  locations: Type.Array(Named),
  /** Where values stand against targets of their own for the period, whatever is chosen. */
  targets: Type.Array(
    Type.Object({
      by: SliceDimension,
      key: Type.String(),
      measure: MeasureCode,
      attainmentText: Nullable(Type.String()),
      status: Status,
    }),
  ),
});
export type LinesHeader = Static<typeof LinesHeader>;
