import { useState } from 'react';
import * as routes from '#contract/routes/rates';
import type { BodyOf, ResponseOf } from '#contract/routes/route';
import { formatExact, withSign } from '#wording/numbers/format';
import { api } from '../app/api';
import { DayField } from '../app/DayField';
import { FailureNote, faultAt, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';

const { useListRatesQuery, useChangeRatesMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    listRates: build.query<ResponseOf<typeof routes.listRates>, void>({
      query: () => ({ route: routes.listRates }),
      providesTags: ['Company'],
    }),
    changeRates: build.mutation<
      ResponseOf<typeof routes.changeRates>,
      BodyOf<typeof routes.changeRates>
    >({
      query: (body) => ({ route: routes.changeRates, body }),
      invalidatesTags: (result) =>
        result?.written ? ['Company', 'Figures', 'Deals', 'Lists'] : [],
    }),
  }),
});

const SHOWN = 40;

/**
 * Rates by currency and day. One that is corrected restates the deals it covers: how many, and by
 * how much, is said first.
 */
export function Rates({ mayChange }: { mayChange: boolean }) {
  const { data, error } = useListRatesQuery();
  const [change, changing] = useChangeRatesMutation();
  const [form, setForm] = useState({ currency: '', from: '', rate: '', reason: '' });
  const [effect, setEffect] = useState<ResponseOf<typeof routes.changeRates> | null>(null);
  const say = useSay();
  if (error) return <FailureNote failure={error} />;
  const reporting = data?.reporting ?? '';
  const rates = data?.rates ?? [];
  const put = (over: Partial<typeof form>) => {
    setEffect(null);
    setForm((old) => ({ ...old, ...over }));
  };
  const send = async (preview: boolean) => {
    const result = await change({
      changes: [
        { currency: form.currency.toUpperCase(), from: form.from, rate: form.rate.trim() || null },
      ],
      reason: form.reason,
      preview,
    });
    if (result.error) return setEffect(null);
    if (preview) return setEffect(result.data);
    say(
      result.data.deals === 0
        ? 'The rate is kept.'
        : `The rate is kept; ${result.data.deals} ${result.data.deals === 1 ? 'deal is' : 'deals are'} restated.`,
    );
    setEffect(null);
    setForm({ currency: form.currency, from: '', rate: '', reason: '' });
  };
  const other = otherFault(changing.error, [
    'changes/0/currency',
    'changes/0/from',
    'changes/0/rate',
    'reason',
  ]);
  return (
    <>
      <p className="text-soft">
        What one unit of a currency is worth in {reporting}, from a day on. A deal is converted with
        the newest rate on or before its close date.
      </p>
      <ul className="mt-2 grid grid-cols-3 gap-x-6" aria-label="Rates">
        {rates.slice(0, SHOWN).map((rate) => (
          <li
            key={`${rate.currency} ${rate.from}`}
            className="flex items-center justify-between border-b border-line py-1"
          >
            <span>
              <span className="font-medium">{rate.currency}</span>{' '}
              <span className="text-soft">from {rate.from}</span> {rate.rate}
            </span>
            {mayChange && (
              <Button
                kind="quiet"
                className="h-[24px] px-2 text-[12px]"
                onClick={() => put({ currency: rate.currency, from: rate.from, rate: rate.rate })}
              >
                Correct
                <span className="sr-only">
                  {' '}
                  {rate.currency} from {rate.from}
                </span>
              </Button>
            )}
          </li>
        ))}
      </ul>
      {rates.length === 0 && (
        <p className="mt-2 text-soft">None yet: all deals are in {reporting}.</p>
      )}
      {rates.length > SHOWN && (
        <p className="mt-1 text-soft">and {rates.length - SHOWN} older ones, in rates.csv.</p>
      )}
      {mayChange && (
        <form
          noValidate
          className="mt-3 grid grid-cols-[100px_150px_130px_1fr_auto] items-end gap-2 max-desk:grid-cols-1"
          onSubmit={(event) => {
            event.preventDefault();
            void send(effect === null);
          }}
        >
          <Field label="Currency" fault={faultAt(changing.error, 'currency')}>
            <input
              className={INPUT}
              maxLength={3}
              value={form.currency}
              onChange={(event) => put({ currency: event.target.value.toUpperCase() })}
            />
          </Field>
          <Field label="From" fault={faultAt(changing.error, 'from')}>
            <DayField value={form.from} onChange={(from) => put({ from })} />
          </Field>
          <Field label={`Worth in ${reporting}`} fault={faultAt(changing.error, 'rate')}>
            <input
              className={INPUT}
              inputMode="decimal"
              placeholder="empty: taken away"
              value={form.rate}
              onChange={(event) => put({ rate: event.target.value })}
            />
          </Field>
          <Field label="Why (needed for closed months)" fault={faultAt(changing.error, 'reason')}>
            <input
              className={INPUT}
              maxLength={500}
              value={form.reason}
              onChange={(event) => setForm((old) => ({ ...old, reason: event.target.value }))}
            />
          </Field>
          <Button
            type="submit"
            disabled={changing.isLoading}
            missing={form.currency === '' || form.from === '' ? 'Currency and day first.' : null}
          >
            {effect === null ? 'Preview' : 'Keep the rate'}
          </Button>
        </form>
      )}
      {other && (
        <p role="alert" className="mt-2 text-grade-1">
          {other}
        </p>
      )}
      {effect && (
        <p role="status" className="mt-2 rounded-sheet bg-selected px-2.5 py-1.5">
          {effect.changed === 0
            ? 'This rate is there already.'
            : effect.deals === 0
              ? 'No deal is restated.'
              : `${effect.deals} ${effect.deals === 1 ? 'deal is' : 'deals are'} restated; won revenue changes by ${withSign(effect.revenue, formatExact(effect.revenue, { kind: 'money', currency: reporting }))}.`}
        </p>
      )}
    </>
  );
}
