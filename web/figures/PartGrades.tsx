import type { StandingView } from '#contract/schemas/attainment';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { statusLabel } from '#wording/shipped';
import { usePlace } from '../app/place';
import { textOf } from '../charts/status';
import { StatusMark } from '../charts/StatusMark';
import { useGetSeriesQuery } from './api';

const t = messagesOf('view', EN_VIEW);

const LONG = 45;
/** A piece of a week has no room for more than its mark. */
const SHORT = 4;

/**
 * The grades of the months, or of a month's weeks, under a cumulative picture: a good total hides
 * no bad part (GUARDS 10).
 */
export function PartGrades({ view }: { view: StandingView }) {
  const { go } = usePlace();
  const days = view.path.length;
  const { currentData } = useGetSeriesQuery(
    {
      unit: view.unit.code,
      period: view.period.id,
      measure: view.measure.code,
      step: days > LONG ? 'month' : 'week',
    },
    { skip: days < 10 },
  );
  if (!currentData || currentData.points.length > 24)
    return <div className={days < 10 ? undefined : 'h-[22px]'} />;
  return (
    <ol
      aria-label={days > LONG ? t('itsMonths') : t('itsWeeks')}
      className="flex h-[22px] pr-[104px] pl-[52px] text-[11px]"
    >
      {currentData.points.map((point) => (
        <li
          key={point.period.id}
          className="min-w-[24px]"
          style={{ flexGrow: dayCount(point.period), flexBasis: 0 }}
        >
          <button
            type="button"
            onClick={() => go({ period: point.period.id })}
            title={`${point.period.name}: ${point.attainmentText === null ? statusLabel(point.status) : t('partGrade', { attainmentText: point.attainmentText, isLimit: view.measure.direction === 'lower' ? 'yes' : 'no', status: statusLabel(point.status) })}${point.ruleChanges.length > 0 ? t('anotherStatusRuleBeganIn') : ''}`}
            className="flex min-h-[24px] w-full items-center justify-center gap-1 truncate rounded-[3px] hover:bg-hover"
          >
            <StatusMark status={point.status} size={11} />
            {currentData.points.length <= 14 && dayCount(point.period) >= SHORT && (
              <span className={`truncate ${textOf(point.status)}`}>
                {point.phase === 'notStarted' ? point.shortName : (point.attainmentText ?? '–')}
              </span>
            )}
            {point.ruleChanges.length > 0 && (
              <span className="text-plum" aria-hidden>
                ┆
              </span>
            )}
          </button>
        </li>
      ))}
    </ol>
  );
}

function dayCount({ from, lastDay }: { from: string; lastDay: string }): number {
  return (Date.parse(lastDay) - Date.parse(from)) / 86_400_000 + 1;
}
