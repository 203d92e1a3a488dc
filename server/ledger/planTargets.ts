import { SliceTargets } from '#core/targets/sliceTargets';
import { TargetBook, type TargetKey, type TargetValue } from '#core/targets/targetBook';
import { readSlice } from '#core/targets/targetSlice';

/** Targets of units, and of slices of them, which never mix. */
export class PlanTargets {
  readonly whole = new TargetBook();
  readonly slices = new SliceTargets();

  /** @param slice as it is stored; empty for a target of the whole unit */
  set(key: TargetKey, slice: string, value: TargetValue | null): void {
    const of = readSlice(slice);
    const book = of === null ? this.whole : this.slices.bookOf(of);
    if (value === null) book.remove(key);
    else book.put(key, value);
  }

  takeAllOf(other: PlanTargets): void {
    for (const [key, value] of other.whole.entries()) this.whole.put(key, value);
    for (const [slice, key, value] of other.slices.entries()) this.slices.put(slice, key, value);
  }
}
