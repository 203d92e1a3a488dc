import type { GridTarget, OwnTarget, PlanGridData } from '#contract/schemas/planGrid';
import type { TargetChange } from '#contract/schemas/target';
import type { Measure, MeasureCode } from '#core/measure/measure';
import { buildMeasureBook } from '#core/measure/measureBook';
import { writeDecimal } from '#core/money/amount';
import { decimalsOf, type FigureUnit } from '#core/money/figureUnit';
import { buildCalendar, type FiscalCalendar, type Period } from '#core/period/calendar';
import { priorYearOf } from '#core/period/neighbours';
import { countWorkingDays, type WorkingDays } from '#core/period/workingDays';
import { buildCell, type CellFacts } from '#core/targets/cell';
import type { FillSource } from '#core/targets/fill/way';
import { buildTargetLookup, type TargetLookup } from '#core/targets/lookup';
import { activeWorkingDays } from '#core/targets/phasing';
import { TargetBook } from '#core/targets/targetBook';
import { readSlice, writeSlice } from '#core/targets/targetSlice';
import { type Ramp, rampShareOf } from '#core/units/ramp';
import { buildUnitTree, type UnitTree } from '#core/units/tree';
import type { Unit } from '#core/units/unit';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { describePeriod } from '#wording/period';
import { ShownMoney } from './shownMoney';

const t = messagesOf('plan', EN_PLAN);

/** A cell of the plan as the grid shows it. */
export interface SheetCell extends CellFacts {
  /** False for periods in which the unit does not stand in the tree. */
  active: boolean;
  isClosed: boolean;
  /**
   * The result of the same period a year before; null where there is none to compare with (a day).
   */
  priorYear: number | null;
}

interface Stored {
  target: number | null;
  floor: number | null;
  stretch: number | null;
  /** As it was set, where that was in another currency. */
  own: OwnTarget | null;
  version: number;
}

const NOTHING: Stored = { target: null, floor: null, stretch: null, own: null, version: 0 };
const keyOf = (unitId: number, periodId: string) => `${unitId}|${periodId}`;

/**
 * A plan's sheet with the core over it: every cell is computed here, at once, from what is set. Own
 * changes are shown before the server has answered and taken back when it refuses. Mutated by
 * `expect`, `settle` and `take`.
 */
export class Workbench {
  readonly tree: UnitTree;
  readonly calendar: FiscalCalendar;
  readonly measure: MeasureCode;
  /** How it adds up, what is better. */
  readonly kind: Measure;
  readonly figure: FigureUnit;
  private money: ShownMoney;
  private book = new TargetBook();
  private lookup: TargetLookup;
  private stored = new Map<string, Stored>();
  /** What is shown of cells that were set in another currency. */
  private owns = new Map<string, OwnTarget>();
  /** Own changes to a cell that the server has not answered yet. */
  private pending = new Map<string, number>();
  private priorYear = new Map<number, readonly (number | null)[]>();
  private cells = new Map<number, Map<string, SheetCell>>();
  private cellsVersion = 0;
  private periodFacts = new Map<string, { months: readonly Period[]; past: number }>();
  private monthIds: string[];
  /** The periods of `sheet.priorYear`. */
  private pastIds: string[];
  private ramps: ReadonlyMap<number, Ramp>;
  readonly workingDaysOf: (unitId: number) => WorkingDays;

  /** `currency`: what targets are shown and set in; left out: the reporting currency. */
  constructor(
    readonly sheet: PlanGridData,
    currency: string = sheet.currency,
  ) {
    this.money = new ShownMoney(sheet, currency);
    this.measure = sheet.measure.code;
    this.figure = this.money.figure;
    const measures = buildMeasureBook([sheet.measure]);
    this.kind = measures.get(this.measure);
    this.calendar = buildCalendar(sheet.calendar);
    this.monthIds = this.calendar.months(sheet.year).map((month) => month.id);
    this.pastIds = [
      ...this.monthIds,
      ...this.calendar.quarters(sheet.year).map((quarter) => quarter.id),
      this.calendar.year(sheet.year).id,
    ];
    this.ramps = new Map(sheet.ramps.map(([unitId, from, shares]) => [unitId, { from, shares }]));
    this.tree = buildUnitTree(
      sheet.units,
      sheet.memberships.map(([unitId, parentId, from, to]) => ({ unitId, parentId, from, to })),
    );
    const sets = sheet.workingDays.map((each) => ({
      weekdays: each.weekdays,
      closed: new Set(each.closed),
      halfWeekdays: each.halfWeekdays,
      halves: new Set(each.halves),
    }));
    const workingOf = new Map(
      sheet.units.map((unit, index) => [unit.id, sets[sheet.workingDaysIndex[index]!]!]),
    );
    this.workingDaysOf = (unitId) => workingOf.get(unitId)!;
    sheet.units.forEach((unit, index) => this.priorYear.set(unit.id, sheet.priorYear[index]!));
    this.take(sheet.targets);
    this.lookup = buildTargetLookup({
      tree: this.tree,
      calendar: this.calendar,
      targets: this.book,
      measures,
      workingDaysOf: this.workingDaysOf,
    });
  }

  get unit(): Unit {
    return this.sheet.unit;
  }

  /** One whole unit of the measure in its smallest unit: 100 for euros, 1 for counts. */
  get oneUnit(): number {
    return 10 ** this.decimals;
  }

  /** What money is shown and set in. */
  get currency(): string {
    return this.money.currency;
  }

  /** The plan's fixed rate of that; null for the reporting currency. */
  get rate(): string | null {
    return this.money.rate;
  }

  get decimals(): number {
    return decimalsOf(this.figure);
  }

  /** The unit and everyone below it in the year, in tree order, with how deep they stand. */
  listRows(): { unit: Unit; depth: number }[] {
    const rows: { unit: Unit; depth: number }[] = [];
    const seen = new Set<number>();
    const year = this.calendar.year(this.sheet.year);
    const visit = (unit: Unit, depth: number) => {
      if (seen.has(unit.id)) return;
      seen.add(unit.id);
      rows.push({ unit, depth });
      for (const child of this.tree.childrenDuring(unit.id, year)) visit(child, depth + 1);
    };
    visit(this.unit, 0);
    return rows;
  }

  /** The cell as it is now; the same object until something it depends on changes. */
  cellAt(unitId: number, period: Period): SheetCell {
    const cells = this.cellsOf(unitId);
    let cell = cells.get(period.id);
    if (!cell) cells.set(period.id, (cell = this.buildCell(unitId, period)));
    return cell;
  }

  /** A value that is another one whenever a cell of the unit may have changed. */
  versionOf(unitId: number): object {
    return this.cellsOf(unitId);
  }

  private cellsOf(unitId: number): Map<string, SheetCell> {
    this.forgetChanged();
    let cells = this.cells.get(unitId);
    if (!cells) this.cells.set(unitId, (cells = new Map()));
    return cells;
  }

  private buildCell(unitId: number, period: Period): SheetCell {
    const { months, past } = this.factsOf(period);
    const cell = buildCell(this.lookup, unitId, period, this.measure);
    const beside = {
      active: this.tree.isActiveDuring(unitId, period),
      isClosed: months.length > 0 && months.every((month) => this.isClosed(month, unitId)),
      priorYear: past < 0 ? null : this.toShown(this.priorYear.get(unitId)?.[past] ?? null),
    };
    if (this.rate === null) return { ...cell, ...beside };
    // What was set in the shown currency is shown as it was set; everything else at the plan's
    // rate.
    const own = cell.targetSource === 'set' ? this.ownOf(unitId, period.id) : null;
    return {
      ...cell,
      ...beside,
      value: own?.target ?? this.toShown(cell.value),
      floor: own ? own.floor : this.toShown(cell.floor),
      stretch: own ? own.stretch : this.toShown(cell.stretch),
      allocated: this.toShown(cell.allocated),
      unallocated: this.toShown(cell.unallocated),
    };
  }

  /** A changed target concerns its unit and everyone above; all other cells stay. */
  private forgetChanged(): void {
    if (this.cellsVersion === this.book.version) return;
    const changed = this.book.changedSince(this.cellsVersion);
    this.cellsVersion = this.book.version;
    // Where a target is everybody's below, a change concerns them as well as those above.
    if (changed === null || this.kind.overUnits === 'sameForParts') return this.cells.clear();
    const forget = (unitId: number) => {
      this.cells.delete(unitId);
      for (const { parentId } of this.tree.membershipsOf(unitId))
        if (parentId !== null) forget(parentId);
    };
    changed.forEach(forget);
  }

  /**
   * What is the same for every unit: the months of the period, and where its past results stand
   * (-1 for none: a day, a week).
   */
  private factsOf(period: Period): { months: readonly Period[]; past: number } {
    let facts = this.periodFacts.get(period.id);
    if (!facts) {
      const months =
        period.kind === 'day'
          ? [this.calendar.periodOf('month', period.from)]
          : period.kind === 'week'
            ? this.monthsOfWeek(period)
            : this.calendar.monthsIn(period);
      this.periodFacts.set(
        period.id,
        (facts = {
          months,
          past: this.pastIds.indexOf(period.id),
        }),
      );
    }
    return facts;
  }

  private isClosed(month: Period, unitId: number): boolean {
    return (
      this.sheet.closedMonths.includes(month.id) ||
      this.sheet.closedForUnits.some(
        ({ period, unitIds }) => period === month.id && unitIds.includes(unitId),
      )
    );
  }

  private monthsOfWeek({ from, to }: Period): Period[] {
    const [first, last] = [
      this.calendar.periodOf('month', from),
      this.calendar.periodOf('month', to - 1),
    ];
    return first.id === last.id ? [first] : [first, last];
  }

  /** Which targets are missing for the sum of those below a unit, by unit. */
  missingBelow(unitId: number, period: Period): Map<number, Period[]> {
    const missing = new Map<number, Period[]>();
    for (const each of this.lookup.findAllocated(unitId, period, this.measure)?.missing ?? []) {
      const periods = missing.get(each.unitId) ?? [];
      periods.push(this.calendar.parse(each.periodId)!);
      missing.set(each.unitId, periods);
    }
    return missing;
  }

  /**
   * What is said where the result to start from is older than last year's: "December 2027: from
   * December 2025"; null where none is.
   */
  describeOlderBasis(periods: readonly Period[]): string | null {
    const older = periods
      .flatMap((period) => this.calendar.monthsIn(period))
      .filter((month) => {
        const basis = this.sheet.priorPeriodIds[this.monthIds.indexOf(month.id)];
        return basis && basis !== priorYearOf(this.calendar, month)?.id;
      });
    if (older.length === 0) return null;
    const nameOf = (month: Period) => describePeriod(month, this.calendar);
    const [first, last] = [older[0]!, older.at(-1)!];
    const basis = this.calendar.parse(this.sheet.priorPeriodIds[this.monthIds.indexOf(first.id)]!)!;
    return t('priorYearUnfinished', {
      periods: first.id === last.id ? nameOf(first) : `${nameOf(first)} to ${nameOf(last)}`,
      isOne: first.id === last.id ? 'yes' : 'no',
      year: this.calendar.labelOf(basis.from),
    });
  }

  /** Targets of the others of the same level under the same parent in the period. */
  peersOf(unitId: number, period: Period): number[] {
    const parent =
      this.tree.parentOn(unitId, period.from) ?? this.tree.parentOn(unitId, period.to - 1);
    if (parent === null) return [];
    const { kind } = this.tree.find(unitId)!;
    const peers = this.tree
      .childrenDuring(parent, period)
      .filter((unit) => unit.kind === kind && unit.id !== unitId);
    return this.listTargets(
      peers.map((unit) => unit.id),
      [period],
    ).map((each) => each.value);
  }

  /** What the ways of filling are computed from. */
  toFillSource(otherOf?: FillSource['otherOf']): FillSource {
    return {
      targetOf: (unitId, period) => this.valueAt(unitId, period),
      priorYearOf: (unitId, period) => this.cellAt(unitId, period).priorYear ?? 0,
      workingDaysIn: (unitId, period) =>
        activeWorkingDays(period, this.tree.membershipsOf(unitId), this.workingDaysOf(unitId)),
      isActive: (unitId, period) => this.tree.isActiveDuring(unitId, period),
      allWorkingDaysIn: (unitId, period) => countWorkingDays(period, this.workingDaysOf(unitId)),
      rampShareOf: (unitId, period) => rampShareOf(this.calendar, this.ramps.get(unitId), period),
      peersOf: (unitId, period) => this.peersOf(unitId, period),
      ...(otherOf ? { otherOf } : {}),
    };
  }

  /** What applies now to each of the units in each of the periods, where anything does. */
  listTargets(
    unitIds: readonly number[],
    periods: readonly Period[],
  ): { unitId: number; value: number }[] {
    return unitIds.flatMap((unitId) =>
      periods.flatMap((period) => {
        const value = this.valueAt(unitId, period);
        return value === null ? [] : [{ unitId, value }];
      }),
    );
  }

  /**
   * The change that sets or clears a cell, made from what is seen now; floor and stretch stay with
   * a target that stays.
   */
  toChange(
    unitId: number,
    period: Period,
    target: number | null,
    over: { floor?: number | null; stretch?: number | null; note?: string | null } = {},
  ): TargetChange {
    const key = keyOf(unitId, period.id);
    const { floor, stretch } = this.book.get(unitId, this.measure, period.id)
      ? this.cellAt(unitId, period)
      : { floor: null, stretch: null };
    const text = (value: number | null) =>
      value === null ? null : writeDecimal(value, this.decimals);
    return {
      ...this.nameOf(unitId),
      period: period.id,
      measure: this.measure,
      ...(this.rate === null ? {} : { currency: this.currency }),
      target: text(target),
      floor: target === null ? null : text(over.floor === undefined ? floor : over.floor),
      stretch: target === null ? null : text(over.stretch === undefined ? stretch : over.stretch),
      ...(over.note === undefined ? {} : { note: over.note }),
      version: (this.stored.get(key)?.version ?? 0) + (this.pending.get(key) ?? 0),
    };
  }

  /** The target that applies, as it is shown: what a cell needs beside it is left out. */
  private valueAt(unitId: number, period: Period): number | null {
    const { value, targetSource } = this.lookup.find(unitId, period, this.measure);
    return (
      (targetSource === 'set' ? this.ownOf(unitId, period.id)?.target : null) ?? this.toShown(value)
    );
  }

  private ownOf(unitId: number, periodId: string): OwnTarget | null {
    if (this.owns.size === 0) return null;
    const own = this.owns.get(keyOf(unitId, periodId));
    return own?.currency === this.currency ? own : null;
  }

  /** Null for a change of another sheet: an undone step may lie in a place that has been left. */
  private findUnitOf(change: TargetChange): number | null {
    return change.measure === this.measure &&
      this.calendar.labelOf(this.calendar.parse(change.period)!.from) === this.sheet.year
      ? (this.tree.findByCode(this.codeOf(change))?.id ?? null)
      : null;
  }

  /** Whose target a row is: a unit's, or a slice's of the unit that the sheet is of. */
  nameOf(unitId: number): Pick<TargetChange, 'unit' | 'slice'> {
    const { code } = this.tree.find(unitId)!;
    return this.sheet.slices === null || unitId === this.unit.id
      ? { unit: code }
      : { unit: this.unit.code, slice: readSlice(code) };
  }

  /** The code of the row that a change is for; of another sheet's one there is none. */
  private codeOf({ unit, slice = null }: TargetChange): string {
    if ((slice === null) === (this.sheet.slices === null)) {
      if (slice === null) return unit;
      if (unit === this.unit.code) return writeSlice(slice);
    }
    return '';
  }

  /** Shows own changes before the server has them. */
  expect(changes: readonly TargetChange[]): void {
    for (const change of changes) {
      const unitId = this.findUnitOf(change);
      if (unitId === null) continue;
      const key = keyOf(unitId, change.period);
      this.pending.set(key, (this.pending.get(key) ?? 0) + 1);
      this.show(unitId, change.period, this.money.readChange(change));
    }
  }

  /**
   * The server's answer to expected changes: saved at the versions given, or refused and taken
   * back.
   */
  settle(changes: readonly TargetChange[], savedVersions: readonly number[] | null): void {
    changes.forEach((change, index) => {
      const unitId = this.findUnitOf(change);
      if (unitId === null) return;
      const key = keyOf(unitId, change.period);
      const left = (this.pending.get(key) ?? 1) - 1;
      if (left > 0) this.pending.set(key, left);
      else this.pending.delete(key);
      if (savedVersions) {
        const version = savedVersions[index]!;
        if (version >= (this.stored.get(key)?.version ?? 0)) {
          this.stored.set(key, { ...this.money.readChange(change), version });
        }
      }
      if (left === 0) this.show(unitId, change.period, this.stored.get(key) ?? NOTHING);
    });
  }

  /**
   * Takes what the server has; returns whether anything is new. A cell with own changes under way
   * keeps showing those.
   */
  take(targets: readonly GridTarget[]): boolean {
    let isNew = false;
    for (const [unitId, periodId, target, floor, stretch, version, own] of targets) {
      const key = keyOf(unitId, periodId);
      if ((this.stored.get(key)?.version ?? 0) >= version) continue;
      this.stored.set(key, { target, floor, stretch, own, version });
      if (this.pending.has(key)) continue;
      this.show(unitId, periodId, { target, floor, stretch, own });
      isNew = true;
    }
    return isNew;
  }

  private show(
    unitId: number,
    periodId: string,
    { target, floor, stretch, own }: Omit<Stored, 'version'>,
  ): void {
    const key = { unitId, measure: this.measure, periodId };
    if (own) this.owns.set(keyOf(unitId, periodId), own);
    else this.owns.delete(keyOf(unitId, periodId));
    if (target !== null) this.book.put(key, { target, floor, stretch });
    else if (this.book.get(unitId, this.measure, periodId)) this.book.remove(key);
  }

  /** An amount in the reporting currency as it is shown here. */
  toShown(value: number): number;
  toShown(value: number | null): number | null;
  toShown(value: number | null): number | null {
    return this.money.toShown(value);
  }
}
