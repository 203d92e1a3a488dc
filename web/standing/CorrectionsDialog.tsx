import type { StandingView } from '#contract/schemas/attainment';
import { formatExact, withSign } from '#wording/numbers/format';
import { FailureNote } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { DataTable } from '../ui/DataTable';
import { Dialog } from '../ui/Dialog';
import { Loading } from '../ui/Loading';
import { useListCorrectionsQuery } from './api';

/** What changed the months of a period after they were closed: who, why, and by how much. */
export function CorrectionsDialog({ view, onClose }: { view: StandingView; onClose(): void }) {
  const { data, error } = useListCorrectionsQuery({ unit: view.unit.code, period: view.period.id });
  const money = (minor: number) => formatExact(minor, { kind: 'money', currency: view.currency });
  const rows = data?.corrections ?? [];
  return (
    <Dialog
      title={`Corrections of ${view.period.name}`}
      description={`${view.unit.name}: what was booked, changed or voided after its months were closed.`}
      isOpen
      onClose={onClose}
      width="w-[860px]"
    >
      {error ? (
        <FailureNote failure={error} />
      ) : !data ? (
        <Loading what="corrections" />
      ) : (
        <div className="flex h-[360px] flex-col overflow-hidden rounded-sheet border border-line">
          <DataTable
            label="Corrections"
            rows={rows}
            keyOf={(row) => `${row.at} ${row.subject}`}
            columns={[
              { key: 'at', heading: 'When', width: '130px', cell: (row) => <Moment at={row.at} /> },
              { key: 'who', heading: 'Who', width: '130px', cell: (row) => row.userName },
              { key: 'of', heading: 'Deal or file', width: '130px', cell: (row) => row.subject },
              { key: 'action', heading: 'What', width: '80px', cell: (row) => row.action },
              {
                key: 'reason',
                heading: 'Why',
                width: 'minmax(140px,1fr)',
                cell: (row) => <span title={row.reason}>{row.reason}</span>,
              },
              {
                key: 'revenue',
                heading: 'Revenue',
                width: '110px',
                align: 'right',
                cell: (row) => (
                  <span className="font-semibold">{withSign(row.revenue, money(row.revenue))}</span>
                ),
              },
              {
                key: 'deals',
                heading: 'Deals',
                width: '60px',
                align: 'right',
                cell: (row) =>
                  row.deals === 0
                    ? ''
                    : withSign(row.deals, String(row.deals).replace('-', '\u2212')),
              },
            ]}
            footer={`${rows.length} ${rows.length === 1 ? 'correction' : 'corrections'}, together ${money(data.revenue)} of revenue.`}
          />
        </div>
      )}
    </Dialog>
  );
}
