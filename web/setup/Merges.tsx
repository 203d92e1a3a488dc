import { formatCount } from '#wording/numbers/format';
import { otherFault } from '../app/FailureNote';
import { useListMergesQuery, useUndoMergeMutation } from '../app/lists/api';
import { Moment } from '../app/Moment';
import { Button } from '../ui/Button';
import { useSay } from '../ui/Toasts';

/** Names that became one, each to be parted again. */
export function Merges() {
  const { data: merges = [] } = useListMergesQuery();
  const [undo, { isLoading }] = useUndoMergeMutation();
  const say = useSay();
  if (merges.length === 0) return null;
  const part = async (id: number) => {
    const result = await undo(id);
    if (result.error)
      say(otherFault(result.error, []) ?? 'Nothing was changed.', { kind: 'fault' });
    else
      say(
        `${result.data.fromName} and ${result.data.intoName} are separate again; ${formatCount(result.data.deals)} deals went back.`,
      );
  };
  return (
    <section aria-label="Merged names" className="mt-5">
      <h3 className="mb-1 font-semibold">Merged names</h3>
      <ul>
        {merges.map((merge) => (
          <li
            key={merge.id}
            className="flex items-center justify-between gap-3 border-t border-line py-1 text-[12.5px]"
          >
            <span>
              {merge.fromName} is {merge.intoName}{' '}
              <span className="text-soft">
                ({merge.list}, {formatCount(merge.deals)} deals, <Moment at={merge.at} isDayOnly />,{' '}
                {merge.userName})
              </span>
            </span>
            <Button
              kind="quiet"
              className="h-[24px] text-[12px]"
              disabled={isLoading}
              onClick={() => void part(merge.id)}
            >
              Part again<span className="sr-only"> {merge.fromName}</span>
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
