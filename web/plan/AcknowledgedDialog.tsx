import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { useListAcknowledgementsQuery, useRemindOfTargetsMutation } from '../app/acknowledgements';
import { FailureNote } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { Button } from '../ui/Button';
import { DataTable } from '../ui/DataTable';
import { Dialog } from '../ui/Dialog';
import { Loading } from '../ui/Loading';
import { useSay } from '../ui/Toasts';
import type { PlanPlace } from './useWorkbench';

const t = messagesOf('plan', EN_PLAN);

const WORDS = { waiting: t('notYet'), changed: t('beforeTheLastChange'), seen: 'yes' } as const;

/** Who below has seen their published targets, and what they say to them. */
export function AcknowledgedDialog({ place, onClose }: { place: PlanPlace; onClose(): void }) {
  const { data, error } = useListAcknowledgementsQuery({ unit: place.unit, year: place.year });
  const [remind, reminding] = useRemindOfTargetsMutation();
  const say = useSay();
  const waiting = data?.filter((each) => each.state !== 'seen').length ?? 0;
  const send = async () => {
    const result = await remind({ unit: place.unit, year: place.year });
    if (result.error) return say(t('nobodyWasRemindedTryAgain'), { kind: 'fault' });
    const { reminded } = result.data;
    say(t('remindedTheySeeItOn', { reminded }));
  };
  const seen = data?.filter((each) => each.state === 'seen').length;
  return (
    <Dialog
      title={t('whoHasAcknowledgedTheirTargets')}
      description={
        data
          ? t('ofPeopleWithPublishedTargets', {
              seen,
              count: data.length,
              year: place.year.slice(2),
            })
          : t('fy', { year: place.year.slice(2) })
      }
      isOpen
      onClose={onClose}
      width="w-[820px]"
    >
      {error ? (
        <FailureNote failure={error} />
      ) : !data ? (
        <Loading what={t('acknowledgements')} />
      ) : data.length === 0 ? (
        <p className="text-soft">{t('nobodyHereHasPublishedTargets')}</p>
      ) : (
        <>
          {waiting > 0 && (
            <div className="mb-3">
              <Button kind="main" disabled={reminding.isLoading} onClick={() => void send()}>
                {t('remindWhoNot', { waiting })}
              </Button>
            </div>
          )}
          <div className="flex h-[440px] flex-col overflow-hidden rounded-sheet border border-line">
            <DataTable
              label={t('acknowledgementsHeading')}
              rows={data}
              keyOf={(each) => each.unit.id}
              columns={[
                { key: 'unit', heading: t('who'), width: '160px', cell: (each) => each.unit.name },
                {
                  key: 'state',
                  heading: t('acknowledged'),
                  width: '170px',
                  cell: (each) => (
                    <span className={each.state === 'seen' ? '' : 'text-grade-1'}>
                      {WORDS[each.state]}
                    </span>
                  ),
                },
                {
                  key: 'at',
                  heading: t('when'),
                  width: '130px',
                  cell: (each) => each.at && <Moment at={each.at} />,
                },
                {
                  key: 'reminded',
                  heading: t('reminded'),
                  width: '130px',
                  cell: (each) => each.remindedAt && <Moment at={each.remindedAt} />,
                },
                {
                  key: 'remark',
                  heading: t('remark'),
                  width: 'minmax(160px,1fr)',
                  cell: (each) => <span title={each.remark ?? undefined}>{each.remark}</span>,
                },
              ]}
            />
          </div>
        </>
      )}
    </Dialog>
  );
}
