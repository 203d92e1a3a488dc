import type { MeasureCode } from '../measure/measure';
import type { Period } from '../period/calendar';
import type { Elapsed } from './elapsed';

/**
 * How far long periods have run, by period, measure and unit: a company's table asks for a
 * thousand of them at once, and each takes a dozen targets. Kept until a target changes.
 */
export class LongElapsed {
  private byPeriod = new WeakMap<Period, Map<MeasureCode, Map<number, Elapsed>>>();
  private version = -1;
  private newest: {
    period: Period;
    measure: MeasureCode;
    ofUnits: Map<number, Elapsed>;
  } | null = null;

  of(period: Period, measure: MeasureCode, version: number): Map<number, Elapsed> {
    if (version !== this.version) {
      this.byPeriod = new WeakMap();
      this.newest = null;
      this.version = version;
    }
    if (this.newest?.period === period && this.newest.measure === measure)
      return this.newest.ofUnits;
    let ofPeriod = this.byPeriod.get(period);
    if (!ofPeriod) this.byPeriod.set(period, (ofPeriod = new Map()));
    let ofUnits = ofPeriod.get(measure);
    if (!ofUnits) ofPeriod.set(measure, (ofUnits = new Map()));
    this.newest = { period, measure, ofUnits };
    return ofUnits;
  }
}
