import { FULL } from '#core/units/ramp';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { formatExact } from '#wording/numbers/format';
import { describePeriod } from '#wording/period';
import { Button } from '../ui/Button';
import type { Selection } from '../ui/grid/selection';
import type { PlanGridProps } from './gridProps';
import { proposePart, scaleLimits } from './proposal';
import { cellAt, type Sheet } from './sheet';
import type { useTargetSaves } from './useTargetSaves';

const t = messagesOf('plan', EN_PLAN);

interface PartProposalProps {
  sheet: Sheet;
  selection: Selection;
  saves: ReturnType<typeof useTargetSaves>;
  onEnter: PlanGridProps['onEnter'];
}

/**
 * For a month in which somebody is there only partly, or on a ramp: what their part of the full
 * target is, and one key to take it.
 */
export function PartProposal({ sheet, selection, saves, onEnter }: PartProposalProps) {
  const { bench } = sheet;
  const { unit } = sheet.rows[selection.row]!;
  const { period } = sheet.columns[selection.column]!;
  const cell = cellAt(sheet, selection.row, selection.column);
  const proposal = proposePart(bench, unit.id, period);
  if (!proposal || cell.value === proposal.value) return null;
  const { value, full, from, share, present, all } = proposal;
  const show = (amount: number) => formatExact(Math.round(amount), bench.figure);
  const parts = [
    present === all ? '' : `${present} of ${all} working days`,
    share === FULL ? '' : `${share / 100}% by the ramp`,
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <div className="mt-2 rounded-sheet bg-selected px-2.5 py-2 text-[12.5px]">
      <p>
        {t('isHereInPartOf', {
          unit: unit.name,
          parts,
          full: show(full),
          hasPeriod: from ? 'yes' : 'no',
          period: from && describePeriod(from, bench.calendar),
        })}
      </p>
      <Button
        className="mt-1.5 h-[26px]"
        onClick={() => {
          if (onEnter())
            void saves.set(
              [bench.toChange(unit.id, period, value, scaleLimits(cell, value))],
              t('thePart'),
            );
        }}
      >
        {t('use', { amount: show(value) })}
      </Button>
    </div>
  );
}
