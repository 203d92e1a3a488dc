import { useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Pipeline, PipelineDeal, PipelineHorizon } from '#contract/schemas/pipeline';
import { weigh, type WhatIf } from '#core/forecast/outlook';
import type { FigureUnit } from '#core/money/figureUnit';
import { parseDay, toIsoDay } from '#core/period/day';
import { formatCount, formatExact } from '#wording/numbers/format';
import { shortDay } from '#wording/period';
import { DayField } from '../app/DayField';
import { DealDialog } from '../records/deal/DealDialog';
import { classNames } from '../ui/classNames';

interface OpenDealsTableProps {
  pipeline: Pipeline;
  horizon: PipelineHorizon;
  dealIds: readonly number[];
  overdueIds: readonly number[];
  whatIf: ReadonlyMap<number, WhatIf>;
  unit: FigureUnit;
  onWhatIf(whatIf: ReadonlyMap<number, WhatIf>): void;
}

const SHOWN = 100;

/**
 * The open deals behind the outlook, the heaviest first; what might happen to each is tried here
 * without saving.
 */
export function OpenDealsTable({
  pipeline,
  horizon,
  dealIds,
  overdueIds,
  whatIf,
  unit,
  onWhatIf,
}: OpenDealsTableProps) {
  const [opened, setOpened] = useState<number | null>(null);
  const [isOnlyThese, setOnlyThese] = useState(true);
  const [search] = useSearchParams();
  const inside = new Set(dealIds);
  const rows = pipeline.deals
    .filter(
      (deal) =>
        !isOnlyThese ||
        inside.has(deal.id) ||
        whatIf.has(deal.id) ||
        (overdueIds.includes(deal.id) && search.get('ahead') === null),
    )
    .map((deal) => ({ deal, weight: weigh(deal.amount, deal.probability) }))
    .sort((a, b) => b.weight - a.weight);
  const suppose = (deal: PipelineDeal, next: WhatIf | null) => {
    const changed = new Map(whatIf);
    if (next === null) changed.delete(deal.id);
    else changed.set(deal.id, next);
    onWhatIf(changed);
  };
  return (
    <section aria-label="Open deals" className="rounded-sheet border border-line bg-sheet p-3">
      <div className="mb-1 flex items-center justify-between">
        <h2>Open deals, largest first</h2>
        <label className="flex items-center gap-1.5 text-[12px]">
          <input
            type="checkbox"
            checked={isOnlyThese}
            onChange={(event) => setOnlyThese(event.target.checked)}
          />
          only of {horizon.period.name}
        </label>
      </div>
      <table className="stacked w-full text-[12.5px]">
        <thead className="text-left text-soft">
          <tr>
            {['Customer', 'Salesperson', 'Product', 'Stage', 'Expected on'].map((name) => (
              <th key={name} scope="col" className="pb-1 font-medium">
                {name}
              </th>
            ))}
            {['Amount', 'Likely', 'Weighted'].map((name) => (
              <th key={name} scope="col" className="pb-1 text-right font-medium">
                {name}
              </th>
            ))}
            <th scope="col" className="pb-1 pl-4 font-medium">
              What if
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.slice(0, SHOWN).map(({ deal, weight }) => {
            const isLate = overdueIds.includes(deal.id);
            const supposed = whatIf.get(deal.id);
            return (
              <tr
                key={`${deal.id} ${deal.salespersonName}`}
                className={classNames(
                  'border-t border-line/70',
                  supposed && 'bg-selected',
                  supposed?.kind === 'out' && 'text-soft line-through',
                )}
              >
                <td data-label="Customer" className="py-1">
                  <button
                    type="button"
                    className="text-left hover:underline"
                    onClick={() => setOpened(deal.id)}
                  >
                    {deal.customer}
                  </button>
                </td>
                <td data-label="Salesperson">{deal.salespersonName}</td>
                <td data-label="Product" className="text-soft">
                  {deal.product ?? '–'}
                </td>
                <td data-label="Stage" className="text-soft">
                  {deal.stage ?? '–'}
                </td>
                <td data-label="Expected on">
                  {shortDay(parseDay(deal.expectedOn)!, true)}
                  {isLate && <span className="ml-1.5 text-[11px] text-grade-1">overdue</span>}
                </td>
                <td data-label="Amount" className="text-right">
                  {formatExact(deal.amount, unit)}
                </td>
                <td
                  data-label="Likely"
                  className="text-right"
                  title={deal.isFromStage ? 'as its stage usually is' : undefined}
                >
                  {deal.probability === null ? (
                    <span className="text-grade-2">no probability</span>
                  ) : (
                    `${Math.round(deal.probability * 1000) / 10}%`
                  )}
                </td>
                <td data-label="Weighted" className="text-right">
                  {formatExact(weight, unit)}
                </td>
                <td data-label="What if" className="pl-4">
                  <Suppose
                    deal={deal}
                    supposed={supposed}
                    onChange={(next) => suppose(deal, next)}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {rows.length === 0 && (
        <p className="py-2 text-soft">
          No open deal is expected to close in {horizon.period.name}. Clear the box above to see all{' '}
          {pipeline.deals.length}.
        </p>
      )}
      {rows.length > SHOWN && (
        <p className="pt-1 text-soft">
          and {rows.length - SHOWN} lighter ones, in the table of deals.
        </p>
      )}
      {pipeline.omitted > 0 && (
        <p className="pt-1 text-grade-2">
          {formatCount(pipeline.omitted)} smaller open deals are not computed in. Choose a unit
          further down.
        </p>
      )}
      {opened !== null && (
        <DealDialog key={opened} id={opened} onClose={() => setOpened(null)} onOpen={setOpened} />
      )}
    </section>
  );
}

/** Leaves a deal out, lets it close, or moves it to another day. */
function Suppose({
  deal,
  supposed,
  onChange,
}: {
  deal: PipelineDeal;
  supposed: WhatIf | undefined;
  onChange(next: WhatIf | null): void;
}) {
  const choose = (kind: string) =>
    onChange(
      kind === 'out' || kind === 'close'
        ? { kind }
        : kind === 'move'
          ? { kind, to: parseDay(deal.expectedOn)! }
          : null,
    );
  return (
    <span className="flex items-center gap-1.5 no-underline">
      <select
        aria-label={`What if, ${deal.customer} ${deal.deal}`}
        className="h-[24px] rounded-[4px] border border-strong/30 bg-sheet px-1"
        value={supposed?.kind ?? ''}
        onChange={(event) => choose(event.target.value)}
      >
        <option value="">as it is</option>
        <option value="close">it closes</option>
        <option value="out">it is left out</option>
        <option value="move">it moves to</option>
      </select>
      {supposed?.kind === 'move' && (
        <DayField
          aria-label={`Moves to, ${deal.customer} ${deal.deal}`}
          leaning="future"
          value={toIsoDay(supposed.to)}
          onChange={(day) => {
            const to = parseDay(day);
            if (to !== null) onChange({ kind: 'move', to });
          }}
        />
      )}
    </span>
  );
}
