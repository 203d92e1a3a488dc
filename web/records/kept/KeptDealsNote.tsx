import { useGetMeQuery } from '../../app/api';
import { Button } from '../../ui/Button';
import { useSay } from '../../ui/Toasts';
import { dropKept, keepDeal, type KeptDeal } from './keptDeals';
import { useKeptDeals, useSendKept } from './useKeptDeals';

/** Says over every view what waits to be sent, and what the server did not take. */
export function KeptDealsNote({ onOpen }: { onOpen(key: string): void }) {
  useSendKept();
  const kept = useKeptDeals();
  const { data: me } = useGetMeQuery();
  const say = useSay();
  if (kept.length === 0 || !me) return null;
  const waiting = kept.filter(({ refusal }) => refusal === null).length;
  const drop = (deal: KeptDeal) => {
    dropKept(me.id, deal.key);
    say(`${nameOf(deal)} is deleted from this device.`, {
      action: { label: 'Undo', run: () => void keepDeal(me.id, deal) },
    });
  };
  return (
    <section
      aria-label="Deals kept on this device"
      className="border-b border-line bg-cell px-5 py-2"
    >
      {waiting > 0 && (
        <p role="status">
          {waiting === 1 ? '1 deal waits' : `${waiting} deals wait`} on this device to be sent.{' '}
          {waiting === 1 ? 'It counts' : 'They count'} once the server has{' '}
          {waiting === 1 ? 'it' : 'them'}.
        </p>
      )}
      <ul>
        {kept.map((deal) => (
          <li key={deal.key} className="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1">
            <span className="min-w-0 flex-1 break-words">
              {nameOf(deal)}
              {deal.refusal && (
                <span className="text-grade-1"> was not booked: {reasonOf(deal.refusal)}</span>
              )}
            </span>
            <Button onClick={() => onOpen(deal.key)}>Change it…</Button>
            <Button kind="quiet" onClick={() => drop(deal)}>
              Delete
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

const nameOf = ({ deal }: KeptDeal) =>
  `${deal.customer}, ${deal.amount} ${deal.currency ?? ''}`.trim();

function reasonOf(refusal: NonNullable<KeptDeal['refusal']>): string {
  return refusal.errors?.map(({ message }) => message).join(' ') ?? refusal.detail ?? refusal.title;
}
