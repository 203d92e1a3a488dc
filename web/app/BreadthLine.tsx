import type { BreadthView } from '#contract/schemas/scorecard';
import { formatWhole } from '#core/money/format';
import { useGetBreadthQuery } from './standings';

/** What a result rests on, beside last year at the same point: one customer or many. */
export function BreadthLine({ unit, period }: { unit: string; period: string }) {
  const { currentData } = useGetBreadthQuery({ unit, period });
  if (!currentData) return <div className="h-[22px]" />;
  const money = { kind: 'money' as const, currency: currentData.currency };
  const whole = (value: number) => formatWhole(Math.round(value), money);
  const count = (one: string, many: string) => (value: number) => `${value.toLocaleString('en-GB')} ${value === 1 ? one : many}`;
  const items: [keyof BreadthView & ('products' | 'customers' | 'places' | 'averageDeal' | 'daysToClose'), string, (value: number) => string, (value: number) => string][] = [
    ['customers', '', count('customer', 'customers'), String], ['products', '', count('product', 'products'), String], ['places', '', count('place', 'places'), String],
    ['averageDeal', 'average deal ', whole, whole], ['daysToClose', '', (value) => `${value.toFixed(1)} days to close`, (value) => value.toFixed(1)],
  ];
  return (
    <p aria-label={`What it rests on, ${currentData.days}`} className="flex flex-wrap gap-x-4 text-[12px]">
      <span className="text-soft">Rests on</span>
      {items.map(([key, before, show, short]) => {
        const { now, lastYear } = currentData[key];
        return now === null ? null : (
          <span key={key}>{before}<strong className="font-semibold">{show(now)}</strong>{lastYear !== null && <span className="text-soft" title={`on ${currentData.lastYearDays}`}> ({short(lastYear)} last year)</span>}</span>
        );
      })}
    </p>
  );
}
