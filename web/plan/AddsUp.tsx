import type { TargetGrid } from '#contract/schemas/target';
import { formatExact, type FigureUnit } from '#core/money/format';
import { showPercent } from '#core/status/percent';
import { ownValue, type Sheet } from './sheet';

interface PanelProps {
  sheet: Sheet;
  grid: TargetGrid;
  figure: FigureUnit;
}

/** Own target against the sum below, for the shown quarter or year, and where they part. */
export function AddsUp({ sheet, grid, figure }: PanelProps) {
  if (sheet.rows.length === 1) return null;
  const own = sheet.rows[sheet.ownRow]!;
  const cell = own.cells[sheet.total.at]!;
  const value = ownValue(cell);
  const money = (amount: number) => formatExact(amount, figure);
  const parting = sheet.columns.filter((column) => column.kind === 'month' && own.cells[column.at]!.notHandedOut)
    .map((column) => ({ name: grid.periods[column.at]!.name, rest: own.cells[column.at]!.notHandedOut! }));
  const rest = cell.notHandedOut;
  return (
    <section aria-labelledby="adds-up">
      <h2 id="adds-up" className="mb-1">Does it add up?</h2>
      <dl>
        <Line name={`Target of ${grid.unit.name}`} value={value === null ? 'none of its own' : money(value)} />
        <Line name="Sum of those below" value={cell.handedOut === null ? 'none' : money(cell.handedOut)} />
        {rest !== null && rest !== 0 && <Line name={rest > 0 ? 'Not handed out' : 'Over-assigned'} value={`${money(Math.abs(rest))}${rest < 0 && value ? `, ${showPercent(-rest / value)} of target` : ''}`} isFault />}
        {rest === 0 && <Line name="Difference" value="none" />}
      </dl>
      {cell.missing > 0 && <p className="mt-1.5 text-[12px] text-grade-1">{cell.missing} targets are missing below: the sum is incomplete.</p>}
      {parting.length > 0 && <p className="mt-1.5 text-[12px] text-soft">{parting.map((each) => `${each.name}: ${money(Math.abs(each.rest))} ${each.rest > 0 ? 'not handed out' : 'over-assigned'}`).join('. ')}.</p>}
    </section>
  );
}

export function Line({ name, value, isFault = false }: { name: string; value: string; isFault?: boolean }) {
  return (
    <div className={`flex justify-between gap-3 border-b border-line py-1.5 ${isFault ? 'text-grade-1' : ''}`}>
      <dt>{name}</dt><dd className="text-right font-semibold">{value}</dd>
    </div>
  );
}
