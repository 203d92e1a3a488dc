import { type TSchema, Type } from 'typebox';

/** ISO 8601 calendar day. */
export const IsoDay = Type.String({
  format: 'date',
  description: 'ISO 8601 day, for example 2026-11-18',
});

/** The number of a row. */
export const Id = Type.Integer({ minimum: 1, maximum: 2 ** 31 - 1 });

/** The number of a row of a table that grows beyond four bytes: deals, deliveries. */
export const LongId = Type.Integer({ minimum: 1, maximum: Number.MAX_SAFE_INTEGER });

/** Whole minor units of the currency, or a plain count. */
export const Minor = Type.Integer({
  minimum: -Number.MAX_SAFE_INTEGER,
  maximum: Number.MAX_SAFE_INTEGER,
});

/**
 * A value of a measure in whole units of its last decimal; one that was divided may have fractions.
 */
export const Value = Type.Number();

export const Nullable = <Schema extends TSchema>(schema: Schema) =>
  Type.Union([schema, Type.Null()]);

/** Why something is changed, for the record. */
export const Reason = Type.String({ maxLength: 500 });

export const Nothing = Type.Object({}, { additionalProperties: false });

/** ISO weekdays, Monday 1. */
export const Weekdays = Type.Array(Type.Integer({ minimum: 1, maximum: 7 }), {
  maxItems: 7,
  uniqueItems: true,
});
