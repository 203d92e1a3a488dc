import type { DaySpan } from '../period/day';

export const UNIT_KINDS = ['company', 'branch', 'team', 'salesperson'] as const;
export type UnitKind = (typeof UNIT_KINDS)[number];

export interface Unit {
  id: number;
  /** Short, unique, as used in files. */
  code: string;
  name: string;
  kind: UnitKind;
}

/** From when to when a unit stands under a parent; the company stands under none. */
export interface Membership extends DaySpan {
  unitId: number;
  parentId: number | null;
}

/** A salesperson's days under some unit. */
export interface MemberSpan extends DaySpan {
  salespersonId: number;
}

/**
 * A level may be missing, but none may be turned round: a team never stands under a salesperson.
 */
export function mayStandUnder(child: UnitKind, parent: UnitKind): boolean {
  return UNIT_KINDS.indexOf(child) > UNIT_KINDS.indexOf(parent) && parent !== 'salesperson';
}
