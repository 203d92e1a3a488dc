import type { SalesMixView } from '#contract/schemas/scorecard';
import { formatCount, formatWhole } from '#wording/numbers/format';
import { useGetSalesMixQuery } from './api';

/** What a result is made of, beside last year at the same point: one customer or many. */
export function SalesMixLine({ unit, period }: { unit: string; period: string }) {
  const { currentData } = useGetSalesMixQuery({ unit, period });
  if (!currentData) return <div className="h-[22px]" />;
  const money = { kind: 'money' as const, currency: currentData.currency };
  const whole = (value: number) => formatWhole(Math.round(value), money);
  const count = (one: string, many: string) => (value: number) =>
    `${formatCount(value)} ${value === 1 ? one : many}`;
  const items: [
    keyof SalesMixView &
      ('products' | 'customers' | 'locations' | 'averageDealSize' | 'salesCycleDays'),
    string,
    (value: number) => string,
    (value: number) => string,
  ][] = [
    ['customers', '', count('customer', 'customers'), String],
    ['products', '', count('product', 'products'), String],
    ['locations', '', count('location', 'locations'), String],
    ['averageDealSize', 'average deal ', whole, whole],
    [
      'salesCycleDays',
      '',
      (value) => `${value.toFixed(1)} days to close`,
      (value) => value.toFixed(1),
    ],
  ];
  return (
    <p aria-label={`Made of, ${currentData.days}`} className="flex flex-wrap gap-x-4 text-[12px]">
      <span className="text-soft">Made of</span>
      {items.map(([key, before, show, short]) => {
        const { actual, priorYear } = currentData[key];
        return actual === null ? null : (
          <span key={key}>
            {before}
            <strong className="font-semibold">{show(actual)}</strong>
            {priorYear !== null && (
              <span className="text-soft" title={`on ${currentData.priorYearDays}`}>
                {' '}
                ({short(priorYear)} last year)
              </span>
            )}
          </span>
        );
      })}
    </p>
  );
}
