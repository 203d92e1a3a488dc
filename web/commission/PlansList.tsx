import { useState } from 'react';
import type { CommissionPlan } from '#contract/schemas/commission';
import { FailureNote, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Loading } from '../ui/Loading';
import { useSay } from '../ui/Toasts';
import {
  useEndCommissionPlanMutation,
  useListCommissionPlansQuery,
  useRemoveCommissionPlanMutation,
} from './api';
import { type PaidOnChoices, usePaidOn } from './paidOn';
import { PlanForm } from './PlanForm';
import type { ShownMonth } from './shownMonth';
import { useMonths } from './useMonths';
import { describeTerms } from './words';

/** Plans that hold for one's people, with their versions. */
export function PlansList({
  unit,
  month,
  currency,
}: {
  unit: string;
  month: ShownMonth;
  currency: string;
}) {
  const { data, error, refetch } = useListCommissionPlansQuery();
  const paidOn = usePaidOn();
  const [edited, setEdited] = useState<CommissionPlan | 'new' | null>(null);
  if (error) return <FailureNote failure={error} onRetry={() => void refetch()} />;
  if (!data || !paidOn) return <Loading what="the plans" />;
  return (
    <>
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h1>
          {data.plans.length === 0
            ? 'No commission plan yet'
            : `${data.plans.length} commission ${data.plans.length === 1 ? 'plan' : 'plans'}`}
        </h1>
        <Button kind="main" onClick={() => setEdited('new')}>
          New plan…
        </Button>
      </div>
      <p className="text-soft">
        The nearest plan holds: a salesperson’s own before the team’s, the team’s before the
        branch’s, the branch’s before the company’s.
      </p>
      <ul aria-label="Commission plans" className="flex flex-col gap-3">
        {data.plans.map((plan) => (
          <PlanItem
            key={plan.id}
            plan={plan}
            paidOn={paidOn}
            month={month}
            currency={currency}
            onEdit={() => setEdited(plan)}
          />
        ))}
      </ul>
      {edited !== null && (
        <PlanForm
          plan={edited === 'new' ? null : edited}
          paidOn={paidOn}
          unit={unit}
          month={month}
          currency={currency}
          accounts={data.accounts}
          onClose={() => setEdited(null)}
        />
      )}
    </>
  );
}

function PlanItem({
  plan,
  paidOn,
  month,
  currency,
  onEdit,
}: {
  plan: CommissionPlan;
  paidOn: PaidOnChoices;
  month: ShownMonth;
  currency: string;
  onEdit(): void;
}) {
  const { nameOf } = useMonths();
  const [end] = useEndCommissionPlanMutation();
  const [remove] = useRemoveCommissionPlanMutation();
  const say = useSay();
  const told = (result: { error?: unknown }, done: string) =>
    result.error
      ? say(otherFault(result.error, []) ?? 'It could not be changed.', { kind: 'fault' })
      : say(done);
  return (
    <li className="rounded-sheet border border-line bg-sheet px-3.5 py-2.5">
      <div className="flex flex-wrap items-baseline justify-between gap-x-4 gap-y-1">
        <h2>{plan.name}</h2>
        <span className="text-[12.5px] text-soft">
          {plan.account
            ? `${plan.account.name}, on all deals of ${plan.unit.name}`
            : `each salesperson at ${plan.unit.name}, on their own deals`}
          {plan.lastMonth && ` · until ${nameOf(plan.lastMonth)}`}
        </span>
      </div>
      <ul>
        {plan.versions.map(({ from, terms, userName }) => (
          <li key={from} className="py-0.5">
            <span className="text-soft">from {nameOf(from)}:</span>{' '}
            {describeTerms(terms, paidOn.find(terms.measure), currency)}{' '}
            <span className="text-[12px] text-soft">({userName})</span>
          </li>
        ))}
      </ul>
      {plan.mayChange && (
        <div className="-ml-2 mt-1 flex flex-wrap gap-1">
          <Button kind="quiet" className="h-[26px] px-2 text-[12px]" onClick={onEdit}>
            Other terms…<span className="sr-only"> {plan.name}</span>
          </Button>
          {plan.lastMonth === null ? (
            <Button
              kind="quiet"
              className="h-[26px] px-2 text-[12px]"
              onClick={() =>
                void end({ id: plan.id, lastMonth: month.id }).then((result) =>
                  told(result, `“${plan.name}” ends with ${month.name}.`),
                )
              }
            >
              End with {month.name}
              <span className="sr-only"> {plan.name}</span>
            </Button>
          ) : (
            <Button
              kind="quiet"
              className="h-[26px] px-2 text-[12px]"
              onClick={() =>
                void end({ id: plan.id, lastMonth: null }).then((result) =>
                  told(result, `“${plan.name}” goes on.`),
                )
              }
            >
              Go on<span className="sr-only"> {plan.name}</span>
            </Button>
          )}
          <Button
            kind="quiet"
            className="h-[26px] px-2 text-[12px]"
            onClick={() =>
              void remove(plan.id).then((result) => told(result, `“${plan.name}” is removed.`))
            }
          >
            Remove<span className="sr-only"> {plan.name}</span>
          </Button>
        </div>
      )}
    </li>
  );
}
