import { changeOf } from '#core/comparison/change';
import { judgeDemand } from '#core/targets/demand';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { formatColumn } from '#wording/numbers/format';
import { showChange, showPercent } from '#wording/numbers/percent';
import { nameOfKind } from '#wording/unitKind';
import { DataTable } from '../ui/DataTable';
import { Dialog } from '../ui/Dialog';
import { Loading } from '../ui/Loading';
import { useGetResultHistoryQuery } from './api';
import { type Sheet, totalOf } from './sheet';

const t = messagesOf('plan', EN_PLAN);

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
      title={t('hardestAndEasiestTargets')}
      description={t('andEveryoneBelowHowOften', {
        unit: bench.unit.name,
        fullName: total.fullName,
        kind,
      })}
      isOpen
      onClose={onClose}
      width="w-[900px]"
    >
      {!past ? (
        <Loading what={t('pastResults')} />
      ) : (
        <div className="flex h-[480px] flex-col overflow-hidden rounded-sheet border border-line">
          <DataTable
            label={t('targetsByHowHardThey')}
            rows={lines}
            keyOf={(line) => line.unit.id}
            onOpen={(line) => onGo(line.unit.code)}
            columns={[
              {
                key: 'unit',
                heading: t('who'),
                width: 'minmax(140px,1fr)',
                cell: (line) => (
                  <>
                    {line.unit.name} <span className="text-soft">{nameOfKind(line.unit.kind)}</span>
                  </>
                ),
              },
              {
                key: 'target',
                heading: t('target'),
                width: '100px',
                align: 'right',
                cell: (line) => <span className="font-semibold">{show(line.value)}</span>,
              },
              {
                key: 'growth',
                heading: t('growthAsked'),
                width: '100px',
                align: 'right',
                cell: (line) =>
                  line.growth === null ? t('notAvailable') : showChange(line.growth),
              },
              {
                key: 'best',
                heading: t('bestEver'),
                width: '100px',
                align: 'right',
                cell: (line) => show(line.demand.best),
              },
              {
                key: 'four',
                heading: t('lastFourS', { kind }),
                width: '120px',
                align: 'right',
                cell: (line) => show(line.demand.lastFour),
              },
              {
                key: 'reached',
                heading: t('reachedBefore'),
                width: '150px',
                align: 'right',
                cell: (line) =>
                  line.demand.share === null
                    ? t('noPast')
                    : t('of', {
                        reached: line.demand.reached,
                        periods: line.demand.periods,
                        share: showPercent(line.demand.share),
                      }),
              },
            ]}
          />
        </div>
      )}
    </Dialog>
  );
}
