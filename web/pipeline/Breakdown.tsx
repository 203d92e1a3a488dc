import type { Pipeline, PipelineHorizon } from '#contract/schemas/pipeline';
import type { PipelineAnswer } from '#core/forecast/pipeline';
import type { FigureUnit } from '#core/money/figureUnit';
import { showOdds } from '#wording/forecast';
import { useShown } from '../app/display';
import { usePlace } from '../app/place';
import { OfTarget } from './OfTarget';

interface BreakdownProps {
  pipeline: Pipeline;
  horizon: PipelineHorizon;
  answer: PipelineAnswer['horizons'][number];
  unit: FigureUnit;
}

/** From the shortfall down to the units and the stages. */
export function Breakdown({ pipeline, horizon, answer, unit }: BreakdownProps) {
  const { go } = usePlace();
  const shown = useShown(unit);
  const money = (value: number | null) => (value === null ? '–' : shown.column(value));
  const rows = [...answer.below].sort((a, b) => (b.shortfall ?? -1) - (a.shortfall ?? -1));
  const head = 'pb-1 font-medium';
  return (
    <div className="flex flex-col gap-3">
      {rows.length > 0 && (
        <section
          aria-label="By unit"
          className="overflow-x-auto rounded-sheet border border-line bg-sheet p-3"
        >
          <h2 className="mb-1">Who is short in {horizon.period.name}</h2>
          <table className="w-full text-right text-[12.5px]">
            <thead className="text-soft">
              <tr>
                <th scope="col" className={`${head} text-left`}>
                  Unit
                </th>
                {['Won', 'Weighted', 'Forecast', 'Target', 'Shortfall', 'Odds'].map((name) => (
                  <th key={name} scope="col" className={head}>
                    {name}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr key={row.unit} className="border-t border-line/70">
                  <th scope="row" className="py-1 text-left font-medium">
                    <button
                      type="button"
                      className="hover:underline"
                      onClick={() => go({ unit: row.unit })}
                    >
                      {pipeline.below.find((each) => each.code === row.unit)?.name ?? row.unit}
                    </button>
                  </th>
                  <td className="py-1 font-semibold">
                    {money(row.actual)}
                    <OfTarget value={row.actual} target={row.target} />
                  </td>
                  <td>{money(row.weighted)}</td>
                  <td>
                    {money(row.forecast)}
                    <OfTarget value={row.forecast} target={row.target} />
                  </td>
                  <td>{money(row.target)}</td>
                  <td>
                    {row.shortfall === 0 ? (
                      <span className="text-made">none</span>
                    ) : (
                      money(row.shortfall)
                    )}
                  </td>
                  <td>{showOdds(row.odds)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      <section
        aria-label="By stage"
        className="overflow-x-auto rounded-sheet border border-line bg-sheet p-3"
      >
        <h2 className="mb-1">Open by stage</h2>
        <table className="w-full text-right text-[12.5px]">
          <thead className="text-soft">
            <tr>
              <th scope="col" className={`${head} text-left`}>
                Stage
              </th>
              {['Deals', 'Open', 'Weighted'].map((name) => (
                <th key={name} scope="col" className={head}>
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {answer.stages.map((stage) => (
              <tr key={stage.key ?? ''} className="border-t border-line/70">
                <th scope="row" className="py-1 text-left font-normal">
                  {stage.key ?? <span className="text-soft">no stage</span>}
                </th>
                <td>{stage.count}</td>
                <td>{money(stage.open)}</td>
                <td>{money(stage.weighted)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {answer.stages.length === 0 && (
          <p className="text-soft">No open deal is expected to close in {horizon.period.name}.</p>
        )}
      </section>
    </div>
  );
}
