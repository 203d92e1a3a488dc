import { isSliceMeasure } from '#core/slices/lineTable';
import { SLICE_DIMENSIONS } from '#core/targets/targetSlice';
import { headingOf } from '#wording/takenApart';
import type { Workbench } from './workbench';

/** What the rows of the plan are: people and their teams, or slices of the unit. */
export function RowsPicker({
  bench,
  onChoose,
}: {
  bench: Workbench;
  onChoose(rows: string | null): void;
}) {
  const { slices } = bench.sheet;
  if (!isSliceMeasure(bench.measure)) return null;
  return (
    <select
      aria-label="Rows of the plan"
      value={slices?.by ?? ''}
      onChange={(event) => onChoose(event.target.value || null)}
      className="h-[30px] rounded-sheet border border-strong/30 bg-sheet px-1.5 font-medium"
    >
      <option value="">People and teams</option>
      {SLICE_DIMENSIONS.map((by) => (
        <option key={by} value={by}>
          {headingOf(by)}
        </option>
      ))}
    </select>
  );
}
