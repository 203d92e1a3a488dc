/** Where a target comes from, in the order in which it is looked for (docs/calculations.md, 5). */
export const TARGET_SOURCES = [
  'set',
  'sumOfPeriods',
  'allocatedFromPeriod',
  'sumOfUnits',
  'inherited',
  'none',
] as const;
export type TargetSource = (typeof TARGET_SOURCES)[number];

/** A unit and period that should have a target and has none. */
export interface MissingTarget {
  unitId: number;
  periodId: string;
}

export interface ResolvedTarget {
  /**
   * The sum of what is there; with `missing` not empty it is incomplete and no status may be given.
   * Null: no target.
   */
  value: number | null;
  floor: number | null;
  stretch: number | null;
  targetSource: TargetSource;
  missing: readonly MissingTarget[];
  /**
   * How many parts (periods or units) the sum should have; 1 for a target that is set or shared
   * out.
   */
  partCount: number;
  /** The period whose target was shared out or stands for its parts too, when it does. */
  allocatedFrom: string | null;
  /** The unit whose target stands for those below too, when it does. */
  inheritedFromUnit: number | null;
  /** True where it, or a part of its sum, is only a share of a longer period's target. */
  isShare: boolean;
}

export const NO_TARGET: ResolvedTarget = {
  value: null,
  floor: null,
  stretch: null,
  targetSource: 'none',
  missing: [],
  partCount: 0,
  allocatedFrom: null,
  inheritedFromUnit: null,
  isShare: false,
};

/** The value, if it may be judged by: null when there is none or parts of it are missing. */
export function completeValue(target: ResolvedTarget): number | null {
  return target.missing.length > 0 ? null : target.value;
}

/** One addend of a sum of targets. */
export interface FoundPart extends MissingTarget {
  found: ResolvedTarget;
}

/** Adds up parts that may themselves be incomplete; null when none of them has a target at all. */
export function addFound(
  parts: readonly FoundPart[],
  targetSource: TargetSource,
): ResolvedTarget | null {
  if (parts.every(({ found }) => found.value === null)) return null;
  const missing = parts.flatMap(({ found, unitId, periodId }) =>
    found.value === null ? [{ unitId, periodId }] : [...found.missing],
  );
  const add = (field: 'value' | 'floor' | 'stretch') => {
    const values = parts.map(({ found }) => found[field]);
    // A floor or a stretch of some parts only says nothing about the whole.
    if (field !== 'value' && values.includes(null)) return null;
    return values.reduce<number>((sum, value) => sum + (value ?? 0), 0);
  };
  return {
    value: add('value'),
    floor: add('floor'),
    stretch: add('stretch'),
    targetSource,
    missing,
    partCount: parts.length,
    allocatedFrom: null,
    inheritedFromUnit: null,
    isShare: parts.some(({ found }) => found.isShare),
  };
}
