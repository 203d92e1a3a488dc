import { isSliceMeasure } from '#core/slices/lineTable';
import { SLICE_DIMENSIONS } from '#core/targets/targetSlice';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { headingOf } from '#wording/takenApart';
import type { Workbench } from './workbench';

const t = messagesOf('plan', EN_PLAN);

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
      aria-label={t('rowsOfThePlan')}
      value={slices?.by ?? ''}
      onChange={(event) => onChoose(event.target.value || null)}
      className="h-[30px] rounded-sheet border border-strong/30 bg-sheet px-1.5 font-medium"
    >
      <option value="">{t('peopleAndTeams')}</option>
      {SLICE_DIMENSIONS.map((by) => (
        <option key={by} value={by}>
          {headingOf(by)}
        </option>
      ))}
    </select>
  );
}
