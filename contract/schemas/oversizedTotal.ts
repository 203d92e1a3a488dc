import { type Static, Type } from 'typebox';
import { Id, LongId } from './common';

/**
 * A part of somebody's deals that is too large to be added up, and therefore in no figure, with the
 * deals to correct.
 */
export const OversizedTotal = Type.Object({
  salesperson: Type.String(),
  name: Type.String(),
  unitId: Id,
  field: Type.Enum(['amount', 'cost', 'quantity'] as const),
  /** The largest first. */
  deals: Type.Array(Type.Object({ id: LongId, deal: Type.String(), value: Type.String() })),
});
export type OversizedTotal = Static<typeof OversizedTotal>;
