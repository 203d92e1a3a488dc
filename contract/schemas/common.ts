import { Type, type TSchema } from 'typebox';

/** ISO 8601 calendar day. */
export const IsoDay = Type.String({ format: 'date', description: 'ISO 8601 day, for example 2026-11-18' });

/** Whole minor units of the currency, or a plain count. */
export const Minor = Type.Integer({ minimum: -Number.MAX_SAFE_INTEGER, maximum: Number.MAX_SAFE_INTEGER });

/** A value of a measure in whole units of its last decimal; one that was divided may have fractions. */
export const Value = Type.Number();

export const Nullable = <Schema extends TSchema>(schema: Schema) => Type.Union([schema, Type.Null()]);

/** Why something is changed, for the record. */
export const Reason = Type.String({ maxLength: 500 });

export const Nothing = Type.Object({}, { additionalProperties: false });
