import type { Period } from '#core/period/calendar';
import { proposePartial } from '#core/targets/fill/partial';
import { FULL } from '#core/units/ramp';
import type { Workbench } from './workbench';

/** Part of a full target, and how it comes about. */
export interface Proposal {
  value: number;
  full: number;
  /** The month whose target is full; null: the average of the peers. */
  from: Period | null;
  share: number;
  present: number;
  all: number;
}

/**
 * A target for someone who is there for a part of a month, or on a ramp: their part of what is
 * asked in the nearest whole month (the next one for a joiner, else the one before), or of the
 * peers' average. Null where nothing needs proposing.
 */
export function proposePart(bench: Workbench, unitId: number, period: Period): Proposal | null {
  if (period.kind !== 'month' || !bench.tree.isActiveDuring(unitId, period)) return null;
  const source = bench.toFillSource();
  const [present, all] = [
    source.workingDaysIn(unitId, period),
    source.allWorkingDaysIn(unitId, period),
  ];
  const share = source.rampShareOf(unitId, period);
  if (present === all && share === FULL) return null;
  const isWhole = (month: Period) =>
    source.workingDaysIn(unitId, month) === source.allWorkingDaysIn(unitId, month) &&
    source.rampShareOf(unitId, month) === FULL;
  const neighbours = bench.calendar
    .months(bench.sheet.year)
    .filter((month) => isWhole(month) && source.targetOf(unitId, month) !== null);
  const nearest =
    neighbours.find((month) => month.from > period.from) ??
    neighbours.findLast((month) => month.from < period.from);
  const peers = source.peersOf(unitId, period);
  const full = nearest
    ? source.targetOf(unitId, nearest)!
    : peers.length > 0
      ? peers.reduce((sum, peer) => sum + peer, 0) / peers.length
      : null;
  if (full === null) return null;
  return {
    value: proposePartial(full, { share, present, all, unit: bench.oneUnit }),
    full,
    from: nearest ?? null,
    share,
    present,
    all,
  };
}

/** Who is asked for a part of a target has the same part of its minimum and stretch. */
export function scaleLimits(
  { value, floor, stretch }: { value: number | null; floor: number | null; stretch: number | null },
  part: number,
): { floor: number | null; stretch: number | null } {
  const share = value ? part / value : 0;
  return {
    floor: floor === null ? null : Math.min(part, Math.floor(floor * share)),
    stretch: stretch === null ? null : Math.max(part, Math.ceil(stretch * share)),
  };
}
