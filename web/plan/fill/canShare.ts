import type { Workbench } from '../workbench';

/** Only what adds up over people and periods can be shared out (docs/calculations.md, 5). */
export function canShare({ kind }: Workbench): boolean {
  return kind.overTime === 'adds' && kind.overUnits === 'adds';
}
