import { useListAcknowledgementsQuery, useRemindOfTargetsMutation } from '../app/acknowledgements';
import { FailureNote } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { Button } from '../ui/Button';
import { DataTable } from '../ui/DataTable';
import { Dialog } from '../ui/Dialog';
import { Loading } from '../ui/Loading';
import { useSay } from '../ui/Toasts';
import type { PlanPlace } from './useWorkbench';

const WORDS = { waiting: 'not yet', changed: 'before the last change', seen: 'yes' } as const;

/** Who below has seen their published targets, and what they say to them. */
export function AcknowledgedDialog({ place, onClose }: { place: PlanPlace; onClose(): void }) {
  const { data, error } = useListAcknowledgementsQuery({ unit: place.unit, year: place.year });
  const [remind, reminding] = useRemindOfTargetsMutation();
  const say = useSay();
  const waiting = data?.filter((each) => each.state !== 'seen').length ?? 0;
  const send = async () => {
    const result = await remind({ unit: place.unit, year: place.year });
    if (result.error) return say('Nobody was reminded. Try again.', { kind: 'fault' });
    const { reminded } = result.data;
    say(
      `${reminded} ${reminded === 1 ? 'person is' : 'people are'} reminded: they see it on their own page and at Plan.`,
    );
  };
  const seen = data?.filter((each) => each.state === 'seen').length;
  return (
    <Dialog
      title="Who has acknowledged their targets"
      description={
        data
          ? `${seen} of ${data.length} people with published targets for FY ${place.year.slice(2)}.`
          : `FY ${place.year.slice(2)}`
      }
      isOpen
      onClose={onClose}
      width="w-[820px]"
    >
      {error ? (
        <FailureNote failure={error} />
      ) : !data ? (
        <Loading what="acknowledgements" />
      ) : data.length === 0 ? (
        <p className="text-soft">Nobody here has published targets for this year.</p>
      ) : (
        <>
          {waiting > 0 && (
            <div className="mb-3">
              <Button kind="main" disabled={reminding.isLoading} onClick={() => void send()}>
                Remind {waiting === 1 ? 'the one' : `the ${waiting}`} who{' '}
                {waiting === 1 ? 'has' : 'have'} not
              </Button>
            </div>
          )}
          <div className="flex h-[440px] flex-col overflow-hidden rounded-sheet border border-line">
            <DataTable
              label="Acknowledgements"
              rows={data}
              keyOf={(each) => each.unit.id}
              columns={[
                { key: 'unit', heading: 'Who', width: '160px', cell: (each) => each.unit.name },
                {
                  key: 'state',
                  heading: 'Acknowledged',
                  width: '170px',
                  cell: (each) => (
                    <span className={each.state === 'seen' ? '' : 'text-grade-1'}>
                      {WORDS[each.state]}
                    </span>
                  ),
                },
                {
                  key: 'at',
                  heading: 'When',
                  width: '130px',
                  cell: (each) => each.at && <Moment at={each.at} />,
                },
                {
                  key: 'reminded',
                  heading: 'Reminded',
                  width: '130px',
                  cell: (each) => each.remindedAt && <Moment at={each.remindedAt} />,
                },
                {
                  key: 'remark',
                  heading: 'Remark',
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
