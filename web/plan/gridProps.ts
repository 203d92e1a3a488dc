import type { Selection } from '../ui/grid/selection';
import type { Sheet } from './sheet';
import type { useTargetSaves } from './useTargetSaves';

export interface PlanGridProps {
  sheet: Sheet;
  /** The period of the strip: its column is marked. */
  period: string;
  selection: Selection;
  onSelect(selection: Selection): void;
  saves: ReturnType<typeof useTargetSaves>;
  /**
   * Called before anything is entered; false: published targets wait for a reason, which is now
   * asked for.
   */
  onEnter(): boolean;
}
