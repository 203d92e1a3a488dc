import type { LinesHeader } from '#contract/schemas/slice';
import { buildSliceStanding } from '#core/attainment/sliceStanding';
import type { Dataset } from '#core/dataset/dataset';
import type { Period } from '#core/period/calendar';
import { addUpIn } from '#core/slices/grouped';
import { type LineTable, SLICE_MEASURES } from '#core/slices/lineTable';
import { completeValue } from '#core/targets/resolvedTarget';
import { SLICE_DIMENSIONS } from '#core/targets/targetSlice';
import type { Unit } from '#core/units/unit';
import { toAttainmentText } from '../attainment/index';
import type { Queryable } from '../db/client';
import { nameLines } from './slicing';

/** Where the values of a unit's lines stand against targets of their own; none of all without. */
export async function findOwnTargets(
  db: Queryable,
  dataset: Dataset,
  { unit, period, lines }: { unit: Unit; period: Period; lines: LineTable },
): Promise<LinesHeader['targets']> {
  const found: LinesHeader['targets'] = [];
  for (const by of SLICE_DIMENSIONS) {
    const keys = dataset.sliceTargets.keysOf(by);
    // Quantities are explored, and are no measure that could have a target.
    const measures = SLICE_MEASURES.filter((code) => dataset.measures.find(code) !== undefined);
    const wanted = measures
      .map((measure) => ({
        measure,
        keys: keys.filter(
          (key) =>
            completeValue(dataset.lookupOf({ by, key }).find(unit.id, period, measure)) !== null,
        ),
      }))
      .filter((each) => each.keys.length > 0);
    if (wanted.length === 0) continue;
    const { grouped, slices } = await nameLines(db, lines, by, dataset);
    const codeOf = new Map(slices.map(({ key }, code) => [key, code]));
    for (const { measure, keys: targeted } of wanted) {
      const sums = addUpIn(grouped, measure, lines.span);
      for (const key of targeted) {
        const actual = sums[codeOf.get(key) ?? -1] ?? 0;
        const slice = { by, key };
        const { attainment, status } = buildSliceStanding(dataset, unit.id, slice, {
          period,
          measure,
          actual,
        });
        const attainmentText = toAttainmentText(dataset, measure, period, attainment);
        found.push({ by, key, measure, attainmentText, status });
      }
    }
  }
  return found;
}
