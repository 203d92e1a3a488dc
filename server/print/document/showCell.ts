import { formatDifference, formatWhole, withSign } from '#wording/numbers/format';
import { showChange } from '#wording/numbers/percent';
import type { DocumentCell, DocumentTable, FigureDocument } from './document';

/** A cell as it is read; a figure that is not known is a dash. */
export function showCell(
  kind: DocumentTable['columns'][number]['kind'],
  cell: DocumentCell,
  unit: FigureDocument['unit'],
): string {
  if (cell === null) return kind === 'text' || kind === 'words' ? '' : '–';
  if (typeof cell === 'string') return cell;
  const rounded = Math.round(cell);
  switch (kind) {
    case 'figure':
      return formatWhole(cell, unit);
    case 'signed':
      return withSign(rounded, formatDifference(rounded, unit));
    case 'change':
      return showChange(cell);
    default:
      return String(cell);
  }
}
