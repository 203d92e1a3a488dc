import { useState } from 'react';
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { ComparisonView } from '#contract/schemas/comparison';
import { toMajor } from '#core/money/figureUnit';
import { figureUnit } from '#wording/figureUnit';
import { formatCount } from '#wording/numbers/format';
import { showPercent } from '#wording/numbers/percent';
import { pluralOfPart } from '#wording/takenApart';
import type { Shown } from '../app/display';
import { SaveTable } from '../figures/SaveTable';
import { AXIS, TOOLTIP } from './lineChart';

const FIRST_TOP = 5;
const HEIGHT = 210;
/** A curve of a few says nothing. */
const FEWEST = 5;
const SMALL =
  'touchable inline-block h-[26px] w-[52px] rounded-sheet border border-strong/50 bg-sheet px-1.5 text-[12.5px]';

/** How few make how much: the curve from the largest on, the best so many, and who changed class. */
export function ConcentrationSheet({
  view,
  shown,
  onShares,
}: {
  view: ComparisonView;
  shown: Shown;
  onShares(shares: { a: number; b: number }): void;
}) {
  const [top, setTop] = useState(String(FIRST_TOP));
  const { concentration, by } = view;
  if (!concentration || concentration.now.count < FEWEST || view.by === 'unit') return null;
  const { now, then, shareA, shareB } = concentration;
  const wanted = Math.max(1, Math.floor(Number(top) || 0));
  const what = pluralOfPart(by);
  return (
    <section
      aria-label="Concentration"
      className="min-w-0 rounded-sheet border border-line bg-sheet px-3.5 pt-2 pb-2.5"
    >
      <h2>
        Concentration
        <span className="ml-2 text-[11.5px] font-normal text-soft">
          the largest first, added up{then && `; pale: ${view.against.name}`}
        </span>
        <SaveTable
          name={`Concentration of ${view.unit.name}, ${view.period.name}`}
          columns={['rank', 'cumulative', 'share', 'cumulative_then', 'share_then']}
          rows={() => {
            const unit = figureUnit(view);
            return now.cumulative.map((value, at) => {
              const before = then?.cumulative[at];
              return [
                at + 1,
                toMajor(value, unit),
                value / now.total,
                before === undefined ? null : toMajor(before, unit),
                before === undefined ? null : before / then!.total,
              ];
            });
          }}
        />
      </h2>
      <p className="mt-1 text-[12.5px]">
        The top{' '}
        <input
          aria-label="How many of the largest"
          className={SMALL}
          inputMode="numeric"
          value={top}
          onChange={(event) => setTop(event.target.value)}
        />{' '}
        of {formatCount(now.count)} {what} have {tellTop(now, wanted, shown)} of{' '}
        {shown.figure(now.total)}
        {then &&
          then.count > 0 &&
          `; in ${view.against.name} of ${then.count} they had ${tellTop(then, wanted, shown)} of ${shown.figure(then.total)}`}
        .
      </p>
      <Curve view={view} />
      <Classes key={`${shareA} ${shareB}`} view={view} onShares={onShares} />
    </section>
  );
}

type Side = NonNullable<ComparisonView['concentration']>['now'];

/** "62% (€1.2M)"; beyond the places that are known everything. */
function tellTop({ cumulative, count, total }: Side, top: number, shown: Shown): string {
  const value = top >= count ? total : (cumulative[Math.min(top, cumulative.length) - 1] ?? 0);
  return `${showPercent(total === 0 ? 0 : value / total)} (${shown.figure(value)})`;
}

function Curve({ view }: { view: ComparisonView }) {
  const { now, then, shareA, shareB } = view.concentration!;
  const length = Math.max(now.cumulative.length, then?.cumulative.length ?? 0);
  const shareOf = (side: Side | null, at: number) =>
    side && side.total > 0 && at <= side.cumulative.length
      ? at === 0
        ? 0
        : side.cumulative[at - 1]! / side.total
      : null;
  const points = Array.from({ length: length + 1 }, (_, at) => ({
    at,
    now: shareOf(now, at),
    then: shareOf(then, at),
  }));
  return (
    <div role="img" aria-label={describeCurve(view)}>
      <ResponsiveContainer width="100%" height={HEIGHT}>
        <LineChart data={points} margin={{ top: 8, right: 12, bottom: 4, left: -8 }}>
          <CartesianGrid stroke="var(--line)" vertical={false} />
          <XAxis dataKey="at" type="number" domain={[0, length]} {...AXIS} />
          <YAxis
            domain={[0, 1]}
            ticks={[0, 0.25, 0.5, 0.75, 1]}
            tickFormatter={(share: number) => `${Math.round(share * 100)}%`}
            {...AXIS}
          />
          {[shareA, shareB].map((share, index) => (
            <ReferenceLine
              key={index}
              y={share / 100}
              stroke="var(--ink-soft)"
              strokeDasharray="3 3"
              label={{
                value: index === 0 ? `A to ${share}%` : `B to ${share}%`,
                position: 'insideBottomLeft',
                fontSize: 11,
                fill: 'var(--ink-soft)',
              }}
            />
          ))}
          <Tooltip
            {...TOOLTIP}
            labelFormatter={(at) => `The largest ${String(at)}`}
            formatter={(share, name) => [
              showPercent(Number(share)),
              name === 'now' ? 'now' : view.against.name,
            ]}
          />
          {then && (
            <Line
              dataKey="then"
              dot={false}
              stroke="var(--prior)"
              strokeWidth={2}
              isAnimationActive={false}
            />
          )}
          <Line
            dataKey="now"
            dot={false}
            stroke="var(--now)"
            strokeWidth={2.5}
            isAnimationActive={false}
          />
        </LineChart>
      </ResponsiveContainer>
    </div>
  );
}

function describeCurve({ concentration, by }: ComparisonView): string {
  const { now, shareA } = concentration!;
  return `${now.classes.A} of ${now.count} ${pluralOfPart(by)} make the first ${shareA}% and are class A, ${now.classes.B} are B, ${now.classes.C} are C.`;
}

function Classes({
  view,
  onShares,
}: {
  view: ComparisonView;
  onShares(shares: { a: number; b: number }): void;
}) {
  const { now, then, shareA, shareB, moved, movedCount } = view.concentration!;
  const [typed, setTyped] = useState({ a: String(shareA), b: String(shareB) });
  const [a, b] = [Number(typed.a), Number(typed.b)];
  const isGood = Number.isInteger(a) && Number.isInteger(b) && a >= 1 && a < b && b <= 99;
  const keep = () => isGood && (a !== shareA || b !== shareB) && onShares({ a, b });
  const input = (side: 'a' | 'b', label: string) => (
    <input
      aria-label={label}
      aria-invalid={!isGood || undefined}
      className={SMALL}
      inputMode="numeric"
      value={typed[side]}
      onChange={(event) => setTyped({ ...typed, [side]: event.target.value })}
      onBlur={keep}
    />
  );
  const names = moved.map(({ name, from, to }) => `${name} ${from} → ${to}`);
  return (
    <form
      className="mt-1 text-[12.5px]"
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <p>
        Class A up to {input('a', 'Class A up to, %')} %, B up to {input('b', 'Class B up to, %')} %
        of all: <b>{now.classes.A}</b> A, <b>{now.classes.B}</b> B, <b>{now.classes.C}</b> C
        {then && (
          <span className="text-soft">
            {' '}
            (then {then.classes.A}, {then.classes.B}, {then.classes.C})
          </span>
        )}
        .
      </p>
      {!isGood && (
        <p role="alert" className="text-grade-1">
          Write whole percents, A below B, from 1 to 99.
        </p>
      )}
      {names.length > 0 && (
        <p className="mt-0.5 text-soft">
          Another class than then: {names.slice(0, 6).join(', ')}
          {movedCount > 6 && ` and ${movedCount - 6} more`}.
        </p>
      )}
      <button type="submit" className="sr-only">
        Apply the classes
      </button>
    </form>
  );
}
