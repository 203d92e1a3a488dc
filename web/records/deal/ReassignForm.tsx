import { useState } from 'react';
import { toInput } from '#contract/dealInput';
import type { Deal } from '#contract/schemas/deal';
import { addMonths, parseDay, toIsoDay } from '#core/period/day';
import { useGetCompanyQuery } from '../../app/api';
import { DayField } from '../../app/DayField';
import { faultAt, otherFault } from '../../app/FailureNote';
import { usePickListsQuery } from '../../app/files/pickLists';
import { Button } from '../../ui/Button';
import { Combobox } from '../../ui/Combobox';
import { Field, INPUT } from '../../ui/Field';
import { useSay } from '../../ui/Toasts';
import { useUpdateDealMutation } from '../api';
import { BulkDialog } from '../BulkDialog';

/** Far enough for every open deal there may be. */
const MONTHS_AHEAD = 108;

function lastDayFrom(from: string): string {
  const day = parseDay(from);
  return day === null ? from : toIsoDay(addMonths(day, MONTHS_AHEAD));
}

/**
 * Another owner: of this deal, because it was booked to the wrong person; or of all this customer’s
 * deals from a day on.
 */
export function ReassignForm({ deal, onDone }: { deal: Deal; onDone(): void }) {
  const { data: company } = useGetCompanyQuery();
  const { data: lists } = usePickListsQuery();
  const [update, { error, isLoading }] = useUpdateDealMutation();
  const [kind, setKind] = useState<'error' | 'from'>('error');
  const [to, setTo] = useState('');
  const [from, setFrom] = useState(company?.today ?? '');
  const [reason, setReason] = useState('');
  const [isMany, setMany] = useState(false);
  const say = useSay();
  const people =
    lists?.salespeople
      .filter((person) => person.code !== deal.salesperson)
      .map(({ code, name }) => ({ value: code, label: name })) ?? [];
  const send = async () => {
    if (kind === 'from') return setMany(true);
    const before = toInput(deal);
    const result = await update({
      id: deal.id,
      deal: { ...before, salesperson: to, credit: null },
      version: deal.version,
      reason,
    });
    if (result.error) return;
    const { version, salespersonName } = result.data.deal;
    say(`${deal.deal} is ${salespersonName}’s. ${result.data.effect?.sentence ?? ''}`, {
      action: {
        label: 'Undo',
        run: () => void update({ id: deal.id, deal: before, version, reason: `undone: ${reason}` }),
      },
    });
    onDone();
  };
  const option = 'flex items-start gap-1.5';
  return (
    <form
      className="mt-3 grid gap-3 rounded-sheet border border-line p-3"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <div role="radiogroup" aria-label="What is reassigned" className="grid gap-1">
        <label className={option}>
          <input
            type="radio"
            className="mt-0.5"
            checked={kind === 'error'}
            onChange={() => setKind('error')}
          />
          This deal: it was booked to the wrong person. History moves with it.
        </label>
        <label className={option}>
          <input
            type="radio"
            className="mt-0.5"
            checked={kind === 'from'}
            onChange={() => setKind('from')}
          />
          From a day on: all deals of {deal.salespersonName} with {deal.customer}. What came before
          stays.
        </label>
      </div>
      {kind === 'error' && (
        <Field label="Whose is it?" fault={faultAt(error, 'salesperson')}>
          <Combobox value={to} choices={people} onChoose={setTo} placeholder="Choose a person" />
        </Field>
      )}
      {kind === 'from' && (
        <Field label="From">
          <DayField value={from} onChange={setFrom} />
        </Field>
      )}
      <Field label="Why?" fault={faultAt(error, 'reason')}>
        <input
          className={INPUT}
          maxLength={500}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
      </Field>
      {error && otherFault(error, ['salesperson', 'reason']) && (
        <p role="alert" className="text-grade-1">
          {otherFault(error, ['salesperson', 'reason'])}
        </p>
      )}
      <div className="flex gap-2">
        <Button
          kind="main"
          type="submit"
          disabled={isLoading}
          missing={
            (kind === 'error' ? !to : !from)
              ? kind === 'error'
                ? 'Choose a person first.'
                : 'Choose a day first.'
              : reason.trim()
                ? null
                : 'Say why first.'
          }
        >
          {kind === 'error' ? 'Reassign it' : 'Choose who takes over…'}
        </Button>
        <Button kind="quiet" onClick={onDone}>
          Cancel
        </Button>
      </div>
      {isMany && (
        <BulkDialog
          chosen={{
            filter: {
              salesperson: deal.salesperson,
              customer: deal.customer,
              period: `${from}..${lastDayFrom(from)}`,
            },
          }}
          first={{ which: 'salesperson', reason }}
          count={null}
          onClose={() => setMany(false)}
          onDone={onDone}
        />
      )}
    </form>
  );
}
