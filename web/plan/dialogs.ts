import type { WayKind } from './fill/fillForm';

/** Which dialog of the plan is open. */
export type PlanDialog =
  | { kind: 'fill'; way: WayKind }
  | { kind: 'newDraft' | 'publish' | 'compare' | 'revise' | 'demand' | 'acknowledged' | 'rates' };
