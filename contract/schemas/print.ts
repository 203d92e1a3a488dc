import { Type } from 'typebox';
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
