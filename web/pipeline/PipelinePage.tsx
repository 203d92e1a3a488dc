import { useMemo, useState } from 'react';
import type { WhatIf } from '#core/forecast/outlook';
import { describeOutlook } from '#wording/forecast';
import { formatExact, formatShort, formatWhole } from '#wording/numbers/format';
import { useAddress } from '../app/address';
import { FailureNote } from '../app/FailureNote';
import { usePlace } from '../app/place';
import { OUTLOOK_PLOT, OutlookChart } from '../charts/OutlookChart';
import { ChartSheet } from '../figures/chart/ChartSheet';
import { useGetPipelineQuery } from '../figures/pipeline/api';
import { toQuestion } from '../figures/pipeline/toQuestion';
import { usePipelineAnswer } from '../figures/pipeline/usePipelineAnswer';
import { DealsTabs } from '../records/RecordTabs';
import { Button } from '../ui/Button';
import { Loading } from '../ui/Loading';
import { Breakdown } from './Breakdown';
import { HorizonTable } from './HorizonTable';
import { OpenDealsTable } from './OpenDealsTable';

const FIRST_HORIZON = 'this month';

/**
 * Will it be enough? What is won, open and expected in the periods ahead, by unit, stage and deal;
 * what might happen is tried without saving.
 */
export function PipelinePage() {
  const { unit } = usePlace();
  const { search, put } = useAddress();
  const { data, error, refetch } = useGetPipelineQuery({ unit }, { skip: !unit });
  const [whatIf, setWhatIf] = useState<ReadonlyMap<number, WhatIf>>(new Map());
  const countsOverdue = search.get('overdue') === 'counted';
  const question = useMemo(
    () => (data ? toQuestion(data, countsOverdue, whatIf) : null),
    [data, countsOverdue, whatIf],
  );
  const { answer, isReckoning } = usePipelineAnswer(question);
  if (error)
    return (
      <div className="p-5">
        <FailureNote failure={error} onRetry={() => void refetch()} />
      </div>
    );
  if (!data || !answer || answer.horizons.length !== data.horizons.length)
    return (
      <div className="px-[18px] max-phone:px-3 pt-3">
        <DealsTabs />
        <Loading what="the pipeline" />
      </div>
    );

  const money = { kind: 'money' as const, currency: data.currency };
  const exact = (value: number | null) =>
    value === null ? '–' : formatExact(Math.round(value), money);
  const chosen = Math.max(
    0,
    data.horizons.findIndex(
      (horizon) => !horizon.isMonth && horizon.name === (search.get('ahead') ?? FIRST_HORIZON),
    ),
  );
  const [horizon, of] = [data.horizons[chosen]!, answer.horizons[chosen]!];
  const bars = data.horizons.flatMap((each, index) => {
    if (!each.isMonth) return [];
    const { actual, weighted, open, target } = answer.horizons[index]!.outlook;
    return [
      {
        key: each.period.id,
        name: each.name,
        won: actual,
        weighted,
        open,
        target,
        words: `${each.period.name}: won ${formatWhole(actual, money)}, weighted ${formatWhole(weighted, money)}, open ${formatWhole(open, money)}, target ${target === null ? 'none' : formatWhole(target, money)}`,
      },
    ];
  });

  return (
    <div
      className="flex min-h-full flex-col gap-3 px-[18px] max-phone:px-3 pt-3 pb-4"
      aria-busy={isReckoning}
    >
      <DealsTabs />
      <div className="flex items-start justify-between gap-x-6 gap-y-2 max-desk:flex-col">
        <h1 className="max-w-[820px]" aria-live="polite">
          {describeOutlook(data.unit.name, horizon, of.outlook, money)}
        </h1>
        {whatIf.size > 0 && (
          <span className="flex shrink-0 items-center gap-2 rounded-sheet border border-ember px-3 py-1">
            <strong className="font-semibold">Supposed, not saved</strong>
            <Button kind="quiet" className="h-[24px]" onClick={() => setWhatIf(new Map())}>
              As it is
            </Button>
          </span>
        )}
      </div>
      <section
        aria-label="Will it be enough?"
        className="rounded-sheet border border-line bg-sheet p-3"
      >
        <HorizonTable
          horizons={data.horizons}
          answers={answer.horizons}
          chosen={chosen}
          unit={money}
          onChoose={(name) => put({ ahead: name === FIRST_HORIZON ? null : name })}
        />
        <Overdue
          overdue={answer.overdue}
          money={(value) => formatWhole(value, money)}
          isCounted={countsOverdue}
          onCount={(counts) => put({ overdue: counts ? 'counted' : null })}
        />
      </section>
      <div className="grid grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)] gap-3 max-desk:grid-cols-1">
        <Breakdown pipeline={data} horizon={horizon} answer={of} unit={money} />
        <ChartSheet
          heading="Months ahead"
          fileName={`pipeline ${data.unit.code}`}
          plot={OUTLOOK_PLOT}
          numbers={{
            headings: ['Month', 'Won', 'Weighted', 'Open', 'Target', 'Shortfall'],
            rows: bars.map(({ key, name, won, weighted, open, target }) => ({
              key,
              cells: [
                name,
                exact(won),
                exact(weighted),
                exact(open),
                exact(target),
                exact(target === null ? null : Math.max(0, target - won - weighted)),
              ],
            })),
          }}
        >
          {() => (
            <>
              <p className="mb-1 px-2 text-[12px] text-soft">
                <Key fill="var(--now)" /> won <Key fill="url(#weighted)" /> weighted{' '}
                <Key fill="none" /> rest of open{' '}
                <span className="mx-1 inline-block h-[2px] w-3.5 bg-ink align-middle" /> target{' '}
                <span className="mx-1 inline-block h-[10px] w-[7px] border border-dashed border-grade-1 align-middle" />{' '}
                shortfall
              </p>
              <OutlookChart
                bars={bars}
                format={(value) => formatShort(value, money)}
                label={`Months ahead of ${data.unit.name}`}
              />
            </>
          )}
        </ChartSheet>
      </div>
      <OpenDealsTable
        pipeline={data}
        horizon={horizon}
        dealIds={of.dealIds}
        overdueIds={answer.overdue.dealIds}
        whatIf={whatIf}
        unit={money}
        onWhatIf={setWhatIf}
      />
    </div>
  );
}

function Key({ fill }: { fill: string }) {
  return (
    <svg width="14" height="10" className="ml-1 inline-block align-[-1px]" aria-hidden>
      <rect
        x="0.5"
        y="0.5"
        width="13"
        height="9"
        fill={fill}
        stroke="var(--now)"
        {...(fill === 'none' ? { strokeDasharray: '3 2' } : {})}
      />
    </svg>
  );
}

function Overdue({
  overdue,
  money,
  isCounted,
  onCount,
}: {
  overdue: { count: number; open: number; weighted: number };
  money(value: number): string;
  isCounted: boolean;
  onCount(counts: boolean): void;
}) {
  if (overdue.count === 0)
    return <p className="mt-2 text-[12px] text-soft">No open deal is overdue.</p>;
  return (
    <label className="mt-2 flex items-center gap-1.5 text-[12px]">
      <input
        type="checkbox"
        checked={isCounted}
        onChange={(event) => onCount(event.target.checked)}
      />
      Count the {overdue.count === 1 ? 'overdue deal' : `${overdue.count} overdue deals`} in the
      running period: {money(overdue.open)} open, {money(overdue.weighted)} weighted.{' '}
      {isCounted ? 'They are counted now.' : 'They are left out now.'}
    </label>
  );
}
