import { changeOf } from '#core/comparison/change';
import { judgeDemand } from '#core/targets/demand';
import { formatColumn } from '#wording/numbers/format';
import { showChange, showPercent } from '#wording/numbers/percent';
import { DataTable } from '../ui/DataTable';
import { Dialog } from '../ui/Dialog';
import { Loading } from '../ui/Loading';
import { useGetResultHistoryQuery } from './api';
import { type Sheet, totalOf } from './sheet';

/**
 * Everyone below, the most demanding target first: how often the amount was reached before, and
 * what growth it asks.
 */
export function DemandDialog({
  sheet,
  onGo,
  onClose,
}: {
  sheet: Sheet;
  onGo(code: string): void;
  onClose(): void;
}) {
  const { bench, total } = sheet;
  const kind = total.period.kind as 'month' | 'quarter' | 'year';
  const { currentData: past } = useGetResultHistoryQuery({
    unit: bench.unit.code,
    kind,
    measure: bench.measure,
  });
  const valuesOf = new Map(
    past?.rows.map(([id, ...values]) => [id, values.map((value) => bench.toShown(value))]),
  );
  const lines = sheet.rows
    .flatMap((row, index) => {
      const { value, priorYear, missing } = totalOf(sheet, index);
      if (value === null || missing > 0) return [];
      return [
        {
          unit: row.unit,
          value,
          priorYear,
          demand: judgeDemand(value, valuesOf.get(row.unit.id) ?? [], bench.kind.direction),
          growth: priorYear === null ? null : changeOf(value, priorYear).share,
        },
      ];
    })
    .sort(
      (a, b) =>
        (a.demand.share ?? 2) - (b.demand.share ?? 2) ||
        (b.growth ?? -Infinity) - (a.growth ?? -Infinity),
    );
  const show = (value: number | null) => (value === null ? '–' : formatColumn(value, bench.figure));
  return (
    <Dialog
      title="Hardest and easiest targets"
      description={`${bench.unit.name} and everyone below, ${total.fullName}: how often each amount was reached in a ${kind} before.`}
      isOpen
      onClose={onClose}
      width="w-[900px]"
    >
      {!past ? (
        <Loading what="past results" />
      ) : (
        <div className="flex h-[480px] flex-col overflow-hidden rounded-sheet border border-line">
          <DataTable
            label="Targets by how hard they are"
            rows={lines}
            keyOf={(line) => line.unit.id}
            onOpen={(line) => onGo(line.unit.code)}
            columns={[
              {
                key: 'unit',
                heading: 'Who',
                width: 'minmax(140px,1fr)',
                cell: (line) => (
                  <>
                    {line.unit.name} <span className="text-soft">{line.unit.kind}</span>
                  </>
                ),
              },
              {
                key: 'target',
                heading: 'Target',
                width: '100px',
                align: 'right',
                cell: (line) => <span className="font-semibold">{show(line.value)}</span>,
              },
              {
                key: 'growth',
                heading: 'Growth asked',
                width: '100px',
                align: 'right',
                cell: (line) => (line.growth === null ? 'n/a' : showChange(line.growth)),
              },
              {
                key: 'best',
                heading: 'Best ever',
                width: '100px',
                align: 'right',
                cell: (line) => show(line.demand.best),
              },
              {
                key: 'four',
                heading: `Last four ${kind}s`,
                width: '120px',
                align: 'right',
                cell: (line) => show(line.demand.lastFour),
              },
              {
                key: 'reached',
                heading: 'Reached before',
                width: '150px',
                align: 'right',
                cell: (line) =>
                  line.demand.share === null
                    ? 'no past'
                    : `${line.demand.reached} of ${line.demand.periods}, ${showPercent(line.demand.share)}`,
              },
            ]}
          />
        </div>
      )}
    </Dialog>
  );
}
