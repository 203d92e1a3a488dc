import { type Static, Type } from 'typebox';

/** What a newcomer does once; each is ticked off by having been done. */
export const FIRST_STEPS = [
  'inviteAccount',
  'setTargets',
  'bookDeal',
  'acknowledgeTargets',
  'keepView',
  'makeAlertRule',
  'writeAction',
  'makeReport',
] as const;

export const FirstSteps = Type.Array(
  Type.Object({ step: Type.Enum(FIRST_STEPS), isDone: Type.Boolean() }),
);
export type FirstSteps = Static<typeof FirstSteps>;
