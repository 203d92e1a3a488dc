import type { TargetGrid } from '#contract/schemas/target';
import type { FigureUnit } from '#core/money/format';
import type { Selection } from './selection';
import type { Sheet } from './sheet';
import type { useTargetSaves } from './useTargetSaves';

export interface PlanGridProps {
  sheet: Sheet;
  grid: TargetGrid;
  figure: FigureUnit;
  /** The period of the strip: its column is marked. */
  period: string;
  selection: Selection;
  onSelect(selection: Selection): void;
  saves: ReturnType<typeof useTargetSaves>;
}
