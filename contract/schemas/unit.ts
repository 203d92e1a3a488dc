import { UNIT_KINDS } from '#core/units/unit';
import { Type, type Static } from 'typebox';
import { IsoDay, Nullable, Reason } from './common';

export const UnitKind = Type.Enum(UNIT_KINDS);

export const UnitInput = Type.Object({
  unit: Type.String({ pattern: '^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$', description: 'Short code, unique.' }),
  name: Type.String({ minLength: 1, maxLength: 120, pattern: '\\S' }),
  kind: UnitKind,
  parent: Type.String({ minLength: 1 }),
  from: Type.Optional(Nullable(IsoDay)),
  to: Type.Optional(Nullable(IsoDay)),
  email: Type.Optional(Nullable(Type.String({ maxLength: 200 }))),
  country: Type.Optional(Nullable(Type.String({ pattern: '^[A-Z]{2}$' }))),
  reason: Type.Optional(Reason),
}, { additionalProperties: false });
export type UnitInput = Static<typeof UnitInput>;

export const UnitSummary = Type.Object({
  id: Type.Integer(),
  code: Type.String(),
  name: Type.String(),
  kind: UnitKind,
});
export type UnitSummary = Static<typeof UnitSummary>;
