import { memo } from 'react';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { AddsUp } from './AddsUp';
import { CellPanel } from './CellPanel';
import type { PlanGridProps } from './gridProps';
import { StretchPanel } from './StretchPanel';
import { UnusualNote } from './UnusualNote';

const t = messagesOf('plan', EN_PLAN);

interface BesideGridProps extends Pick<
  PlanGridProps,
  'sheet' | 'selection' | 'saves' | 'onSelect' | 'onEnter'
> {
  /** Another one whenever a target may have changed. */
  revision: number;
}

/**
 * What stands beside the grid: what is unusual, whether it adds up, how demanding it is, the chosen
 * cell.
 */
export const BesideGrid = memo(function BesideGrid({
  sheet,
  selection,
  saves,
  onSelect,
  onEnter,
}: BesideGridProps) {
  return (
    <div
      className="flex min-h-0 flex-col gap-5 overflow-y-auto rounded-sheet border border-line bg-sheet px-3.5 py-3.5 [scrollbar-width:thin]"
      tabIndex={0}
      role="region"
      aria-label={t('besideTheGrid')}
    >
      <UnusualNote sheet={sheet} selection={selection} />
      <AddsUp sheet={sheet} saves={saves} onSelect={onSelect} onEnter={onEnter} />
      {!sheet.bench.sheet.slices && <StretchPanel sheet={sheet} selection={selection} />}
      <CellPanel sheet={sheet} selection={selection} saves={saves} onEnter={onEnter} />
    </div>
  );
});
