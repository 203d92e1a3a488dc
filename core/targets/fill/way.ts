import type { Period } from '../../period/calendar';

/** What weighs the people of a share-out (docs/calculations.md, 6). */
export const PEOPLE_WEIGHTS = ['even', 'priorYear', 'present', 'custom'] as const;
export type PeopleWeight = (typeof PEOPLE_WEIGHTS)[number];

/** What weighs the periods of a share-out. */
export const PHASINGS = ['workingDays', 'even', 'priorYear', 'present', 'custom'] as const;
export type Phasing = (typeof PHASINGS)[number];

/** A line's own terms in a share-out. */
export interface LineTerms {
  isLocked?: boolean;
  least?: number | null;
  most?: number | null;
  /**
   * Basis points of the total, for custom shares; those of all lines that are not locked add up to
   * 10,000.
   */
  share?: number;
}

/** One way to fill cells; each says what its cells will be, none writes anything. */
export type FillWay =
  /** The same amount in every cell. */
  | { kind: 'each'; amount: number }
  /** One total over all lines and periods together. */
  | {
      kind: 'total';
      total: number;
      people: PeopleWeight;
      phasing: Phasing;
      terms: ReadonlyMap<number, LineTerms>;
      periodShares?: readonly number[];
    }
  /** Last year's result of the same period, changed by a percent in basis points. */
  | { kind: 'priorYear'; growth: number }
  /** What stands there, changed by a percent in basis points. */
  | { kind: 'percent'; growth: number }
  /**
   * A full target for each period, of which newcomers and leavers get their part; null: the average
   * of the peers' targets.
   */
  | { kind: 'partial'; full: number | null }
  /** What another plan has in the same cells. */
  | { kind: 'copy' };

/** What the ways are computed from; all amounts in the measure's smallest unit. */
export interface FillSource {
  /** What applies to the cell now; null: nothing. */
  targetOf(unitId: number, period: Period): number | null;
  /** The result of the same period a year before; 0 for none. */
  priorYearOf(unitId: number, period: Period): number;
  /** Working days of the period on which the unit stands in the tree. */
  workingDaysIn(unitId: number, period: Period): number;
  /** All working days of the period, whether the unit is there or not. */
  allWorkingDaysIn(unitId: number, period: Period): number;
  /** Basis points of the full target that a ramp asks. */
  rampShareOf(unitId: number, period: Period): number;
  /** Targets of the others of the same level under the same parent. */
  peersOf(unitId: number, period: Period): readonly number[];
  isActive(unitId: number, period: Period): boolean;
  /** For `copy`: the other plan's value. */
  otherOf?(unitId: number, period: Period): number | null;
}

export interface FillRequest {
  way: FillWay;
  unitIds: readonly number[];
  periods: readonly Period[];
  /** Rounding unit in the smallest unit: 1, 100, 100_000 ... */
  step: number;
}

export interface FilledCell {
  unitId: number;
  period: Period;
  before: number | null;
  value: number;
}

/** What a fill did otherwise than asked, to be said beside the preview. */
export type FillNote =
  | { code: 'noPeers'; unitId: number; period: Period }
  | { code: 'noHistory'; unitId: number; period: Period }
  | { code: 'fellBackToWorkingDays'; unitId: number };

export type FillFault =
  | 'growthTooLow'
  | 'sharesNot100'
  | 'negative'
  | 'nothingToFill'
  | 'noOpenLine'
  | 'belowLeast'
  | 'aboveMost'
  | 'crossedBounds';

export type FillResult =
  /** `total`: all together, with what locked lines keep (`kept`). */
  | { ok: true; cells: FilledCell[]; notes: FillNote[]; total: number; kept: number }
  | { ok: false; fault: FillFault; bound: number | null };
