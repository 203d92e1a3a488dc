import { useRef, useState } from 'react';
import { toInput } from '#contract/dealInput';
import type { Deal } from '#contract/schemas/deal';
import { exponentOf } from '#core/money/currency';
import { readTyped } from '#core/money/typed';
import { parseDay } from '#core/period/day';
import { useGetCompanyQuery } from '../../app/api';
import { DayField } from '../../app/DayField';
import { faultAt, otherFault } from '../../app/FailureNote';
import { toIsoText } from '../../app/typedDay';
import { Button } from '../../ui/Button';
import { Field, INPUT } from '../../ui/Field';
import { useSay } from '../../ui/Toasts';
import { useBookDealMutation, useGetDealRefundsQuery, useVoidDealMutation } from '../api';

/** What was taken back of a won deal, with what is left of it. */
export function Refunds({ deal, onOpen }: { deal: Deal; onOpen(id: number): void }) {
  const { data } = useGetDealRefundsQuery(deal.id);
  if (!data || data.refunds.length === 0) return null;
  return (
    <section aria-label="Refunds" className="mt-5">
      <h2 className="mb-1">Refunds</h2>
      <ul>
        {data.refunds.map((refund) => (
          <li key={refund.id} className="flex justify-between border-t border-line/70 py-1">
            <button type="button" className="underline" onClick={() => onOpen(refund.id)}>
              {refund.deal}
            </button>
            <span>{refund.closedOn}</span>
            <span>{refund.amount}</span>
          </li>
        ))}
      </ul>
      <p className="text-soft">
        {data.remaining} {deal.currency} of it are left.
      </p>
    </section>
  );
}

/**
 * Books the whole or a part of a deal back: a deal of its own, on its own day, linked to this one
 * (docs/calculations.md, 1).
 */
export function RefundForm({ deal, onDone }: { deal: Deal; onDone(): void }) {
  const { data: company } = useGetCompanyQuery();
  const { data } = useGetDealRefundsQuery(deal.id);
  const [book, { error, isLoading }] = useBookDealMutation();
  const [voidDeal] = useVoidDealMutation();
  const [amount, setAmount] = useState<string | null>(null);
  const [on, setOn] = useState(company?.today ?? '');
  const [reason, setReason] = useState('');
  const key = useRef(crypto.randomUUID());
  const say = useSay();
  const today = parseDay(company?.today ?? '1970-01-01')!;
  const typed = readTyped(amount ?? data?.remaining ?? '', exponentOf(deal.currency));
  const send = async () => {
    const {
      deal: _id,
      lines: _lines,
      cost: _cost,
      quantity: _quantity,
      openedOn: _opened,
      ...rest
    } = toInput(deal);
    const result = await book({
      deal: {
        ...rest,
        amount: typed.ok ? `-${typed.decimal.replace('-', '')}` : amount || '?',
        closedOn: toIsoText(on, today, 'past'),
        refundOf: deal.deal,
        notes: reason.trim() || null,
        reason,
      },
      key: key.current,
    });
    if (result.error) return;
    const refund = result.data.deal;
    say(
      `${refund.amount.replace('-', '')} ${refund.currency} of ${deal.customer} is taken back. ${result.data.effect?.sentence ?? ''}`,
      {
        action: {
          label: 'Undo',
          run: () =>
            void voidDeal({ id: refund.id, version: refund.version, reason: `undone: ${reason}` }),
        },
      },
    );
    onDone();
  };
  const other = otherFault(error, ['amount', 'closedOn', 'reason']);
  return (
    <form
      className="mt-3 grid grid-cols-2 gap-3 rounded-sheet border border-line p-3"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <Field
        label={`How much is taken back, ${deal.currency}`}
        fault={faultAt(error, 'amount')}
        hint={data ? `${data.remaining} can be` : undefined}
      >
        <input
          autoFocus
          className={INPUT}
          inputMode="decimal"
          value={amount ?? data?.remaining ?? ''}
          onChange={(event) => setAmount(event.target.value)}
        />
      </Field>
      <Field label="On" fault={faultAt(error, 'closedOn')} hint="The refund counts on its own day">
        <DayField value={on} max={company?.today} onChange={setOn} />
      </Field>
      <Field label="Why?" fault={faultAt(error, 'reason')} className="col-span-2">
        <input
          className={INPUT}
          maxLength={500}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
      </Field>
      {other && (
        <p role="alert" className="col-span-2 text-grade-1">
          {other}
        </p>
      )}
      <div className="col-span-2 flex gap-2">
        <Button kind="main" type="submit" disabled={!reason.trim() || isLoading}>
          Book the refund
        </Button>
        <Button kind="quiet" onClick={onDone}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
