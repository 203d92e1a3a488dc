import { Link, useLocation } from 'react-router';
import type { StandingView } from '#contract/schemas/attainment';
import { parseDay } from '#core/period/day';
import { describeApplied, describeAttainment, describeGrading, showExact } from '#wording/formula';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { formatCount } from '#wording/numbers/format';
import { shortDay } from '#wording/period';
import { shippedWord } from '#wording/shipped';
import { FailureNote } from '../../app/FailureNote';
import { placeLink } from '../../app/placeLink';
import { useListContributingDealsQuery } from '../api';
import { ContributingRows } from './ContributingRows';
import { Part } from './Part';

const t = messagesOf('view', EN_VIEW);

/**
 * How a figure of a standing is made: formula, target and its origin, rule and next grade, the
 * deals behind it, the newest data.
 */
export function MadeOf({ view, formula }: { view: StandingView; formula?: readonly string[] }) {
  return (
    <div className="flex flex-col gap-2">
      <p className="font-semibold">{t('howThisIsMade')}</p>
      <div>
        {(formula ?? [describeAttainment(view), shippedWord(view.measure.description)]).map(
          (line) => (
            <p key={line} className="mt-0.5">
              {line}
            </p>
          ),
        )}
      </div>
      <Part name={t(view.measure.direction === 'lower' ? 'limit' : 'target')}>
        <p>{describeApplied(view)}</p>
      </Part>
      <Part name={t('status')}>
        {describeGrading(view).map((line) => (
          <p key={line}>{line}</p>
        ))}
      </Part>
      {view.figures.elapsed.phase === 'notStarted' ? null : view.measure.code === 'revenue' ? (
        <BookedDeals view={view} />
      ) : (
        <ContributingRows view={view} />
      )}
      <p className="text-[12px] text-soft">
        {t('counted', {
          unit: view.unit.name,
          period: view.period.name,
          days: view.figures.days,
          hasDeals: view.newestDay ? 'yes' : 'no',
          newest: view.newestDay && shortDay(parseDay(view.newestDay)!, true),
        })}
      </p>
    </div>
  );
}

/** The deals that add up to what is booked. */
function BookedDeals({ view }: { view: StandingView }) {
  const { search } = useLocation();
  const { data, error } = useListContributingDealsQuery({
    unit: view.unit.code,
    period: view.period.id,
  });
  if (error) return <FailureNote failure={error} />;
  if (!data)
    return (
      <Part name={t('wonDealsBehindIt')}>
        <p className="text-soft">{t('lookingForThem')}</p>
      </Part>
    );
  const money = { kind: 'money' as const, currency: data.currency };
  const show = (value: number) => showExact(value, money);
  return (
    <Part name={t('wonDealsBehindIt')}>
      {data.count === 0 ? (
        <p>{t('noneIsBookedOnThese')}</p>
      ) : (
        <table className="w-full text-[12px]">
          <tbody>
            {data.deals.map((deal) => (
              <tr key={deal.id}>
                <td className="pr-2 whitespace-nowrap text-soft">
                  {shortDay(parseDay(deal.day)!)}
                </td>
                <td className="max-w-[150px] truncate pr-2">{deal.customer}</td>
                <td className="text-right whitespace-nowrap">
                  {show(deal.credited)}
                  {deal.isSplit ? t('inPart') : ''}
                </td>
              </tr>
            ))}
            {data.remainder.count > 0 && (
              <tr>
                <td />
                <td className="text-soft">
                  {t('otherRows', { count: formatCount(data.remainder.count) })}
                </td>
                <td className="text-right">{show(data.remainder.credited)}</td>
              </tr>
            )}
            <tr className="border-t border-line font-semibold">
              <td />
              <td>{t('all', { count: formatCount(data.count) })}</td>
              <td className="text-right">{show(data.credited)}</td>
            </tr>
          </tbody>
        </table>
      )}
      {data.converted > 0 && (
        <p className="text-[12px] text-soft">
          {t('inAnotherCurrencyEachConverted', { converted: formatCount(data.converted) })}
        </p>
      )}
      <Link
        className="underline"
        to={{
          pathname: '/deals',
          search: `${placeLink(search, { unit: view.unit.code, period: view.period.id })}&status=won`,
        }}
      >
        {t('seeThemInDeals')}
      </Link>
    </Part>
  );
}
