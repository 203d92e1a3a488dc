import type { Period } from '#core/period/calendar';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { shortPeriod } from '#wording/period';
import { INPUT } from '../../ui/Field';
import type { Workbench } from '../workbench';

const t = messagesOf('plan', EN_PLAN);

interface PeriodSharesProps {
  periods: readonly Period[];
  bench: Workbench;
  shares: Readonly<Record<string, string>>;
  fault: string | undefined;
  onChange(shares: Readonly<Record<string, string>>): void;
}

/** The share of each period in percent; they must add up to 100. */
export function PeriodShares({ periods, bench, shares, fault, onChange }: PeriodSharesProps) {
  return (
    <fieldset aria-describedby="period-shares-fault">
      <legend className="mb-1 text-[12.5px] text-soft">{t('shareOfEachPeriodIn')}</legend>
      <div className="grid grid-cols-4 gap-1.5">
        {periods.map((period) => (
          <label key={period.id} className="text-[11.5px] text-soft">
            {period.kind === 'day' ? period.id.slice(8) : shortPeriod(period, bench.calendar)}
            <input
              className={`${INPUT} h-[26px] text-right`}
              inputMode="decimal"
              aria-label={t('shareOf', { id: period.id })}
              value={shares[period.id] ?? ''}
              onChange={(event) => onChange({ ...shares, [period.id]: event.target.value })}
            />
          </label>
        ))}
      </div>
      <p id="period-shares-fault" className="mt-1 text-[12px] text-grade-1">
        {fault}
      </p>
    </fieldset>
  );
}
