import type { CommissionTrial } from '#contract/schemas/commission';
import { formatPaid } from '#wording/numbers/format';
import { useShownOnce } from '../ui/useShownOnce';
import { useMonths } from './useMonths';

/** What terms would have cost, who gains and who loses. */
export function TrialResult({ trial, currency }: { trial: CommissionTrial; currency: string }) {
  const money = (minor: number) => formatPaid(minor, currency);
  const difference = trial.trial - trial.now;
  const count = (sign: number) =>
    trial.rows.filter((row) => Math.sign(row.difference) === sign).length;
  const { nameOf } = useMonths();
  const shown = useShownOnce<HTMLElement>();
  const [first = '', last = ''] = [trial.months[0], trial.months.at(-1)];
  return (
    <section
      ref={shown}
      aria-label="Trial"
      className="rounded-sheet border border-line bg-cell/40 p-3"
    >
      <h3 className="font-semibold">
        From {nameOf(first)} to {nameOf(last)} it would have cost {money(trial.trial)},{' '}
        {difference === 0
          ? 'as much as now'
          : `${money(Math.abs(difference))} ${difference > 0 ? 'more' : 'less'} than the plans in force`}
      </h3>
      <p className="text-soft">
        {count(1)} would gain, {count(-1)} would lose.
        {trial.withoutTarget.length > 0 &&
          ` Without a target: ${trial.withoutTarget.slice(0, 8).join(', ')}${trial.withoutTarget.length > 8 ? ` and ${trial.withoutTarget.length - 8} others` : ''}.`}
      </p>
      <div className="mt-2 max-h-[220px] overflow-y-auto">
        <table className="w-full text-[12.5px] [&_td]:py-0.5 [&_td:not(:first-child)]:text-right">
          <thead className="text-left text-soft">
            <tr>
              <th scope="col" className="font-medium">
                Name
              </th>
              {['Now', 'With it', 'Difference'].map((heading) => (
                <th key={heading} scope="col" className="text-right font-medium">
                  {heading}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {trial.rows.map((row) => (
              <tr key={row.payee} className="border-t border-line/60">
                <td>{row.name}</td>
                <td>{money(row.now)}</td>
                <td>{money(row.trial)}</td>
                <td className={row.difference < 0 ? 'text-grade-1' : undefined}>
                  {row.difference > 0 ? '+' : ''}
                  {money(row.difference)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
