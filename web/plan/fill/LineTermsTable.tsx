import type { Period } from '#core/period/calendar';
import { sumByUnit } from '#core/targets/fill/fill';
import type { FillResult } from '#core/targets/fill/way';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { formatColumn } from '#wording/numbers/format';
import { DataTable } from '../../ui/DataTable';
import type { SheetRow } from '../sheet';
import type { Workbench } from '../workbench';
import type { FillForm, TermsText } from './fillForm';

const t = messagesOf('plan', EN_PLAN);

interface LineTermsTableProps {
  lines: readonly SheetRow[];
  periods: readonly Period[];
  bench: Workbench;
  form: FillForm;
  result: FillResult | null;
  onChange(terms: FillForm['terms']): void;
}

const BOX =
  'h-[23px] w-full rounded-[4px] border border-strong/25 bg-sheet px-1.5 text-right disabled:opacity-50';

/**
 * Each line's own terms in a share-out: locked, a least, a most, a share; beside what it would get.
 */
export function LineTermsTable({
  lines,
  periods,
  bench,
  form,
  result,
  onChange,
}: LineTermsTableProps) {
  const then = sumByUnit(result?.ok ? result.cells : []);
  const now = sumByUnit(
    bench.listTargets(
      lines.map((line) => line.unit.id),
      periods,
    ),
  );
  const show = (value: number | undefined) =>
    value === undefined ? '–' : formatColumn(value, bench.figure);
  const box = (line: SheetRow, field: 'least' | 'most' | 'share', name: string) => (
    <input
      aria-label={t('termOf', { name, unit: line.unit.name })}
      inputMode="decimal"
      disabled={form.terms[line.unit.id]?.isLocked}
      value={form.terms[line.unit.id]?.[field] ?? ''}
      // Arrows and Home belong to the text here, not to the table.
      onKeyDown={(event) => {
        if (event.key !== 'Tab' && event.key !== 'Enter') event.stopPropagation();
      }}
      onChange={(event) => set(line, { [field]: event.target.value })}
      className={BOX}
    />
  );
  const set = (line: SheetRow, over: TermsText) =>
    onChange({ ...form.terms, [line.unit.id]: { ...form.terms[line.unit.id], ...over } });
  return (
    <div className="flex h-[210px] min-h-0 flex-col overflow-hidden rounded-sheet border border-line">
      <DataTable
        label={t('linesOfTheShareOut')}
        rows={lines}
        keyOf={(line) => line.unit.id}
        columns={[
          {
            key: 'name',
            heading: t('line'),
            width: 'minmax(120px,1fr)',
            cell: (line) => line.unit.name,
          },
          {
            key: 'now',
            heading: t('now'),
            width: '84px',
            align: 'right',
            cell: (line) => <span className="text-soft">{show(now.get(line.unit.id))}</span>,
          },
          {
            key: 'lock',
            heading: t('lock'),
            width: '44px',
            cell: (line) => (
              <input
                type="checkbox"
                aria-label={t('lockUnit', { unit: line.unit.name })}
                checked={form.terms[line.unit.id]?.isLocked ?? false}
                onChange={(event) => set(line, { isLocked: event.target.checked })}
              />
            ),
          },
          {
            key: 'least',
            heading: t('minimum'),
            width: '84px',
            align: 'right',
            cell: (line) => box(line, 'least', t('least')),
          },
          {
            key: 'most',
            heading: t('maximum'),
            width: '84px',
            align: 'right',
            cell: (line) => box(line, 'most', t('most')),
          },
          ...(form.people === 'custom'
            ? [
                {
                  key: 'share',
                  heading: t('sharePercent'),
                  width: '70px',
                  align: 'right' as const,
                  cell: (line: SheetRow) => box(line, 'share', t('share')),
                },
              ]
            : []),
          {
            key: 'then',
            heading: t('then'),
            width: '90px',
            align: 'right',
            cell: (line) => (
              <span className="font-semibold">
                {show((form.terms[line.unit.id]?.isLocked ? now : then).get(line.unit.id))}
              </span>
            ),
          },
        ]}
      />
    </div>
  );
}
