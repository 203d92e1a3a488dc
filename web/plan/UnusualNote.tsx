import { findUnusual, type Unusual } from '#core/targets/unusual';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { formatExact } from '#wording/numbers/format';
import type { Selection } from '../ui/grid/selection';
import { cellAt, type Sheet } from './sheet';

const t = messagesOf('plan', EN_PLAN);

/**
 * What is unusual about the chosen cell, first of all that stands beside the grid: a zero too many
 * must not be overlooked.
 */
export function UnusualNote({ sheet, selection }: { sheet: Sheet; selection: Selection }) {
  const { bench } = sheet;
  const cell = cellAt(sheet, selection.row, selection.column);
  const column = sheet.columns[selection.column]!;
  if (cell.value === null || cell.targetSource !== 'set') return null;
  const before =
    selection.column > 0 && !column.isSum
      ? cellAt(sheet, selection.row, selection.column - 1).value
      : null;
  const unusual = findUnusual(cell.value, {
    priorYear: cell.priorYear ?? 0,
    before,
    peers: bench.peersOf(sheet.rows[selection.row]!.unit.id, column.period),
  });
  return (
    unusual && (
      <p role="status" className="rounded-sheet bg-selected px-2.5 py-1.5">
        {t('isMeantItIs', {
          amount: formatExact(cell.value, bench.figure),
          unusual: sayUnusual(unusual),
        })}
      </p>
    )
  );
}

const TIMES = {
  before: 'timesPeriodBefore',
  priorYear: 'timesPriorYear',
  peers: 'timesPeers',
} as const;
const PARTS = {
  before: 'partOfPeriodBefore',
  priorYear: 'partOfPriorYear',
  peers: 'partOfPeers',
} as const;

/** "10 times the period before", "one tenth of last year's result" */
function sayUnusual(unusual: Unusual): string {
  if (unusual.case === 'belowPriorYear') return t('belowPriorYear');
  const { times, of } = unusual;
  return unusual.case === 'times'
    ? t(TIMES[of], { times })
    : t(PARTS[of], { part: t('part', { times: String(times) }) });
}
