import type { MeasureCode } from '../measure/measure';

/** A published target at exactly one unit, measure and period. */
export interface TargetValue {
  /** In minor units for money, plain for counts. */
  target: number;
  floor: number | null;
  stretch: number | null;
}

export interface TargetKey {
  unitId: number;
  measure: MeasureCode;
  periodId: string;
}

const DAY = /^\d{4}-\d{2}-\d{2}$/;
const LONGEST_JOURNAL = 1_000;

/**
 * The targets of a plan, or of all published plans, by unit, measure and period. Mutated by `put`
 * and `remove` only.
 */
export class TargetBook {
  private byUnit = new Map<number, Map<string, TargetValue>>();
  /** Measures of which a unit was ever given a day's target. */
  private withDays = new Map<number, Set<MeasureCode>>();
  private revision = 0;
  /**
   * Units changed since `journalFrom`, newest last; whoever is further behind looks at everything
   * again.
   */
  private journal: number[] = [];
  private journalFrom = 0;

  /** Rises with every change, so that whoever keeps derived figures knows when to drop them. */
  get version(): number {
    return this.revision;
  }

  put(key: TargetKey, value: TargetValue): void {
    const targets = this.byUnit.get(key.unitId) ?? new Map<string, TargetValue>();
    targets.set(`${key.measure}|${key.periodId}`, value);
    this.byUnit.set(key.unitId, targets);
    if (DAY.test(key.periodId))
      this.withDays.set(key.unitId, (this.withDays.get(key.unitId) ?? new Set()).add(key.measure));
    this.note(key.unitId);
  }

  remove(key: TargetKey): void {
    this.byUnit.get(key.unitId)?.delete(`${key.measure}|${key.periodId}`);
    this.note(key.unitId);
  }

  private note(unitId: number): void {
    this.revision++;
    this.journal.push(unitId);
    if (this.journal.length <= LONGEST_JOURNAL) return;
    this.journal = [];
    this.journalFrom = this.revision;
  }

  /** The units whose targets changed since a version; null when that is no longer known. */
  changedSince(version: number): ReadonlySet<number> | null {
    return version < this.journalFrom
      ? null
      : new Set(this.journal.slice(version - this.journalFrom));
  }

  *entries(): Generator<[TargetKey, TargetValue]> {
    for (const [unitId, targets] of this.byUnit)
      for (const [key, value] of targets) {
        const at = key.indexOf('|');
        yield [{ unitId, measure: key.slice(0, at), periodId: key.slice(at + 1) }, value];
      }
  }

  /** False where no day has a target of its own: then nobody need look. */
  hasDays(unitId: number, measure: MeasureCode): boolean {
    return this.withDays.get(unitId)?.has(measure) ?? false;
  }

  get(unitId: number, measure: MeasureCode, periodId: string): TargetValue | undefined {
    return this.byUnit.get(unitId)?.get(`${measure}|${periodId}`);
  }
}
