import { Link, useLocation } from 'react-router';
import type { StandingView } from '#contract/schemas/attainment';
import type { Contributions } from '#contract/schemas/contributions';
import { parseDay } from '#core/period/day';
import { describeExcluded, describeParts, showPart } from '#wording/contributions';
import { figureUnit } from '#wording/figureUnit';
import { showExact } from '#wording/formula';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { formatCount } from '#wording/numbers/format';
import { shortDay } from '#wording/period';
import { FailureNote } from '../../app/FailureNote';
import { placeLink } from '../../app/placeLink';
import { useGetContributionsQuery } from '../api';
import { Part } from './Part';

const t = messagesOf('view', EN_VIEW);

const TITLES: Readonly<Record<Contributions['rowKind'], string>> = {
  deals: t('dealsBehindIt'),
  names: t('countedOnceEach'),
  values: t('typedInValues'),
};

/** The rows that make a figure of any measure, each with its part; the foot is the figure. */
export function ContributingRows({ view }: { view: StandingView }) {
  const { data, error } = useGetContributionsQuery({
    unit: view.unit.code,
    period: view.period.id,
    measure: view.measure.code,
  });
  if (error) return <FailureNote failure={error} />;
  if (!data)
    return (
      <Part name={t('whatIsBehindIt')}>
        <p className="text-soft">{t('lookingForIt')}</p>
      </Part>
    );
  return (
    <Part name={TITLES[data.rowKind]}>
      {data.total.count === 0 && !data.monthlyTotals ? (
        <p>{t('thereIsNothingOnThese')}</p>
      ) : (
        <RowsTable view={view} data={data} />
      )}
      {data.excludedDeals > 0 && (
        <p className="text-soft">{describeExcluded(data.excludedDeals)}</p>
      )}
      <Sources view={view} rowKind={data.rowKind} />
    </Part>
  );
}

function RowsTable({ view, data }: { view: StandingView; data: Contributions }) {
  const unit = figureUnit(view);
  const labels = describeParts(view.measure);
  // The middle of all values is no sum of them.
  const isMedian = view.measure.definition.kind === 'median';
  const { numeratorKind, denominatorKind, rows, remainder, monthlyTotals, total } = data;
  const cells = (row: { numerator: number; denominator: number | null }) => (
    <>
      <td className="pl-2 text-right whitespace-nowrap">
        {showPart(row.numerator, numeratorKind, data, unit)}
      </td>
      {denominatorKind && (
        <td className="pl-2 text-right whitespace-nowrap">
          {showPart(row.denominator ?? 0, denominatorKind, data, unit)}
        </td>
      )}
    </>
  );
  return (
    <table className="w-full text-[12px]">
      <thead>
        <tr className="text-soft">
          <th colSpan={2} />
          <th className="pl-2 text-right font-normal">{labels.numerator}</th>
          {denominatorKind && (
            <th className="pl-2 text-right font-normal">
              {t('ofDenominator', { denominator: labels.denominator })}
            </th>
          )}
        </tr>
      </thead>
      <tbody>
        {rows.map((row, at) => (
          <tr key={`${row.dealId ?? row.name} ${at}`}>
            <td className="pr-2 whitespace-nowrap text-soft">
              {row.day && shortDay(parseDay(row.day)!)}
            </td>
            <td className="max-w-[130px] truncate" title={row.deal ?? undefined}>
              {row.name}
            </td>
            {cells(row)}
          </tr>
        ))}
        {remainder.count > 0 && (
          <tr>
            <td />
            <td className="text-soft">{t('otherRows', { count: formatCount(remainder.count) })}</td>
            {isMedian ? <td /> : cells(remainder)}
          </tr>
        )}
        {monthlyTotals && (
          <tr>
            <td />
            <td title={monthlyTotals.days}>
              {t('totalsFromBefore', { days: monthlyTotals.days })}
            </td>
            {cells(monthlyTotals)}
          </tr>
        )}
        <tr className="border-t border-line font-semibold">
          <td />
          <td>{monthlyTotals ? t('together') : t('all', { count: formatCount(total.count) })}</td>
          {isMedian ? (
            <td className="pl-2 text-right whitespace-nowrap">
              {t('median', { value: showExact(data.value, unit) })}
            </td>
          ) : (
            cells(total)
          )}
        </tr>
      </tbody>
      {denominatorKind && (
        <tfoot>
          <tr>
            <td />
            <td colSpan={3} className="text-right">
              {labels.numerator} / {labels.denominator} = {showExact(data.value, unit)}
            </td>
          </tr>
        </tfoot>
      )}
    </table>
  );
}

/** Where all of them are. */
function Sources({ view, rowKind }: { view: StandingView; rowKind: Contributions['rowKind'] }) {
  const { search } = useLocation();
  const place = { unit: view.unit.code, period: view.period.id };
  if (rowKind === 'values')
    return (
      <Link
        className="underline"
        to={{
          pathname: '/deals/activities',
          search: placeLink(search, { ...place, measure: view.measure.code }),
        }}
      >
        {t('seeTheValues')}
      </Link>
    );
  return (
    <Link className="underline" to={{ pathname: '/deals', search: placeLink(search, place) }}>
      {t('seeAllDealsOfThese')}
    </Link>
  );
}
