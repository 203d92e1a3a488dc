import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import type { Workbench } from './workbench';

const t = messagesOf('plan', EN_PLAN);

/**
 * What targets are shown and set in: the reporting currency, or one with a fixed rate in the plan.
 */
export function CurrencyPicker({
  bench,
  onChoose,
}: {
  bench: Workbench;
  onChoose(currency: string | null): void;
}) {
  const { currency, rates, ownCurrency, measure } = bench.sheet;
  const others = Object.keys(rates).sort();
  if (measure.valueKind !== 'money' || others.length === 0) return null;
  return (
    <select
      aria-label={t('currencyOfTargets')}
      value={bench.currency}
      onChange={(event) => onChoose(event.target.value === currency ? null : event.target.value)}
      className="h-[30px] rounded-sheet border border-strong/30 bg-sheet px-1.5 font-medium"
    >
      {[currency, ...others].map((code) => (
        <option key={code} value={code}>
          {code}
          {code === ownCurrency && code !== currency ? t('own') : ''}
        </option>
      ))}
    </select>
  );
}
