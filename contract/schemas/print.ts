import { type Static, Type } from 'typebox';
import { SLICE_MEASURES } from '#core/slices/lineTable';
import { ComparisonQuery } from './comparison';
import { MeasureCode } from './measure';

export const PRINT_FORMATS = ['pdf', 'png', 'svg', 'csv', 'xlsx'] as const;

export const PrintQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    period: Type.String({ minLength: 1 }),
    measure: Type.Optional(MeasureCode),
    format: Type.Enum(PRINT_FORMATS),
  },
  { additionalProperties: false },
);

/** Of views of many pages: as pages, or as a workbook. */
export const DOCUMENT_FORMATS = ['pdf', 'xlsx'] as const;
export type DocumentFormat = (typeof DOCUMENT_FORMATS)[number];

export const ComparisonFileQuery = Type.Object(
  { ...ComparisonQuery.properties, format: Type.Enum(DOCUMENT_FORMATS) },
  { additionalProperties: false },
);

export const ExploreFileQuery = Type.Object(
  {
    unit: Type.String({ minLength: 1 }),
    period: Type.String({ minLength: 1 }),
    measure: Type.Optional(Type.Enum(SLICE_MEASURES)),
    /** What is chosen, as in the address of Explore: "salesperson:ivarga;month:FY2027-P07". */
    pick: Type.Optional(Type.String({ maxLength: 4_000 })),
    order: Type.Optional(Type.Enum(['amount', 'change'] as const)),
    format: Type.Enum(DOCUMENT_FORMATS),
  },
  { additionalProperties: false },
);
export type ExploreFileQuery = Static<typeof ExploreFileQuery>;
