import { useState } from 'react';
import type { PlanSummary } from '#contract/schemas/plan';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { useGetCompanyQuery } from '../../app/api';
import { faultAt, otherFault } from '../../app/FailureNote';
import { rich } from '../../language/rich';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Field, INPUT } from '../../ui/Field';
import { useSay } from '../../ui/Toasts';
import { useChangePlanRatesMutation } from '../api';

const t = messagesOf('plan', EN_PLAN);

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
      t('theRatesAreKept', {
        hasConverted: result.data.converted > 0 ? 'yes' : 'no',
        converted: result.data.converted,
      }),
    );
    onClose();
  };
  const put = (at: number, over: Partial<(typeof rates)[number]>) =>
    setRates((old) => old.map((each, i) => (i === at ? { ...each, ...over } : each)));
  return (
    <Dialog
      title={t('fixedRatesOfThePlan')}
      description={t('whatOneUnitOfEach', { reporting })}
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
          <p className="text-soft">{t('noneYetTargetsAreSet', { reporting })}</p>
        )}
        {rates.map((each, at) => (
          <div key={at} className="grid grid-cols-[110px_1fr_auto] items-end gap-2">
            <Field label={t('currency')}>
              <input
                className={INPUT}
                maxLength={3}
                disabled={!mayChange}
                value={each.currency}
                onChange={(event) => put(at, { currency: event.target.value.toUpperCase() })}
              />
            </Field>
            <Field
              label={t('isWorthIn', { reporting })}
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
                {rich(t, 'takeAway', {
                  part: (words) => <span className="sr-only">{words}</span>,
                  currency: each.currency,
                })}
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
            {plan.status === 'draft' ? t('aDraftOfAPart') : t('ratesAreFixedOnceA')}
          </p>
        )}
        <div className="mt-1 flex justify-between">
          {mayChange ? (
            <Button onClick={() => setRates((old) => [...old, { currency: '', rate: '' }])}>
              {t('addACurrency')}
            </Button>
          ) : (
            <span />
          )}
          <span className="flex gap-2">
            <Button onClick={onClose}>{mayChange ? t('cancel') : t('close')}</Button>
            {mayChange && (
              <Button type="submit" kind="main" disabled={isLoading}>
                {t('keepTheseRates')}
              </Button>
            )}
          </span>
        </div>
      </form>
    </Dialog>
  );
}
