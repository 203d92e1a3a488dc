import { type Static, Type } from 'typebox';

export const EVENT_TOPICS = [
  'deals',
  'targets',
  'drafts',
  'units',
  'plans',
  'measures',
  'activities',
  'company',
  'boards',
  'notes',
  'alerts',
  'commission',
  'contests',
] as const;

/**
 * Something the reader may see has changed; what it is now is asked for anew, through the same
 * rights.
 */
export const LiveEvent = Type.Object({
  topic: Type.Enum(EVENT_TOPICS),
});
export type LiveEvent = Static<typeof LiveEvent>;
