import { useState } from 'react';
import type { Deal } from '#contract/schemas/deal';
import { FailureNote, faultAt } from '../../app/FailureNote';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Field, INPUT } from '../../ui/Field';
import { Loading } from '../../ui/Loading';
import { useSay } from '../../ui/Toasts';
import { useGetDealQuery, useRestoreDealMutation, useVoidDealMutation } from '../api';
import { DealForm } from '../form/DealForm';
import type { KeptDeal } from '../kept/keptDeals';
import { DealHistory } from './DealHistory';
import { DealPlaces } from './DealPlaces';
import { ReassignForm } from './ReassignForm';
import { RefundForm, Refunds } from './Refunds';

/** Books a new deal, or shows one with its history and what can be done with it. */
export function DealDialog({
  id,
  kept = null,
  onClose,
  onOpen,
  onNew,
}: {
  id: number | null;
  /** A new deal that was kept on this device. */
  kept?: KeptDeal | null;
  onClose(): void;
  onOpen(id: number): void;
  onNew?: () => void;
}) {
  const [doing, setDoing] = useState<'refund' | 'reassign' | 'void' | null>(null);
  const { data: deal, error } = useGetDealQuery(id ?? 0, { skip: id === null });
  const title = id === null ? 'Book a deal' : deal ? `${deal.customer}, ${deal.deal}` : 'Deal';
  return (
    <Dialog
      title={title}
      description={
        id === null
          ? 'Won deals count at once; open ones are expected, not booked.'
          : 'Every change is kept in the history below.'
      }
      isOpen
      onClose={onClose}
      place="side"
      width="w-[560px]"
    >
      {error && <FailureNote failure={error} />}
      {id === null && <DealForm deal={null} kept={kept} onClose={onClose} onReopen={onNew} />}
      {id !== null && !deal && !error && <Loading what="the deal" />}
      {deal && (
        <>
          {!deal.canEdit && (
            <p className="mb-3 rounded-sheet border border-line bg-cell p-3 text-soft">
              You can read this deal but not change it: it belongs to, or is shared with, someone
              outside your unit, or your role only reads.
            </p>
          )}
          {deal.voidedAt && <Voided deal={deal} canEdit={deal.canEdit} />}
          <DealForm
            key={deal.id}
            deal={deal}
            onClose={onClose}
            onReopen={() => onOpen(deal.id)}
            isReadOnly={deal.voidedAt !== null || !deal.canEdit}
          />
          {!deal.voidedAt && deal.canEdit && (
            <div role="group" aria-label="What can be done with it" className="mt-4 flex gap-2">
              {deal.status === 'won' && !deal.amount.startsWith('-') && (
                <Button aria-expanded={doing === 'refund'} onClick={() => setDoing('refund')}>
                  Refund…
                </Button>
              )}
              <Button aria-expanded={doing === 'reassign'} onClick={() => setDoing('reassign')}>
                Reassign…
              </Button>
              <Button
                kind="danger"
                aria-expanded={doing === 'void'}
                onClick={() => setDoing('void')}
              >
                Void this deal…
              </Button>
            </div>
          )}
          {doing === 'refund' && <RefundForm deal={deal} onDone={() => setDoing(null)} />}
          {doing === 'reassign' && <ReassignForm deal={deal} onDone={() => setDoing(null)} />}
          {doing === 'void' && !deal.voidedAt && (
            <VoidDeal deal={deal} onKeep={() => setDoing(null)} onDone={onClose} />
          )}
          {deal.refundOf && (
            <p className="mt-3 text-soft">It takes money back from {deal.refundOf}.</p>
          )}
          <DealPlaces deal={deal} />
          <Refunds deal={deal} onOpen={onOpen} />
          <DealHistory id={deal.id} />
        </>
      )}
    </Dialog>
  );
}

function Voided({ deal, canEdit }: { deal: Deal; canEdit: boolean }) {
  const [restore, { error, isLoading }] = useRestoreDealMutation();
  const [reason, setReason] = useState('');
  const needsReason = faultAt(error, 'reason');
  return (
    <div className="mb-4 rounded-sheet border border-line bg-cell p-3">
      <p>
        <strong className="font-semibold">Voided:</strong> {deal.voidReason}. It counts nowhere.
      </p>
      {error && !needsReason && <FailureNote failure={error} />}
      {needsReason && (
        <Field label="Why is a closed month corrected?" fault={needsReason} className="mt-2">
          <input
            autoFocus
            className={INPUT}
            maxLength={500}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        </Field>
      )}
      {canEdit && (
        <Button
          className="mt-2"
          disabled={isLoading}
          onClick={() =>
            void restore({ id: deal.id, version: deal.version, ...(reason ? { reason } : {}) })
          }
        >
          Restore it
        </Button>
      )}
    </div>
  );
}

function VoidDeal({ deal, onKeep, onDone }: { deal: Deal; onKeep(): void; onDone(): void }) {
  const [reason, setReason] = useState('');
  const [voidDeal, { error, isLoading }] = useVoidDealMutation();
  const [restore] = useRestoreDealMutation();
  const say = useSay();
  const run = async () => {
    const result = await voidDeal({ id: deal.id, version: deal.version, reason: reason.trim() });
    if (result.error) return;
    const { version } = result.data.deal;
    say(`${deal.customer}, ${deal.deal} is voided.`, {
      action: {
        label: 'Undo',
        run: () => void restore({ id: deal.id, version, reason: `undone: ${reason.trim()}` }),
      },
    });
    onDone();
  };
  return (
    <form
      className="mt-4 rounded-sheet border border-grade-1 p-3"
      onSubmit={(event) => {
        event.preventDefault();
        void run();
      }}
    >
      <Field label="Why is it voided?">
        <input
          autoFocus
          className={INPUT}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
          maxLength={500}
        />
      </Field>
      {error && (
        <div className="mt-2">
          <FailureNote failure={error} />
        </div>
      )}
      <div className="mt-2 flex gap-2">
        <Button kind="danger" type="submit" disabled={!reason.trim() || isLoading}>
          Void the deal
        </Button>
        <Button onClick={onKeep}>Keep it</Button>
      </div>
    </form>
  );
}
