import { useMemo, useState } from 'react';
import type { StandingView } from '#contract/schemas/standing';
import { decimalsOf, formatShort, toMajor } from '#core/money/format';
import { parseDay } from '#core/period/day';
import { shortDay } from '#core/period/words';
import { PathChart, type PathDatum } from '../charts/PathChart';
import { Button } from '../ui/Button';
import { figureUnit } from '../app/figureUnit';

const HEIGHT = 186;

/** The path through the period, or the same numbers as a table. */
export function PathSheet({ view }: { view: StandingView }) {
  const [isTable, setTable] = useState(false);
  const unit = figureUnit(view);
  const { target } = view.figures;
  const complete = target.missingCount > 0 ? null : target.value;
  const data = useMemo<PathDatum[]>(() => view.path.map((point) => ({
    day: point.day, label: shortDay(parseDay(point.day)!),
    booked: toChart(point.booked, unit), due: toChart(point.due, unit), lastYear: toChart(point.lastYear, unit), atThisRate: toChart(point.atThisRate, unit),
  })), [view, unit.currency, unit.kind]);
  const isOpen = view.figures.elapsed.phase === 'open';
  const show = (value: number) => formatShort(Math.round(value * 10 ** decimalsOf(unit)), unit);
  const sentence = view.sentence.map((part) => part.text).join('');

  return (
    <section aria-labelledby="path-heading" className="rounded-sheet border border-line bg-sheet">
      <div className="flex items-center justify-between px-3.5 pt-1.5">
        <h2 id="path-heading">Path through {view.period.name}<span className="ml-2 text-[11.5px] font-normal text-soft">{view.accrues ? 'cumulative' : 'from its first day to each day'}{unit.currency ? `, ${unit.currency}` : ''}</span></h2>
        <Button kind="quiet" className="h-[24px] text-[12px] text-soft" aria-pressed={isTable} onClick={() => setTable(!isTable)}>{isTable ? 'Show the picture' : 'Show as table'}</Button>
      </div>
      {isTable ? <PathTable data={data} show={show} /> : (
        <div className="pr-1 pb-1">
          <PathChart isCumulative={view.accrues} targetWord={view.measure.direction === 'lower' ? 'limit' : 'target'} data={data} target={complete === null ? null : toMajor(complete, unit)} today={isOpen ? shortDay(parseDay(view.asOf)!) : null} height={HEIGHT} show={show} description={`${view.accrues ? 'Cumulative path' : 'Path'}. ${sentence}`} />
        </div>
      )}
    </section>
  );
}

function toChart(value: number | null, unit: ReturnType<typeof figureUnit>): number | null {
  return value === null ? null : toMajor(value, unit);
}

function PathTable({ data, show }: { data: readonly PathDatum[]; show(value: number): string }) {
  const cell = (value: number | null) => <td className="px-3 py-1 text-right">{value === null ? '–' : show(value)}</td>;
  return (
    <div className="overflow-y-auto" style={{ height: HEIGHT + 4 }} tabIndex={0} role="region" aria-label="Path as table">
      <table className="w-full text-[12px]">
        <thead className="sticky top-0 bg-sheet text-soft"><tr>{['Day', 'Booked', 'Due', 'Last year', 'At this rate'].map((name) => <th key={name} scope="col" className="px-3 py-1 text-right font-medium first:text-left">{name}</th>)}</tr></thead>
        <tbody>{data.map((datum) => <tr key={datum.day} className="border-t border-line"><th scope="row" className="px-3 py-1 text-left font-normal">{datum.label}</th>{cell(datum.booked)}{cell(datum.due)}{cell(datum.lastYear)}{cell(datum.atThisRate)}</tr>)}</tbody>
      </table>
    </div>
  );
}
