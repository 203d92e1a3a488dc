import type { FieldFault } from '#contract/errors/catalogue';
import { isCurrency } from '#core/money/currency';
import { parseDay } from '#core/period/day';

const RATE = /^\d{1,10}(\.\d{1,10})?$/;

/** Every fault of a rate, at its field; none for a sound one. */
export function findRateFaults(
  { currency, from, rate }: { currency: string; from: string; rate: string | null },
  reporting: string,
): FieldFault[] {
  const faults: FieldFault[] = [];
  if (!isCurrency(currency)) faults.push({ field: 'currency', code: 'unknownCurrency' });
  else if (currency === reporting) faults.push({ field: 'currency', code: 'reportingCurrency' });
  if (parseDay(from) === null) faults.push({ field: 'from', code: 'notADate' });
  if (rate !== null && (!RATE.test(rate) || Number(rate) === 0))
    faults.push({ field: 'rate', code: 'notARate' });
  return faults;
}
