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

/** All published targets, by unit, measure and period. Mutated by `put` and `remove` only. */
export class TargetBook {
  private byUnit = new Map<number, Map<string, TargetValue>>();
  private revision = 0;

  /** Rises with every change, so that whoever keeps derived figures knows when to drop them. */
  get version(): number {
    return this.revision;
  }

  put(key: TargetKey, value: TargetValue): void {
    const targets = this.byUnit.get(key.unitId) ?? new Map<string, TargetValue>();
    targets.set(`${key.measure}|${key.periodId}`, value);
    this.byUnit.set(key.unitId, targets);
    this.revision++;
  }

  remove(key: TargetKey): void {
    this.byUnit.get(key.unitId)?.delete(`${key.measure}|${key.periodId}`);
    this.revision++;
  }

  get(unitId: number, measure: MeasureCode, periodId: string): TargetValue | undefined {
    return this.byUnit.get(unitId)?.get(`${measure}|${periodId}`);
  }
}
