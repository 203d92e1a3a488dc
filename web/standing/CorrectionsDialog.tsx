import type { StandingView } from '#contract/schemas/attainment';
import { EN_STANDING_VIEW } from '#wording/messages/en/standingView';
import { messagesOf } from '#wording/messages/translate';
import { formatExact, withSign } from '#wording/numbers/format';
import { FailureNote } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { DataTable } from '../ui/DataTable';
import { Dialog } from '../ui/Dialog';
import { Loading } from '../ui/Loading';
import { useListCorrectionsQuery } from './api';

const t = messagesOf('standingView', EN_STANDING_VIEW);

/** What changed the months of a period after they were closed: who, why, and by how much. */
export function CorrectionsDialog({ view, onClose }: { view: StandingView; onClose(): void }) {
  const { data, error } = useListCorrectionsQuery({ unit: view.unit.code, period: view.period.id });
  const money = (minor: number) => formatExact(minor, { kind: 'money', currency: view.currency });
  const rows = data?.corrections ?? [];
  return (
    <Dialog
      title={t('correctionsOf', { period: view.period.name })}
      description={t('whatWasBookedChangedOr', { unit: view.unit.name })}
      isOpen
      onClose={onClose}
      width="w-[860px]"
    >
      {error ? (
        <FailureNote failure={error} />
      ) : !data ? (
        <Loading what={t('corrections')} />
      ) : (
        <div className="flex h-[360px] flex-col overflow-hidden rounded-sheet border border-line">
          <DataTable
            label={t('correctionsHeading')}
            rows={rows}
            keyOf={(row) => `${row.at} ${row.subject}`}
            columns={[
              {
                key: 'at',
                heading: t('when'),
                width: '130px',
                cell: (row) => <Moment at={row.at} />,
              },
              { key: 'who', heading: t('who'), width: '130px', cell: (row) => row.userName },
              { key: 'of', heading: t('dealOrFile'), width: '130px', cell: (row) => row.subject },
              { key: 'action', heading: t('what'), width: '80px', cell: (row) => row.action },
              {
                key: 'reason',
                heading: t('why'),
                width: 'minmax(140px,1fr)',
                cell: (row) => <span title={row.reason}>{row.reason}</span>,
              },
              {
                key: 'revenue',
                heading: t('revenue'),
                width: '110px',
                align: 'right',
                cell: (row) => (
                  <span className="font-semibold">{withSign(row.revenue, money(row.revenue))}</span>
                ),
              },
              {
                key: 'deals',
                heading: t('deals'),
                width: '60px',
                align: 'right',
                cell: (row) =>
                  row.deals === 0
                    ? ''
                    : withSign(row.deals, String(row.deals).replace('-', '\u2212')),
              },
            ]}
            footer={t('togetherOfRevenue', {
              count: rows.length,
              revenue: money(data.revenue),
            })}
          />
        </div>
      )}
    </Dialog>
  );
}
