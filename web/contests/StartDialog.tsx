import type { ContestView } from '#contract/schemas/contest';
import { otherFault } from '../app/FailureNote';
import { useStartContestMutation } from '../figures/contests/api';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { useSay } from '../ui/Toasts';

/** The names of who takes part, before it starts. */
export function StartDialog({ view, onClose }: { view: ContestView; onClose(): void }) {
  const { contest, joined } = view;
  const [start, { error, isLoading }] = useStartContestMutation();
  const say = useSay();
  const run = async () => {
    const result = await start({ id: contest.id, members: joined.map(({ code }) => code) });
    if (result.error) return;
    say(`“${contest.name}” runs.`);
    onClose();
  };
  return (
    <Dialog
      title={`Start “${contest.name}”`}
      description={`${joined.length} ${contest.isByInvitation ? 'are invited' : 'take part'}. Its rules stay as they are from then on.`}
      isOpen
      onClose={onClose}
      width="w-[480px]"
    >
      <ul aria-label="Who takes part" className="columns-2 gap-4">
        {joined.map(({ code, name }) => (
          <li key={code} className="py-0.5">
            {name}
          </li>
        ))}
      </ul>
      {joined.length === 0 && <p className="text-grade-1">Nobody is there to take part.</p>}
      {error && (
        <p role="alert" className="mt-2 text-grade-1">
          {otherFault(error, [])}
        </p>
      )}
      <div className="mt-4 flex justify-end">
        <Button kind="main" disabled={isLoading || joined.length === 0} onClick={() => void run()}>
          Start with these {joined.length}
        </Button>
      </div>
    </Dialog>
  );
}
