import type { SalesMixView } from '#contract/schemas/scorecard';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { formatCount, formatWhole } from '#wording/numbers/format';
import { localNumber } from '#wording/numbers/numberForm';
import { useGetSalesMixQuery } from './api';

const t = messagesOf('view', EN_VIEW);

/** What a result is made of, beside last year at the same point: one customer or many. */
export function SalesMixLine({ unit, period }: { unit: string; period: string }) {
  const { currentData } = useGetSalesMixQuery({ unit, period });
  if (!currentData) return <div className="h-[22px]" />;
  const money = { kind: 'money' as const, currency: currentData.currency };
  const whole = (value: number) => formatWhole(Math.round(value), money);
  const count = (id: 'customersCount' | 'productsCount' | 'locationsCount') => (count: number) =>
    t(id, { count, value: formatCount(count) });
  const items: [
    keyof SalesMixView &
      ('products' | 'customers' | 'locations' | 'averageDealSize' | 'salesCycleDays'),
    string,
    (value: number) => string,
    (value: number) => string,
  ][] = [
    ['customers', '', count('customersCount'), formatCount],
    ['products', '', count('productsCount'), formatCount],
    ['locations', '', count('locationsCount'), formatCount],
    ['averageDealSize', t('averageDeal'), whole, whole],
    [
      'salesCycleDays',
      '',
      (value) => t('daysToClose', { days: localNumber(value.toFixed(1)) }),
      (value) => localNumber(value.toFixed(1)),
    ],
  ];
  return (
    <p
      aria-label={t('madeOf', { days: currentData.days })}
      className="flex flex-wrap gap-x-4 text-[12px]"
    >
      <span className="text-soft">{t('madeOfHeading')}</span>
      {items.map(([key, before, show, short]) => {
        const { actual, priorYear } = currentData[key];
        return actual === null ? null : (
          <span key={key}>
            {before}
            <strong className="font-semibold">{show(actual)}</strong>
            {priorYear !== null && (
              <span className="text-soft" title={t('onDays', { days: currentData.priorYearDays })}>
                {t('priorYearValue', { value: short(priorYear) })}
              </span>
            )}
          </span>
        );
      })}
    </p>
  );
}
