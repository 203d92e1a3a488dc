import { useState } from 'react';
import {
  COMMISSION_PAYEES,
  type CommissionPayee,
  type CommissionPlan,
  type CommissionPlans,
} from '#contract/schemas/commission';
import { faultAt, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import {
  useAddCommissionPlanMutation,
  useAddCommissionVersionMutation,
  useTryCommissionPlanMutation,
} from './api';
import type { PaidOnChoices } from './paidOn';
import type { ShownMonth } from './shownMonth';
import { TermsFields } from './TermsFields';
import { TrialResult } from './TrialResult';
import { AMOUNT_FIELDS, EMPTY_TERMS, readTerms, toTypedTerms } from './typedTerms';
import { useMonths } from './useMonths';

const PAYEE_WORDS: Readonly<Record<CommissionPayee, string>> = {
  salespeople: 'each salesperson, on their own deals',
  account: 'one account, on all deals of the unit',
};

/** A new plan, or other terms of one from a month on; tried on past quarters before it is saved. */
export function PlanForm({
  plan,
  paidOn,
  unit,
  month,
  currency,
  accounts,
  onClose,
}: {
  plan: CommissionPlan | null;
  paidOn: PaidOnChoices;
  unit: string;
  month: ShownMonth;
  currency: string;
  accounts: CommissionPlans['accounts'];
  onClose(): void;
}) {
  const [name, setName] = useState('');
  const [from, setFrom] = useState(month.id);
  const [payee, setPayee] = useState<CommissionPayee>(plan?.payee ?? 'salespeople');
  const [userId, setUserId] = useState<number | null>(plan?.account?.id ?? null);
  const [typed, setTyped] = useState(() =>
    plan
      ? toTypedTerms(
          plan.versions[0]!.terms,
          paidOn.find(plan.versions[0]!.terms.measure).isMoney,
          currency,
        )
      : EMPTY_TERMS,
  );
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [add, adding] = useAddCommissionPlanMutation();
  const [change, changing] = useAddCommissionVersionMutation();
  const [tryIt, trying] = useTryCommissionPlanMutation();
  const say = useSay();
  const { nameOf, choices } = useMonths();
  const error = adding.error ?? changing.error ?? trying.error;
  const shown = plan?.unit.code ?? unit;
  const read = () => {
    const found = readTerms(typed, paidOn.find(typed.measure).isMoney, currency);
    setFaults(found.faults);
    return found.terms;
  };
  const save = async () => {
    const terms = read();
    if (!terms) return;
    trying.reset();
    const result = plan
      ? await change({ id: plan.id, body: { from, terms } })
      : await add({
          name,
          unit: shown,
          payee,
          userId: payee === 'account' ? userId : null,
          from,
          terms,
        });
    if (result.error) return;
    say(
      plan
        ? `“${plan.name}” has other terms from ${nameOf(from)} on.`
        : `“${name}” pays from ${nameOf(from)} on.`,
    );
    onClose();
  };
  const runTrial = (over: 'quarter' | 'year') => {
    const terms = read();
    if (terms)
      void tryIt({
        unit: shown,
        payee,
        userId: payee === 'account' ? userId : null,
        terms,
        over,
      });
  };
  const other = otherFault(error, [
    'name',
    'from',
    'userId',
    'terms/measure',
    'terms/tiers',
    ...AMOUNT_FIELDS.map((field) => `terms/${field}`),
  ]);
  return (
    <Dialog
      title={plan ? `Other terms of “${plan.name}”` : 'New commission plan'}
      description={
        plan
          ? 'They hold from the month you give; months that are approved stay as they were.'
          : 'For the unit chosen in the tree and all below it.'
      }
      isOpen
      onClose={onClose}
      width="w-[720px]"
    >
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        <div className="grid grid-cols-2 gap-3 max-phone:grid-cols-1">
          {!plan && (
            <Field label="Name" fault={faultAt(error, 'name') && 'Give it a name.'}>
              <input
                className={INPUT}
                maxLength={80}
                value={name}
                onChange={(event) => setName(event.target.value)}
              />
            </Field>
          )}
          <Field label="From the month" fault={faultAt(error, 'from')}>
            <select
              className={INPUT}
              value={from}
              onChange={(event) => setFrom(event.target.value)}
            >
              {choices.map(([id, label]) => (
                <option key={id} value={id}>
                  {label}
                </option>
              ))}
            </select>
          </Field>
          {!plan && (
            <Field label="Pays">
              <select
                className={INPUT}
                value={payee}
                onChange={(event) => setPayee(event.target.value as CommissionPayee)}
              >
                {COMMISSION_PAYEES.map((each) => (
                  <option key={each} value={each}>
                    {PAYEE_WORDS[each]}
                  </option>
                ))}
              </select>
            </Field>
          )}
          {!plan && payee === 'account' && (
            <Field label="Account" fault={faultAt(error, 'userId')}>
              <select
                className={INPUT}
                value={userId ?? ''}
                onChange={(event) =>
                  setUserId(event.target.value === '' ? null : Number(event.target.value))
                }
              >
                <option value="">Choose</option>
                {accounts.map(({ id, name: account }) => (
                  <option key={id} value={id}>
                    {account}
                  </option>
                ))}
              </select>
            </Field>
          )}
        </div>
        <TermsFields
          typed={typed}
          paidOn={paidOn}
          currency={currency}
          faultOf={(field) => faults[field] ?? faultAt(error, `terms/${field}`)}
          onChange={(over) => setTyped((old) => ({ ...old, ...over }))}
        />
        {other && (
          <p role="alert" className="text-grade-1">
            {other}
          </p>
        )}
        {trying.data && <TrialResult trial={trying.data} currency={currency} />}
        <div className="flex flex-wrap justify-end gap-2">
          <Button disabled={trying.isLoading} onClick={() => runTrial('quarter')}>
            Try it on last quarter
          </Button>
          <Button disabled={trying.isLoading} onClick={() => runTrial('year')}>
            … on the last four
          </Button>
          <Button type="submit" kind="main" disabled={adding.isLoading || changing.isLoading}>
            Save
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
