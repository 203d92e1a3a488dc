import type { MeasureCode } from '../measure/measure';
import type { MeasureBook } from '../measure/measureBook';
import { shareOut } from '../money/share';
import type { FiscalCalendar, Period } from '../period/calendar';
import { type DaySpan, intersect } from '../period/day';
import type { WorkingDays } from '../period/workingDays';
import type { UnitTree } from '../units/tree';
import {
  activeHalfDays,
  activeWorkingDays,
  type DayShares,
  shareAroundLocked,
  shareOverDays,
} from './phasing';
import { addFound, type FoundPart, NO_TARGET, type ResolvedTarget } from './resolvedTarget';
import type { TargetBook, TargetValue } from './targetBook';

export interface TargetInputs {
  tree: UnitTree;
  calendar: FiscalCalendar;
  targets: TargetBook;
  measures: MeasureBook;
  workingDaysOf(unitId: number): WorkingDays;
  /**
   * The company's, where this shows only a part of it: a target that is everybody's below is found
   * above what the reader sees.
   */
  whole?: { lookup: TargetLookup } | undefined;
}

/** Which target applies to a unit and period, by the order of docs/calculations.md, 5. */
export interface TargetLookup {
  find(unitId: number, period: Period, measure: MeasureCode): ResolvedTarget;
  /**
   * The unit's own target (set, added up or shared out over time), without looking at the units
   * below; null when it has none.
   */
  findOwn(unitId: number, period: Period, measure: MeasureCode): ResolvedTarget | null;
  /** What the units directly below add up to; null when none of them has a target. */
  findAllocated(unitId: number, period: Period, measure: MeasureCode): ResolvedTarget | null;
}

/** Beyond these it is quicker to begin anew than to pick out what a change concerns. */
const MOST_FORGOTTEN = 200;
const MOST_ANSWERS = 4_000;

/** Builds a lookup over fixed dataset; answers are kept until a target they rest on changes. */
export function buildTargetLookup(source: TargetInputs): TargetLookup {
  const { tree, calendar, targets, measures, workingDaysOf } = source;
  // By period object, then unit: a company's year asks the same question thousands of times.
  let memo = new WeakMap<Period, Map<string, Map<number, ResolvedTarget | null>>>();
  let memoVersion = targets.version;
  // The same answers once more, to find those of a changed unit among them.
  let allAnswers: { measure: MeasureCode; answers: Map<number, ResolvedTarget | null> }[] = [];

  /**
   * A changed target concerns its unit and everyone the unit ever stood under; all other answers
   * stay.
   */
  const forget = () => {
    const changed = targets.changedSince(memoVersion);
    memoVersion = targets.version;
    if (changed === null || changed.size > MOST_FORGOTTEN || allAnswers.length > MOST_ANSWERS) {
      memo = new WeakMap();
      allAnswers = [];
      return;
    }
    const concerned = new Set<number>();
    const climb = (unitId: number) => {
      if (concerned.has(unitId)) return;
      concerned.add(unitId);
      for (const { parentId } of tree.membershipsOf(unitId)) if (parentId !== null) climb(parentId);
    };
    changed.forEach(climb);
    for (const { measure, answers } of allAnswers) {
      // Where a target is everybody's below, a change concerns them as well as those above.
      if (measures.get(measure).overUnits === 'sameForParts') answers.clear();
      else for (const unitId of concerned) answers.delete(unitId);
    }
  };

  // A company's table asks for one period and measure a thousand times: the last answers are found
  // without looking them up.
  const newest: Record<
    AnswerKind,
    { period: Period; measure: MeasureCode; answers: Map<number, ResolvedTarget | null> } | null
  > = { any: null, own: null, people: null };
  const answersFor = (kind: AnswerKind, period: Period, measure: MeasureCode) => {
    if (memoVersion !== targets.version) {
      forget();
      newest.any = newest.own = newest.people = null;
    }
    const last = newest[kind];
    if (last !== null && last.period === period && last.measure === measure) return last.answers;
    const answers = findAnswers(kind, period, measure);
    newest[kind] = { period, measure, answers };
    return answers;
  };

  const findAnswers = (kind: AnswerKind, period: Period, measure: MeasureCode) => {
    let ofPeriod = memo.get(period);
    if (!ofPeriod) memo.set(period, (ofPeriod = new Map()));
    const key = kind + measure;
    let answers = ofPeriod.get(key);
    if (!answers) {
      ofPeriod.set(key, (answers = new Map()));
      allAnswers.push({ measure, answers });
    }
    return answers;
  };

  const find = (unitId: number, period: Period, measure: MeasureCode): ResolvedTarget => {
    const answers = answersFor('any', period, measure);
    let found = answers.get(unitId);
    if (!found)
      answers.set(
        unitId,
        (found =
          findOwn(unitId, period, measure) ??
          findAllocated(unitId, period, measure) ??
          findOfWhole(unitId, period, measure) ??
          NO_TARGET),
      );
    return found;
  };

  const findOwn = (unitId: number, period: Period, measure: MeasureCode): ResolvedTarget | null => {
    const answers = answersFor('own', period, measure);
    let found = answers.get(unitId);
    if (found === undefined) {
      found = findSet(unitId, period, measure) ?? findOverTime(unitId, period, measure);
      answers.set(unitId, found);
    }
    return found;
  };

  const findAllocated = (
    unitId: number,
    period: Period,
    measure: MeasureCode,
  ): ResolvedTarget | null => {
    const answers = answersFor('people', period, measure);
    let found = answers.get(unitId);
    if (found === undefined)
      answers.set(
        unitId,
        (found =
          measures.get(measure).overUnits === 'adds'
            ? addOverPeople(unitId, period, measure)
            : null),
      );
    return found;
  };

  const findSet = (unitId: number, period: Period, measure: MeasureCode): ResolvedTarget | null => {
    const value = targets.get(unitId, measure, period.id);
    return value ? toFound(value, 'set', null) : null;
  };

  const findOverTime = (
    unitId: number,
    period: Period,
    measure: MeasureCode,
  ): ResolvedTarget | null => {
    switch (measures.get(measure).overTime) {
      case 'adds':
        return addOverTime(unitId, period, measure) ?? shareOverTime(unitId, period, measure);
      case 'sameForParts':
        return findOfLonger(unitId, period, measure);
      case 'none':
        return null;
    }
  };

  /**
   * The target of a month within a quarter or year is theirs, where a measure does not add up over
   * time.
   */
  const findOfLonger = (
    unitId: number,
    period: Period,
    measure: MeasureCode,
  ): ResolvedTarget | null => {
    if (!tree.isActiveDuring(unitId, period)) return null;
    for (const container of containersOf(period)) {
      const value = targets.get(unitId, measure, container.id);
      if (value) return toFound(value, 'inherited', container.id);
    }
    return null;
  };

  const containersOf = (period: Period): Period[] =>
    (['month', 'quarter', 'year'] as const)
      .map((kind) => calendar.periodOf(kind, period.from))
      .filter(
        (container) =>
          container.from <= period.from &&
          container.to >= period.to &&
          container.to - container.from > period.to - period.from,
      );

  /**
   * A target of the units above is everybody's below, where a measure does not add up over units
   * (docs/calculations.md, 5).
   */
  const findOfWhole = (
    unitId: number,
    period: Period,
    measure: MeasureCode,
  ): ResolvedTarget | null => {
    if (measures.get(measure).overUnits !== 'sameForParts') return null;
    const last = tree
      .membershipsOf(unitId)
      .filter((membership) => intersect(membership, period))
      .at(-1);
    if (!last) return null;
    // The reader's own unit has nothing above it here, but it has in the company.
    if (last.parentId === null) return source.whole ? findOfCompany(unitId, period, measure) : null;
    const above = find(last.parentId, period, measure);
    return above.value === null
      ? null
      : {
          ...above,
          targetSource: 'inherited',
          inheritedFromUnit: above.inheritedFromUnit ?? last.parentId,
        };
  };

  const findOfCompany = (
    unitId: number,
    period: Period,
    measure: MeasureCode,
  ): ResolvedTarget | null => {
    const found = source.whole!.lookup.find(unitId, period, measure);
    return found.targetSource === 'inherited' && found.inheritedFromUnit !== null ? found : null;
  };

  const activeParts = (unitId: number, periods: readonly Period[]) =>
    periods.filter((part) => tree.isActiveDuring(unitId, part));

  const addOverTime = (
    unitId: number,
    period: Period,
    measure: MeasureCode,
  ): ResolvedTarget | null => {
    // The days of a month stand for themselves: a day without a target would ask for the month's
    // again.
    const lookUp =
      period.kind === 'month'
        ? (part: Period) => findSet(unitId, part, measure)
        : period.kind === 'year' || period.kind === 'quarter'
          ? (part: Period) => findSet(unitId, part, measure) ?? addOverTime(unitId, part, measure)
          : (part: Period) => findOwn(unitId, part, measure);
    const parts = activeParts(unitId, partsOf(period, unitId, measure))
      // A day nobody works needs no target; one that is set all the same counts.
      .filter(
        (part) =>
          part.kind !== 'day' || works(unitId, part) || findSet(unitId, part, measure) !== null,
      )
      .map((part) => ({ found: lookUp(part) ?? NO_TARGET, unitId, periodId: part.id }));
    return addFound(parts, 'sumOfPeriods');
  };

  const partsOf = (period: Period, unitId: number, measure: MeasureCode): Period[] => {
    if (period.kind === 'year') return calendar.quarters(calendar.labelOf(period.from));
    if (period.kind === 'quarter') return calendar.monthsIn(period);
    if (period.kind === 'day') return [];
    if (period.kind === 'month') return targets.hasDays(unitId, measure) ? daysOf(period) : [];
    const months = calendar.monthsIn(period);
    return months.length > 0 ? months : daysOf(period);
  };

  const daysOf = (span: DaySpan): Period[] =>
    Array.from({ length: span.to - span.from }, (_, i) => calendar.periodOf('day', span.from + i));

  const works = (unitId: number, day: Period) =>
    activeWorkingDays(day, tree.membershipsOf(unitId), workingDaysOf(unitId)) > 0;

  const shareOverTime = (
    unitId: number,
    period: Period,
    measure: MeasureCode,
  ): ResolvedTarget | null => {
    if (!tree.isActiveDuring(unitId, period)) return null;
    if (period.kind === 'day') return shareToDay(unitId, period, measure);
    if (period.kind !== 'month' && period.kind !== 'quarter') return null;
    const containers = [
      calendar.periodOf('quarter', period.from),
      calendar.periodOf('year', period.from),
    ].filter((container) => container.to - container.from > period.to - period.from);
    for (const container of containers) {
      const value = targets.get(unitId, measure, container.id);
      if (!value) continue;
      const months = calendar.monthsIn(container);
      const inside = months.map((month) => month.from >= period.from && month.to <= period.to);
      const pick = (field: keyof TargetValue) => {
        if (value[field] === null) return null;
        const shares = shareOverMonths(unitId, value[field], container, measure, field);
        return shares.reduce((sum, share, index) => (inside[index] ? sum + share : sum), 0);
      };
      return toFound(
        { target: pick('target')!, floor: pick('floor'), stretch: pick('stretch') },
        'allocatedFromPeriod',
        container.id,
      );
    }
    return null;
  };

  /**
   * Months with a target of their own (or of their quarter) keep it; the rest is shared out by
   * working days.
   */
  const shareOverMonths = (
    unitId: number,
    total: number,
    container: Period,
    measure: MeasureCode,
    field: keyof TargetValue,
  ): number[] => {
    const months = calendar.monthsIn(container);
    const lockedOf = (month: Period): number | null => {
      const own = targets.get(unitId, measure, month.id)?.[field];
      if (own !== undefined) return own;
      if (container.kind !== 'year') return null;
      const quarter = calendar.periodOf('quarter', month.from);
      const quarterTotal = targets.get(unitId, measure, quarter.id)?.[field] ?? null;
      if (quarterTotal === null) return null;
      const shares = shareOverMonths(unitId, quarterTotal, quarter, measure, field);
      return shares[calendar.monthsIn(quarter).findIndex((each) => each.id === month.id)]!;
    };
    const working = workingDaysOf(unitId);
    const active = tree.membershipsOf(unitId);
    return shareAroundLocked(
      total,
      months.map((month) => activeHalfDays(month, active, working)),
      months.map(lockedOf),
    );
  };

  const shareToDay = (unitId: number, day: Period, measure: MeasureCode): ResolvedTarget | null => {
    const month = calendar.periodOf('month', day.from);
    const found = findOwn(unitId, month, measure);
    if (found?.value == null || found.missing.length > 0) return null;
    const shares = sharesOf(unitId, month, found);
    if (!shares) return null;
    const at = day.from - month.from;
    return toFound(
      {
        target: shares.value![at]!,
        floor: shares.floor?.[at] ?? null,
        stretch: shares.stretch?.[at] ?? null,
      },
      'allocatedFromPeriod',
      month.id,
    );
  };

  // A month's thirty days, or a quarter's weeks, ask for the same shares: they are kept as long as
  // the month's target is.
  const dayShares = new WeakMap<ResolvedTarget, DayShares | null>();
  const sharesOf = (unitId: number, month: Period, found: ResolvedTarget): DayShares | null => {
    let shares = dayShares.get(found);
    if (shares === undefined)
      dayShares.set(
        found,
        (shares = shareOverDays(found, month, tree.membershipsOf(unitId), workingDaysOf(unitId))),
      );
    return shares;
  };

  const addOverPeople = (
    unitId: number,
    period: Period,
    measure: MeasureCode,
  ): ResolvedTarget | null => {
    const parts = tree
      .childrenDuring(unitId, period)
      .flatMap((child) => partsUnder(unitId, child.id, period, measure));
    return parts.length === 0 ? null : addFound(parts, 'sumOfUnits');
  };

  /**
   * A child's target for the days it stood under this parent; one that moved within the period is
   * taken month by month.
   */
  const partsUnder = (
    parentId: number,
    childId: number,
    period: Period,
    measure: MeasureCode,
  ): FoundPart[] => {
    // Who never moved, nearly everybody, needs no look at days.
    if (tree.membershipsOf(childId).length === 1)
      return [{ found: find(childId, period, measure), unitId: childId, periodId: period.id }];
    const here = spansUnder(parentId, childId, period);
    const days = (spans: readonly DaySpan[]) =>
      spans.reduce((sum, span) => sum + span.to - span.from, 0);
    const everywhere = tree
      .membershipsOf(childId)
      .flatMap((membership) => intersect(membership, period) ?? []);
    if (days(here) === days(everywhere))
      return [{ found: find(childId, period, measure), unitId: childId, periodId: period.id }];
    const months = calendar.monthsIn(period);
    if (months.length > 1)
      return months.flatMap((month) =>
        spansUnder(parentId, childId, month).length > 0
          ? partsUnder(parentId, childId, month, measure)
          : [],
      );
    return [
      {
        found:
          sumOfDays(here, childId, measure) ??
          shareOfMovedChild(parentId, childId, period, measure),
        unitId: childId,
        periodId: period.id,
      },
    ];
  };

  /**
   * What is asked of a unit on some days, so that any stretch of days is the sum of its parts; null
   * where a day has no complete target.
   */
  const sumOfDays = (
    spans: readonly DaySpan[],
    unitId: number,
    measure: MeasureCode,
  ): ResolvedTarget | null => {
    const parts = spans
      .flatMap(daysOf)
      .filter((day) => works(unitId, day) || findSet(unitId, day, measure) !== null)
      .map((day) => ({ found: find(unitId, day, measure), unitId, periodId: day.id }));
    const sum = addFound(parts, 'sumOfPeriods');
    return sum === null || sum.missing.length > 0 ? null : { ...sum, partCount: 1 };
  };

  const spansUnder = (parentId: number, childId: number, span: DaySpan) =>
    tree
      .membershipsOf(childId)
      .filter((membership) => membership.parentId === parentId)
      .flatMap((membership) => intersect(membership, span) ?? []);

  /**
   * A child that moved and whose days have no targets of their own: its target is divided between
   * its parents by working days, adding up exactly.
   */
  const shareOfMovedChild = (
    parentId: number,
    childId: number,
    period: Period,
    measure: MeasureCode,
  ): ResolvedTarget => {
    const found = find(childId, period, measure);
    const memberships = tree
      .membershipsOf(childId)
      .filter((membership) => intersect(membership, period));
    const working = workingDaysOf(childId);
    const weights = memberships.map((membership) => activeHalfDays(period, [membership], working));
    if (found.value === null || !weights.some((weight) => weight > 0)) return found;
    const pick = (value: number | null) =>
      value === null
        ? null
        : shareOut(value, weights).reduce(
            (sum, share, index) => (memberships[index]!.parentId === parentId ? sum + share : sum),
            0,
          );
    return {
      ...found,
      value: pick(found.value),
      floor: pick(found.floor),
      stretch: pick(found.stretch),
    };
  };

  return { find, findOwn, findAllocated };
}

/**
 * Which question is answered: the target that applies, the unit's own, or the sum of those below.
 */
type AnswerKind = 'any' | 'own' | 'people';

function toFound(
  value: TargetValue,
  targetSource: 'set' | 'allocatedFromPeriod' | 'inherited',
  allocatedFrom: string | null,
): ResolvedTarget {
  return {
    value: value.target,
    floor: value.floor,
    stretch: value.stretch,
    targetSource,
    missing: [],
    partCount: 1,
    allocatedFrom,
    inheritedFromUnit: null,
    isShare: targetSource === 'allocatedFromPeriod',
  };
}
