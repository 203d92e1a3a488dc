import { type Day, type DaySpan, intersect } from '../period/day';
import type { Membership, MemberSpan, Unit } from './unit';

/**
 * Who stands where, with dates. Built once from units and memberships and never changed; all
 * roll-ups ask it, so a deal counts for the team its salesperson belonged to on the close date
 * (docs/calculations.md, 3).
 */
export interface UnitTree {
  units: readonly Unit[];
  root: Unit | null;
  find(unitId: number): Unit | undefined;
  findByCode(code: string): Unit | undefined;
  membershipsOf(unitId: number): readonly Membership[];
  /** Memberships of the units directly below. */
  membershipsUnder(parentId: number): readonly Membership[];
  parentOn(unitId: number, day: Day): number | null;
  /** From the unit's parent up to the company on that day. */
  ancestorsOn(unitId: number, day: Day): number[];
  /** Units directly below on at least one day of the span, in tree order. */
  childrenDuring(unitId: number, span: DaySpan): readonly Unit[];
  /**
   * All units that stood under one on at least one day of the span, itself first, each once, in
   * tree order.
   */
  unitsDuring(unitId: number, span: DaySpan): readonly Unit[];
  /**
   * Days on which each salesperson stood anywhere under the unit; a salesperson's own membership
   * days for itself.
   */
  memberSpansUnder(unitId: number): readonly MemberSpan[];
  /** True when the unit stands somewhere in the tree on at least one day of the span. */
  isActiveDuring(unitId: number, span: DaySpan): boolean;
  /** The unit itself and all that stood below it on some day. */
  unitsUnder(unitId: number): ReadonlySet<number>;
}

export function buildUnitTree(
  units: readonly Unit[],
  memberships: readonly Membership[],
): UnitTree {
  const byId = new Map(units.map((unit) => [unit.id, unit]));
  const byCode = new Map(units.map((unit) => [unit.code, unit]));
  const order = new Map(units.map((unit, index) => [unit.id, index]));
  const ofUnit = groupBy(memberships, (membership) => membership.unitId);
  const underParent = groupBy(memberships, (membership) => membership.parentId);
  const memberSpans = new Map<number, readonly MemberSpan[]>();
  const below = new Map<number, ReadonlySet<number>>();
  // A period is one object: what is found for it is found again.
  const childrenIn = new WeakMap<DaySpan, Map<number, readonly Unit[]>>();
  const unitsIn = new WeakMap<DaySpan, Map<number, readonly Unit[]>>();

  const memberSpansUnder = (unitId: number): readonly MemberSpan[] => {
    let found = memberSpans.get(unitId);
    if (!found) {
      // Set before recursing: a cycle in bad data must end, not overflow the stack.
      memberSpans.set(unitId, []);
      memberSpans.set(unitId, (found = mergeSegments(collectSegments(unitId))));
    }
    return found;
  };

  const collectSegments = (unitId: number): MemberSpan[] => {
    if (byId.get(unitId)?.kind === 'salesperson') {
      return (ofUnit.get(unitId) ?? []).map(({ from, to }) => ({
        salespersonId: unitId,
        from,
        to,
      }));
    }
    return (underParent.get(unitId) ?? []).flatMap((membership) =>
      memberSpansUnder(membership.unitId).flatMap((segment) => {
        const both = intersect(segment, membership);
        return both ? [{ salespersonId: segment.salespersonId, ...both }] : [];
      }),
    );
  };

  const unitsUnder = (unitId: number): ReadonlySet<number> => {
    let found = below.get(unitId);
    if (!found) {
      below.set(unitId, new Set());
      const all = new Set([unitId]);
      for (const membership of underParent.get(unitId) ?? []) {
        for (const id of unitsUnder(membership.unitId)) all.add(id);
      }
      below.set(unitId, (found = all));
    }
    return found;
  };

  const childrenDuring = (unitId: number, span: DaySpan) =>
    keep(childrenIn, span, unitId, () => {
      const ids = new Set(
        (underParent.get(unitId) ?? []).filter((m) => intersect(m, span)).map((m) => m.unitId),
      );
      return [...ids].sort((a, b) => order.get(a)! - order.get(b)!).map((id) => byId.get(id)!);
    });

  const parentOn = (unitId: number, day: Day) =>
    (ofUnit.get(unitId) ?? []).find((membership) => day >= membership.from && day < membership.to)
      ?.parentId ?? null;

  return {
    units,
    root: units.find((unit) => unit.kind === 'company') ?? null,
    find: (unitId) => byId.get(unitId),
    findByCode: (code) => byCode.get(code),
    membershipsOf: (unitId) => ofUnit.get(unitId) ?? [],
    membershipsUnder: (parentId) => underParent.get(parentId) ?? [],
    parentOn,
    ancestorsOn(unitId, day) {
      const ancestors: number[] = [];
      for (
        let id = parentOn(unitId, day);
        id !== null && !ancestors.includes(id);
        id = parentOn(id, day)
      )
        ancestors.push(id);
      return ancestors;
    },
    childrenDuring,
    unitsDuring: (unitId, span) =>
      keep(unitsIn, span, unitId, () => {
        const found = new Map<number, Unit>();
        const visit = (unit: Unit) => {
          if (found.has(unit.id)) return;
          found.set(unit.id, unit);
          childrenDuring(unit.id, span).forEach(visit);
        };
        const root = byId.get(unitId);
        if (root) visit(root);
        return [...found.values()];
      }),
    memberSpansUnder,
    isActiveDuring: (unitId, span) =>
      (ofUnit.get(unitId) ?? []).some((membership) => intersect(membership, span)),
    unitsUnder,
  };
}

function keep(
  known: WeakMap<DaySpan, Map<number, readonly Unit[]>>,
  span: DaySpan,
  unitId: number,
  find: () => readonly Unit[],
): readonly Unit[] {
  let ofSpan = known.get(span);
  if (!ofSpan) known.set(span, (ofSpan = new Map()));
  let found = ofSpan.get(unitId);
  if (!found) ofSpan.set(unitId, (found = find()));
  return found;
}

function groupBy<Key>(
  memberships: readonly Membership[],
  keyOf: (membership: Membership) => Key,
): Map<Key, Membership[]> {
  const groups = new Map<Key, Membership[]>();
  for (const membership of memberships) {
    const group = groups.get(keyOf(membership));
    if (group) group.push(membership);
    else groups.set(keyOf(membership), [membership]);
  }
  return groups;
}

/**
 * Touching or overlapping memberSpans of one salesperson become one, so that no day counts twice.
 */
function mergeSegments(memberSpans: readonly MemberSpan[]): MemberSpan[] {
  const sorted = [...memberSpans].sort(
    (a, b) => a.salespersonId - b.salespersonId || a.from - b.from,
  );
  const merged: MemberSpan[] = [];
  for (const segment of sorted) {
    const last = merged.at(-1);
    if (last && last.salespersonId === segment.salespersonId && segment.from <= last.to) {
      last.to = Math.max(last.to, segment.to);
    } else merged.push({ ...segment });
  }
  return merged;
}
