import { useState } from 'react';
import type { PlanSummary } from '#contract/schemas/plan';
import { useGetCompanyQuery } from '../../app/api';
import { faultAt, otherFault } from '../../app/FailureNote';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Field, INPUT } from '../../ui/Field';
import { useSay } from '../../ui/Toasts';
import { useChangePlanRatesMutation } from '../api';

/** The fixed rates at which a plan's targets in other currencies are converted. */
export function RatesDialog({ plan, onClose }: { plan: PlanSummary; onClose(): void }) {
  const { data: company } = useGetCompanyQuery();
  const [rates, setRates] = useState(() =>
    Object.entries(plan.rates).map(([currency, rate]) => ({ currency, rate })),
  );
  const [change, { error, isLoading }] = useChangePlanRatesMutation();
  const say = useSay();
  const mayChange = plan.status === 'draft' && plan.canPublish && plan.unit.kind === 'company';
  const reporting = company?.currency ?? '';
  const submit = async () => {
    const result = await change({
      id: plan.id,
      rates: Object.fromEntries(
        rates
          .filter((each) => each.currency !== '')
          .map((each) => [each.currency, each.rate.trim()]),
      ),
    });
    if (result.error) return;
    say(
      `The rates are kept.${result.data.converted > 0 ? ` ${result.data.converted} ${result.data.converted === 1 ? 'target is' : 'targets are'} converted anew.` : ''}`,
    );
    onClose();
  };
  const put = (at: number, over: Partial<(typeof rates)[number]>) =>
    setRates((old) => old.map((each, i) => (i === at ? { ...each, ...over } : each)));
  return (
    <Dialog
      title="Fixed rates of the plan"
      description={`What one unit of each currency is worth in ${reporting}. A target set in another currency is converted at this rate, whatever the day's rate is.`}
      isOpen
      onClose={onClose}
      width="w-[480px]"
    >
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
        className="flex flex-col gap-2.5"
      >
        {rates.length === 0 && (
          <p className="text-soft">None yet. Targets are set in {reporting}.</p>
        )}
        {rates.map((each, at) => (
          <div key={at} className="grid grid-cols-[110px_1fr_auto] items-end gap-2">
            <Field label="Currency">
              <input
                className={INPUT}
                maxLength={3}
                disabled={!mayChange}
                value={each.currency}
                onChange={(event) => put(at, { currency: event.target.value.toUpperCase() })}
              />
            </Field>
            <Field
              label={`is worth in ${reporting}`}
              fault={faultAt(error, `rates/${each.currency}`)}
            >
              <input
                className={INPUT}
                inputMode="decimal"
                disabled={!mayChange}
                value={each.rate}
                onChange={(event) => put(at, { rate: event.target.value })}
              />
            </Field>
            {mayChange && (
              <Button
                kind="quiet"
                onClick={() => setRates((old) => old.filter((_, i) => i !== at))}
              >
                Take away<span className="sr-only"> {each.currency}</span>
              </Button>
            )}
          </div>
        ))}
        {otherFault(
          error,
          rates.map((each) => `rates/${each.currency}`),
        ) && (
          <p role="alert" className="text-grade-1">
            {otherFault(
              error,
              rates.map((each) => `rates/${each.currency}`),
            )}
          </p>
        )}
        {!mayChange && (
          <p className="text-soft">
            {plan.status === 'draft'
              ? 'A draft of a part of the company takes the rates of the published plan.'
              : 'Rates are fixed once a plan is published. They are changed in a draft of the whole company.'}
          </p>
        )}
        <div className="mt-1 flex justify-between">
          {mayChange ? (
            <Button onClick={() => setRates((old) => [...old, { currency: '', rate: '' }])}>
              Add a currency
            </Button>
          ) : (
            <span />
          )}
          <span className="flex gap-2">
            <Button onClick={onClose}>{mayChange ? 'Cancel' : 'Close'}</Button>
            {mayChange && (
              <Button type="submit" kind="main" disabled={isLoading}>
                Keep these rates
              </Button>
            )}
          </span>
        </div>
      </form>
    </Dialog>
  );
}
