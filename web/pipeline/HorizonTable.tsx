import type { PipelineHorizon } from '#contract/schemas/pipeline';
import { changeOf } from '#core/comparison/change';
import type { Outlook } from '#core/forecast/outlook';
import type { FigureUnit } from '#core/money/figureUnit';
import { describeMethod, showOdds } from '#wording/forecast';
import { withSign } from '#wording/numbers/format';
import { useShown } from '../app/display';
import { classNames } from '../ui/classNames';
import { OfTarget } from './OfTarget';

interface HorizonTableProps {
  horizons: readonly PipelineHorizon[];
  answers: readonly { outlook: Outlook; asIs: Outlook | null }[];
  chosen: number;
  unit: FigureUnit;
  onChoose(name: string): void;
}

/**
 * This month, next month, quarter and year: booked and expected in columns of their own (GUARDS 8).
 */
export function HorizonTable({ horizons, answers, chosen, unit, onChoose }: HorizonTableProps) {
  const shown = useShown(unit);
  const money = (value: number | null) => (value === null ? '–' : shown.column(value));
  return (
    <table className="stacked w-full text-right text-[12.5px]">
      <thead className="text-soft">
        <tr>
          {[
            '',
            'Won',
            'Open',
            'Weighted',
            'Forecast',
            'Target',
            'Shortfall',
            'Coverage',
            'Odds',
          ].map((name, at) => (
            <th
              key={at}
              scope="col"
              className={classNames('pb-1 font-medium', at === 0 && 'text-left')}
            >
              {name || `All in ${unit.currency}`}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {horizons.map((horizon, index) => {
          if (horizon.isMonth) return null;
          const { outlook, asIs } = answers[index]!;
          const isChosen = index === chosen;
          const supposed = asIs && changeOf(outlook.forecast, asIs.forecast).difference;
          return (
            <tr
              key={horizon.name}
              className={classNames(
                'cursor-pointer border-t border-line/70',
                isChosen ? 'bg-selected' : 'hover:bg-hover',
              )}
              onClick={() => onChoose(horizon.name)}
            >
              <th scope="row" className="py-1.5 pl-1.5 text-left font-medium">
                <button type="button" aria-pressed={isChosen} className="text-left">
                  <span className="block first-letter:uppercase">{horizon.name}</span>
                  <span className="block text-[11px] font-normal text-soft">
                    {horizon.period.name}
                  </span>
                </button>
              </th>
              <td data-label="Won" className="font-semibold">
                {money(outlook.actual)}
                <OfTarget value={outlook.actual} target={outlook.target} />
              </td>
              <td data-label="Open" className="text-soft">
                {money(outlook.open)}
                <span className="block text-[11px]">
                  {outlook.count} {outlook.count === 1 ? 'deal' : 'deals'}
                </span>
              </td>
              <td data-label="Weighted">
                {money(outlook.weighted)}
                <OfTarget value={outlook.weighted} target={outlook.target} />
                {outlook.withoutProbability > 0 && (
                  <span
                    className="block text-[11px] text-grade-2"
                    title="These have no probability: they add nothing to the weighted total."
                  >
                    {outlook.withoutProbability} without probability
                  </span>
                )}
              </td>
              <td data-label="Forecast">
                {money(outlook.forecast)}
                <OfTarget value={outlook.forecast} target={outlook.target} />
                {supposed !== null && supposed !== 0 && (
                  <span className="block text-[11px] text-ember-text">
                    {withSign(supposed, money(supposed))}
                  </span>
                )}
              </td>
              <td data-label="Target">
                {outlook.target === null ? (
                  <span className="text-soft">none</span>
                ) : (
                  money(outlook.target)
                )}
              </td>
              <td data-label="Shortfall">
                {outlook.shortfall === null ? (
                  '–'
                ) : outlook.shortfall === 0 ? (
                  <span className="text-made">none</span>
                ) : (
                  money(outlook.shortfall)
                )}
                <ShortfallBar outlook={outlook} />
              </td>
              <td
                data-label="Coverage"
                title="Open deals against what is still to be won; the usual wish is 3"
              >
                {outlook.coverage === null ? '–' : `${outlook.coverage.toFixed(1)}×`}
              </td>
              <td
                data-label="Odds"
                className="pr-1.5 font-semibold"
                title={outlook.odds ? describeMethod(outlook.odds) : undefined}
              >
                {showOdds(outlook.odds)}
                {asIs && showOdds(asIs.odds) !== showOdds(outlook.odds) && (
                  <span className="block text-[11px] font-normal text-ember-text">
                    from {showOdds(asIs.odds)}
                  </span>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

const BAR = 84;

/** Won, weighted and what is missing side by side, as wide as the target or the forecast. */
function ShortfallBar({ outlook }: { outlook: Outlook }) {
  const { actual, weighted, shortfall, target } = outlook;
  if (shortfall === null || target === null || target <= 0) return null;
  const whole = Math.max(target, actual + weighted);
  const wide = (value: number) => (Math.max(0, value) / whole) * BAR;
  const [won, open] = [wide(actual), wide(weighted)];
  return (
    <svg aria-hidden width={BAR} height={8} className="mt-0.5 ml-auto block">
      <rect width={won} height={8} fill="var(--now)" />
      <rect x={won} width={open} height={8} fill="url(#weighted)" />
      <rect
        x={won + open + 0.5}
        y={0.5}
        width={Math.max(0, wide(shortfall) - 1)}
        height={7}
        fill="none"
        stroke="var(--grade-1)"
        strokeDasharray="2 2"
      />
    </svg>
  );
}
