import { useState } from 'react';
import {
  CartesianGrid,
  Line,
  LineChart,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { ComparisonView } from '#contract/schemas/comparison';
import { buildCalendar } from '#core/period/calendar';
import { shortPeriod } from '#wording/period';
import { useGetCompanyQuery } from '../app/api';
import type { Shown } from '../app/display';
import { Segments } from '../ui/Segments';
import { AXIS, TOOLTIP } from './lineChart';
import { LineLegend } from './LineLegend';

type Years = ComparisonView['years'];
const HEIGHT = 210;
const FADED = [1, 0.8, 0.65, 0.5, 0.4];

/** Fiscal years up to the same point and whole, one under the other or added up month by month. */
export function YearsSheet({ years, shown }: { years: Years; shown: Shown }) {
  const [isAddedUp, setAddedUp] = useState(false);
  if (years.length < 2) return null;
  const canAddUp = years.every(({ cumulative }) => cumulative.length > 0);
  return (
    <section
      aria-label="Year by year"
      className="min-w-0 rounded-sheet border border-line bg-sheet px-3.5 pt-2 pb-2.5"
    >
      <div className="flex flex-wrap items-center justify-between gap-2">
        <h2>
          Year by year
          <span className="ml-2 text-[11.5px] font-normal text-soft">
            {isAddedUp && canAddUp
              ? 'added up month by month'
              : 'dark: up to the same point, pale: the whole year'}
          </span>
        </h2>
        {canAddUp && (
          <Segments
            label="Years"
            options={[
              ['single', 'Whole'],
              ['cumulative', 'Added up'],
            ]}
            value={isAddedUp ? 'cumulative' : 'single'}
            onChange={(next) => setAddedUp(next === 'cumulative')}
          />
        )}
      </div>
      {isAddedUp && canAddUp ? (
        <AddedUp years={years} shown={shown} />
      ) : (
        <Whole years={years} shown={shown} />
      )}
    </section>
  );
}

function AddedUp({ years, shown }: { years: Years; shown: Shown }) {
  const { data: company } = useGetCompanyQuery();
  if (!company) return null;
  const calendar = buildCalendar(company.calendar);
  const monthNames = calendar
    .monthsIn(calendar.parse(years.at(-1)!.id)!)
    .map((month) => shortPeriod(month, calendar));
  const points = monthNames.map((name, month) => ({
    name,
    ...Object.fromEntries(years.map(({ id, cumulative }) => [id, cumulative[month] ?? null])),
  }));
  const nameOf = (id: string) => years.find((year) => year.id === id)!.name;
  const newest = years.at(-1)!;
  const reached = newest.cumulative.findLast((value) => value !== null);
  return (
    <div
      role="img"
      aria-label={`${newest.name} added up: ${reached == null ? 'nothing yet' : shown.figure(reached)} after ${newest.cumulative.length} months; ${years
        .slice(0, -1)
        .map(
          ({ name, cumulative }) =>
            `${name} ${cumulative[newest.cumulative.length - 1] == null ? 'not known' : shown.figure(cumulative[newest.cumulative.length - 1]!)}`,
        )
        .join(', ')}`}
    >
      <ResponsiveContainer width="100%" height={HEIGHT}>
        <LineChart data={points} margin={{ top: 10, right: 10, bottom: 4, left: 6 }}>
          <CartesianGrid stroke="var(--line)" vertical={false} />
          <XAxis dataKey="name" {...AXIS} />
          <YAxis tickFormatter={(value: number) => shown.figure(value)} width={64} {...AXIS} />
          <Tooltip
            {...TOOLTIP}
            formatter={(value, key) => [shown.figure(Number(value)), nameOf(String(key))]}
          />
          {years.map(({ id }, at) => {
            const { stroke, opacity, dash, width } = strokeOf(years.length - 1 - at);
            return (
              <Line
                key={id}
                dataKey={id}
                dot={false}
                stroke={stroke}
                strokeOpacity={opacity}
                strokeDasharray={dash}
                strokeWidth={width}
                isAnimationActive={false}
              />
            );
          })}
        </LineChart>
      </ResponsiveContainer>
      <LineLegend
        lines={years.toReversed().map(({ id, name }, age) => ({ key: id, name, ...strokeOf(age) }))}
      />
    </div>
  );
}

/** The newest year strong, older ones fading towards the paper. */
function strokeOf(age: number) {
  return age === 0
    ? { stroke: 'var(--now)', opacity: 1, dash: undefined, width: 2.5 }
    : {
        stroke: 'var(--prior-text)',
        opacity: FADED[age - 1]!,
        dash: age === 1 ? '7 3' : '2 3',
        width: 1.75,
      };
}

function Whole({ years, shown }: { years: Years; shown: Shown }) {
  const most = Math.max(1, ...years.map(({ total }) => total ?? 0));
  const width = (value: number | null) => `${(Math.max(0, value ?? 0) / most) * 100}%`;
  const finished = years.filter(({ isRunning, total }) => !isRunning && total !== null);
  const best = finished.length > 1 ? Math.max(...finished.map(({ total }) => total!)) : null;
  return (
    <>
      <ul className="mt-1.5">
        {years.map(({ id, name, total, toDate, isRunning }) => (
          <li
            key={id}
            className="grid min-h-[25px] grid-cols-[72px_minmax(0,1fr)_84px_84px] items-center gap-2 text-[12.5px]"
          >
            <span className={isRunning ? 'font-semibold' : undefined}>{name}</span>
            <span aria-hidden className="relative block h-[13px]">
              <span
                className="absolute inset-y-0 left-0 bg-track"
                style={{ width: width(total) }}
              />
              <span className="absolute inset-y-0 left-0 bg-now" style={{ width: width(toDate) }} />
            </span>
            <span className="text-right tabular-nums">
              {toDate === null ? '–' : shown.column(toDate)}
            </span>
            <span className="text-right text-soft tabular-nums">
              {isRunning ? 'so far' : total === null ? '–' : shown.column(total)}
              {total !== null && total === best && !isRunning && ' ▲'}
            </span>
          </li>
        ))}
      </ul>
      {best !== null && <p className="mt-1 text-[11.5px] text-soft">▲ best finished year</p>}
    </>
  );
}
