import { useCustomFields } from '../../app/customFields/api';
import { Moment } from '../../app/Moment';
import { Button } from '../../ui/Button';
import type { KeptForm } from './useKeptForm';

const NAMES: Readonly<Record<string, string>> = {
  salesperson: 'Salesperson',
  customer: 'Customer',
  amount: 'Amount',
  currency: 'Currency',
  status: 'Status',
  closedOn: 'Closed on',
  expectedOn: 'Expected to close on',
  openedOn: 'Opened on',
  probability: 'Probability',
  stage: 'Stage',
  lostReason: 'Lost reason',
  product: 'Product',
  category: 'Category',
  source: 'Source',
  location: 'Location',
  quantity: 'Quantity',
  cost: 'Cost',
  commissionRate: 'Commission',
  deal: 'Deal number',
  notes: 'Note',
  reason: 'Reason',
  lines: 'Lines',
  credit: 'Split',
};

/** What was brought back, and what somebody else has changed meanwhile. */
export function FormNotes({ kept, onAnew }: { kept: KeptForm; onAnew(): void }) {
  const { broughtBack, clashes, isMerged, takeTheirs } = kept;
  const custom = useCustomFields('deal');
  const nameOf = (field: string) =>
    NAMES[field] ?? custom.find(({ code }) => field === `custom.${code}`)?.name ?? field;
  if (broughtBack === null && !isMerged) return null;
  return (
    <div role="status" className="mb-3 rounded-sheet border border-line bg-cell px-3 py-2">
      {broughtBack !== null && (
        <p className="flex items-center justify-between gap-3">
          <span>
            This is what you typed on <Moment at={new Date(broughtBack).toISOString()} /> and have
            not saved.
          </span>
          <Button onClick={onAnew}>Start again</Button>
        </p>
      )}
      {isMerged && (
        <p>
          Somebody else saved this deal meanwhile. What you typed is still here; the rest is theirs.
        </p>
      )}
      {clashes.map((clash) => (
        <p key={clash.field} className="mt-1 flex items-center justify-between gap-3">
          <span>
            <strong className="font-semibold">{nameOf(clash.field)}</strong>: yours is “
            {clash.yours || 'empty'}”, theirs is “{clash.theirs || 'empty'}”.
          </span>
          <Button onClick={() => takeTheirs(clash)}>Take theirs</Button>
        </p>
      ))}
    </div>
  );
}
