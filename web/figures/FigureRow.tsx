import type { StandingView } from '#contract/schemas/attainment';
import { listFigures } from '#wording/figures';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { useDisplay } from '../app/display';
import { classNames } from '../ui/classNames';
import { HowMade } from './made/HowMade';

const t = messagesOf('view', EN_VIEW);

/** The figures under the sentence; each names its dates and opens to how it is made. */
export function FigureRow({ view }: { view: StandingView }) {
  const display = useDisplay();
  const at = { unit: view.unit.code, period: view.period.id, measure: view.measure.code };
  return (
    <dl className="grid grid-cols-5 gap-4 max-desk:grid-cols-3 max-desk:gap-y-2.5 max-phone:grid-cols-2">
      {listFigures(view, display).map((figure) => (
        <div
          key={figure.key}
          className="flex flex-col-reverse justify-end border-l-2 border-line pl-2.5"
        >
          <dt className="text-[12px] text-soft">{figure.label}</dt>
          <dd
            className={classNames(
              'text-[20px] leading-tight font-semibold [font-stretch:104%]',
              figure.tone === 'good' && 'text-made',
              figure.tone === 'bad' && 'text-grade-1',
            )}
          >
            <HowMade
              at={at}
              view={view}
              formula={figure.made}
              title={figure.exact ?? t('howThisIsMade')}
            >
              {figure.value}
            </HowMade>
          </dd>
        </div>
      ))}
    </dl>
  );
}
