import {
  CartesianGrid,
  Line,
  LineChart,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { type MeasuresByMonth, MOST_MEASURES_BY_MONTH } from '#contract/schemas/measuresByMonth';
import { toMajor } from '#core/money/figureUnit';
import { describeCorrelation } from '#wording/correlation';
import { figureUnit } from '#wording/figureUnit';
import { useAddress } from '../app/address';
import { useListMeasuresQuery } from '../app/api';
import { showIn, useDisplay } from '../app/display';
import { FailureNote } from '../app/FailureNote';
import { SaveTable } from '../figures/SaveTable';
import { Loading } from '../ui/Loading';
import { useGetMeasuresByMonthQuery } from './api';
import { besidesOf } from './besides';
import { AXIS, TOOLTIP } from './lineChart';
import { LineLegend } from './LineLegend';

const HEIGHT = 230;
const STROKES = ['var(--now)', 'var(--ember)', 'var(--grade-3)', 'var(--ink-soft)'] as const;
const DASHES = [undefined, '6 3', '2 3', '8 3 2 3'] as const;
/** Where the scale of a line stands. */
const SCALES = [', left', ', right'] as const;
const SELECT = 'touchable h-[28px] rounded-sheet border border-line bg-sheet px-2 text-[12.5px]';

/**
 * Measures of the unit month by month: money on one scale, what is no money on a scale of its own,
 * each named; and how closely the others go with the first.
 */
export function MeasuresSheet({
  unit,
  period,
  measure,
}: {
  unit: string;
  period: string;
  measure: string;
}) {
  const { search, put } = useAddress();
  const { data: listed } = useListMeasuresQuery();
  const chosen = besidesOf(search.get('with'), measure);
  const codes = [measure, ...chosen];
  const { data, error, refetch } = useGetMeasuresByMonthQuery({
    unit,
    period,
    measures: codes.join(),
  });
  const keep = (next: readonly string[]) => put({ with: next.join() });
  const free = (listed?.measures ?? []).filter(
    ({ code, isArchived }) => !isArchived && !codes.includes(code),
  );
  return (
    <section
      aria-label="Measures beside each other"
      className="min-w-0 rounded-sheet border border-line bg-sheet px-3.5 pt-2 pb-2.5"
    >
      <h2>
        Measures beside each other
        <span className="ml-2 text-[11.5px] font-normal text-soft">
          the ended months of this fiscal year and the one before
        </span>
        {data && (
          <SaveTable
            name={`Measures of ${data.unit.name}`}
            columns={['month', ...data.series.map(({ measure: each }) => each.code)]}
            rows={() =>
              data.months.map(({ id }, at) => [
                id,
                ...data.series.map(({ measure: each, values }) => {
                  const value = values[at] ?? null;
                  return value === null
                    ? null
                    : toMajor(value, figureUnit({ measure: each, currency: data.currency }));
                }),
              ])
            }
          />
        )}
      </h2>
      <div className="mt-1.5 flex flex-wrap items-center gap-2 text-[12.5px]">
        {chosen.map((code) => (
          <button
            key={code}
            type="button"
            className="touchable rounded-sheet border border-line px-2 py-[3px] hover:bg-hover"
            disabled={chosen.length === 1}
            title={chosen.length === 1 ? 'Two are needed.' : undefined}
            onClick={() => keep(chosen.filter((each) => each !== code))}
          >
            {listed?.measures.find((each) => each.code === code)?.name ?? code}
            {chosen.length > 1 && (
              <>
                <span aria-hidden> ×</span>
                <span className="sr-only">, take it away</span>
              </>
            )}
          </button>
        ))}
        {chosen.length < MOST_MEASURES_BY_MONTH - 1 && (
          <select
            aria-label="Another measure beside it"
            className={SELECT}
            value=""
            onChange={(event) => event.target.value && keep([...chosen, event.target.value])}
          >
            <option value="">Another measure…</option>
            {free.map(({ code, name }) => (
              <option key={code} value={code}>
                {name}
              </option>
            ))}
          </select>
        )}
      </div>
      {error ? (
        <FailureNote failure={error} onRetry={() => void refetch()} />
      ) : !data ? (
        <Loading what="the measures" />
      ) : data.months.every(({ isRunning }) => isRunning) ? (
        <p className="py-2 text-soft">No month has ended yet.</p>
      ) : (
        <>
          <Lines data={data} />
          <ul className="text-[12.5px]">
            {data.correlations.map((each) => (
              <li key={each.measure}>{describeCorrelation(data, each)}</li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function Lines({ data }: { data: MeasuresByMonth }) {
  const display = useDisplay();
  const isMoney = data.series.map(({ measure }) => measure.valueKind === 'money');
  // Money stands on one scale; of the others each has its own, two of which have room for an axis.
  const axes = data.series.map(({ measure }, at) => (isMoney[at] ? 'money' : measure.code));
  const drawn = [...new Set(axes)];
  const shownOf = data.series.map(({ measure }) =>
    showIn(figureUnit({ measure, currency: data.currency }), display),
  );
  // A month that still runs would look like a fall.
  const points = data.months
    .map(({ name, isRunning }, month) => ({
      name,
      isRunning,
      ...Object.fromEntries(data.series.map(({ values }, at) => [`v${at}`, values[month]])),
    }))
    .filter(({ isRunning }) => !isRunning);
  const shortName = (name: string) => name.replace(/^(\p{L}{3})\p{L}* (\d\d)(\d\d)$/u, '$1 ’$3');
  return (
    <div
      role="img"
      aria-label={`${data.series.map(({ measure }) => measure.name).join(', ')} of ${data.unit.name}, ${data.months[0]!.name} to ${data.months.at(-1)!.name}`}
    >
      <ResponsiveContainer width="100%" height={HEIGHT}>
        <LineChart data={points} margin={{ top: 10, right: 6, bottom: 4, left: 6 }}>
          <CartesianGrid stroke="var(--line)" vertical={false} />
          <XAxis dataKey="name" tickFormatter={shortName} minTickGap={18} {...AXIS} />
          {drawn.map((axis, place) => {
            const at = axes.indexOf(axis);
            return (
              <YAxis
                key={axis}
                yAxisId={axis}
                orientation={place === 0 ? 'left' : 'right'}
                hide={place > 1}
                tickFormatter={(value: number) => shownOf[at]!.figure(value)}
                width={64}
                {...AXIS}
              />
            );
          })}
          <Tooltip
            {...TOOLTIP}
            formatter={(value, key) => {
              const at = Number(String(key).slice(1));
              return [shownOf[at]!.figure(Number(value)), data.series[at]!.measure.name];
            }}
          />
          {data.series.map(({ measure }, at) => (
            <Line
              key={measure.code}
              yAxisId={axes[at]!}
              dataKey={`v${at}`}
              dot={false}
              stroke={STROKES[at]}
              strokeDasharray={DASHES[at]}
              strokeWidth={2}
              isAnimationActive={false}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
      <LineLegend
        lines={data.series.map(({ measure }, at) => ({
          key: measure.code,
          name: `${measure.name}${SCALES[drawn.indexOf(axes[at]!)] ?? ', its scale is not drawn'}`,
          stroke: STROKES[at]!,
          dash: DASHES[at],
        }))}
      />
    </div>
  );
}
