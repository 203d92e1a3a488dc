import { useMemo, useRef } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { DEAL_STATUSES, type Deal, type DealInput, type DealStatus } from '#contract/schemas/deal';
import { formatExact } from '#core/money/format';
import { exponentOf } from '#core/money/currency';
import { readTyped } from '#core/money/typed';
import { useGetCompanyQuery, useGetMeQuery, useListClosedMonthsQuery } from '../app/api';
import { FailureNote, faultAt, otherFault } from '../app/FailureNote';
import { usePlace } from '../app/place';
import { Button } from '../ui/Button';
import { Combobox } from '../ui/Combobox';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import { isIn, toSpans } from './closedSpans';
import { useBookDealMutation, useGetPickListsQuery, useUpdateDealMutation } from './api';

interface FormValues {
  salesperson: string;
  customer: string;
  amount: string;
  currency: string;
  status: DealStatus;
  closedOn: string;
  expectedOn: string;
  probability: string;
  stage: string;
  product: string;
  category: string;
  source: string;
  location: string;
  deal: string;
  notes: string;
  reason: string;
}

type PickedField = 'salesperson' | 'customer' | 'product' | 'category' | 'source' | 'stage';

const SHOWN = ['salesperson', 'customer', 'amount', 'currency', 'status', 'closedOn', 'expectedOn', 'probability', 'stage', 'product', 'source', 'deal', 'notes', 'reason'];
const toChoices = (names: readonly string[] = []) => names.map((name) => ({ value: name, label: name }));

/** The form of a deal, new or stored. Faults come from the server's rules and stand at their fields; what was typed stays. */
export function DealForm({ deal, onClose, isReadOnly = false }: { deal: Deal | null; onClose(): void; isReadOnly?: boolean }) {
  const { data: company } = useGetCompanyQuery();
  const { data: me } = useGetMeQuery();
  const { data: lists } = useGetPickListsQuery();
  const { data: closedMonths = [] } = useListClosedMonthsQuery();
  const closed = useMemo(() => toSpans(closedMonths.map((month) => month.period), company), [closedMonths, company]);
  const { unit } = usePlace();
  const [book, booking] = useBookDealMutation();
  const [update, updating] = useUpdateDealMutation();
  // One key for as long as the same deal is being sent: a retry after a lost answer books nothing twice.
  const key = useRef(crypto.randomUUID());
  const say = useSay();
  const reporting = company?.currency ?? 'EUR';
  const people = useMemo(() => lists?.salespeople.map(({ code, name }) => ({ value: code, label: name })) ?? [], [lists]);
  const owner = people.find((person) => person.value === unit)?.value ?? (me?.role === 'salesperson' ? me.unitCode : '');
  const { register, control, handleSubmit, watch, reset, getValues } = useForm<FormValues>({ values: toValues(deal, owner, company?.today ?? '', reporting), resetOptions: { keepDirtyValues: true } });
  const status = watch('status');
  const typed = readTyped(watch('amount'), exponentOf(watch('currency')));
  const { error, isLoading } = deal ? updating : booking;

  const send = (next: 'close' | 'another') => handleSubmit(async (values) => {
    const input = toInput(values, deal);
    const result = deal ? await update({ id: deal.id, deal: input, version: deal.version, ...(values.reason ? { reason: values.reason } : {}) }) : await book({ deal: { ...input, ...(values.reason ? { reason: values.reason } : {}) }, key: key.current });
    if (result.error) return;
    const { effect } = result.data;
    say(`${deal ? 'Saved.' : 'Booked.'} ${effect?.sentence ?? ''}`);
    key.current = crypto.randomUUID();
    if (next === 'close') onClose();
    else reset({ ...getValues(), customer: '', amount: '', deal: '', notes: '' });
  });

  const fault = (field: string) => faultAt(error, field);
  const pick = (label: string, name: PickedField, choices: { value: string; label: string }[], placeholder: string, addLabel?: string) => (
    <Controller
      control={control}
      name={name}
      render={({ field }) => (
        <Field label={label} fault={fault(name) && (name === 'customer' ? 'Choose or add a customer.' : fault(name))}>
          <Combobox value={field.value} choices={choices} onChoose={field.onChange} placeholder={placeholder} addLabel={addLabel} isOptional={name !== 'salesperson' && name !== 'customer'} />
        </Field>
      )}
    />
  );
  // Asked for once the server has said that a closed month is concerned, or where the date typed says so.
  const asksWhy = fault('reason') !== undefined || closed.some((month) => isIn(month, watch('closedOn')) || (deal?.closedOn && isIn(month, deal.closedOn)));
  const other = otherFault(error, SHOWN);

  return (
    <form onSubmit={(event) => void send('close')(event)} noValidate>
      <fieldset disabled={isReadOnly} className="grid grid-cols-2 gap-x-4 gap-y-3">
        {pick('Salesperson', 'salesperson', people, 'Choose a person')}
        {pick('Customer', 'customer', toChoices(lists?.customers), 'Choose or add', 'Add')}
        <Field label="Amount" fault={fault('amount')} hint={typed.ok ? formatExact(typed.value, { kind: 'money', currency: watch('currency') }) : 'for example 1234.50'}><input className={INPUT} inputMode="decimal" {...register('amount')} /></Field>
        <Field label="Currency" fault={fault('currency')}><select className={INPUT} {...register('currency')}>{(lists?.currencies ?? [reporting]).map((code) => <option key={code}>{code}</option>)}</select></Field>
        <Field label="Status" fault={fault('status')}><select className={INPUT} {...register('status')}>{DEAL_STATUSES.map((each) => <option key={each}>{each}</option>)}</select></Field>
        {status === 'open'
          ? <Field label="Expected to close on" fault={fault('expectedOn')}><input type="date" className={INPUT} {...register('expectedOn')} /></Field>
          : <Field label="Closed on" fault={fault('closedOn')}><input type="date" max={company?.today} className={INPUT} {...register('closedOn')} /></Field>}
        {status === 'open' && pick('Stage', 'stage', toChoices(lists?.stages), 'Choose a stage', 'Add')}
        {status === 'open' && <Field label="Probability, %" fault={fault('probability') && 'Between 0 and 100.'}><input className={INPUT} inputMode="decimal" {...register('probability')} /></Field>}
        {pick('Product', 'product', toChoices(lists?.products), 'Choose a product', 'Add')}
        {pick('Category', 'category', toChoices(lists?.categories), 'Choose a category', 'Add')}
        {pick('Source', 'source', toChoices(lists?.sources), 'Choose a source', 'Add')}
        <Field label="Id" fault={fault('deal')} hint={deal ? undefined : 'Given by itself when empty'}><input className={INPUT} {...register('deal')} /></Field>
        <Field label="Note" fault={fault('notes')} className="col-span-2"><textarea rows={2} className={`${INPUT} h-auto py-1.5`} {...register('notes')} /></Field>
        {!isReadOnly && (deal || asksWhy) && <Field label={asksWhy ? 'Why is a closed month corrected?' : 'Why is it changed? (optional)'} fault={fault('reason')} className="col-span-2"><input className={INPUT} maxLength={500} {...register('reason')} /></Field>}
      </fieldset>
      {deal?.credit && <p className="mt-3 text-soft">Split: {deal.credit.map((each) => `${each.salesperson} ${each.percent}%`).join(', ')}. The split stays as it is.</p>}
      {error && other && <div className="mt-3"><FailureNote failure={error} /></div>}
      {!isReadOnly && (
        <div className="mt-4 flex gap-2">
          <Button kind="main" type="submit" disabled={isLoading}>{deal ? 'Save' : 'Book'}</Button>
          {!deal && <Button disabled={isLoading} onClick={() => void send('another')()}>Book and next</Button>}
          <Button kind="quiet" onClick={onClose}>Cancel</Button>
        </div>
      )}
    </form>
  );
}

function toValues(deal: Deal | null, owner: string, today: string, reporting: string): FormValues {
  return {
    salesperson: deal?.salesperson ?? owner, customer: deal?.customer ?? '', amount: deal?.amount ?? '', currency: deal?.currency ?? reporting,
    status: deal?.status ?? 'won', closedOn: deal?.closedOn ?? (deal ? '' : today), expectedOn: deal?.expectedOn ?? '',
    probability: deal?.probability == null ? '' : String(Math.round(deal.probability * 10_000) / 100), stage: deal?.stage ?? '', product: deal?.product ?? '', category: deal?.category ?? '',
    source: deal?.source ?? '', location: deal?.location ?? '', deal: deal?.deal ?? '', notes: deal?.notes ?? '', reason: '',
  };
}

/** The form's texts as the contract has them; what the form does not show stays as it was. */
function toInput(values: FormValues, deal: Deal | null): DealInput {
  const isOpen = values.status === 'open';
  const typed = readTyped(values.amount, exponentOf(values.currency));
  return {
    salesperson: values.salesperson, customer: values.customer, amount: typed.ok ? typed.decimal : values.amount.trim() || '?', currency: values.currency, status: values.status,
    closedOn: isOpen ? null : values.closedOn || null, expectedOn: isOpen ? values.expectedOn || null : deal?.expectedOn ?? null, openedOn: deal?.openedOn ?? null,
    probability: isOpen && values.probability.trim() !== '' ? Number(values.probability) / 100 : null, stage: values.stage || null,
    product: values.product || null, category: values.category || null, source: values.source || null, location: values.location || null,
    quantity: deal?.quantity ?? null, cost: deal?.cost ?? null, commissionRate: deal?.commissionRate ?? null, credit: splitOf(values, deal), notes: values.notes.trim() || null,
    ...(values.deal.trim() ? { deal: values.deal.trim() } : {}),
  };
}

/** A split stays while its first person owns the deal; another owner takes the whole of it. */
function splitOf(values: FormValues, deal: Deal | null): DealInput['credit'] {
  return deal?.credit && deal.credit[0]?.salesperson === values.salesperson ? deal.credit : null;
}
