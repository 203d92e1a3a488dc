import { Redo2, Undo2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { FigureUnit } from '#core/money/format';
import { FailureNote } from '../app/FailureNote';
import { ImportDialog } from '../app/files/ImportDialog';
import { usePlace } from '../app/place';
import { Button } from '../ui/Button';
import { classNames } from '../ui/classNames';
import { Loading } from '../ui/Loading';
import { AddsUp } from './AddsUp';
import { useGetTargetsQuery } from './api';
import { CellPanel } from './CellPanel';
import { PlanGrid } from './PlanGrid';
import { single, type Selection } from './selection';
import { buildSheet } from './sheet';
import { useTargetSaves } from './useTargetSaves';

/** Targets of a unit and all below, by month, quarter and year. */
export function PlanPage() {
  const { unit, period, measure, go } = usePlace();
  const year = /^FY\d{4}/.exec(period)?.[0] ?? '';
  const { data: grid, error, isFetching, refetch } = useGetTargetsQuery({ unit, year, measure }, { skip: !unit || !year });
  const [search, setSearch] = useSearchParams();
  const [selection, setSelection] = useState<Selection>(single(0, 0));
  const saves = useTargetSaves();
  const sheet = useMemo(() => (grid ? buildSheet(grid, period) : null), [grid, period]);
  if (!year && period) return <p className="p-5">Targets are set by month, quarter and year. Choose one in the strip above.</p>;
  if (error) return <div className="p-5"><FailureNote failure={error} onRetry={() => void refetch()} /></div>;
  if (!grid || !sheet) return <Loading what="targets" />;

  const figure: FigureUnit = grid.measure.unit === 'money' ? { kind: 'money', currency: grid.currency } : { kind: 'count' };
  const isOther = isFetching && (grid.unit.code !== unit || grid.measure.code !== measure || !grid.periods.at(-1)!.id.startsWith(year));
  const chosen: Selection = selection.row < sheet.rows.length && selection.column < sheet.columns.length ? selection : single(0, 0);
  const isYear = sheet.columns.length > 4;
  const quarterId = grid.periods[isYear ? 12 : sheet.total.at]!.id;
  const toggle = (name: string, id: string, isOn: boolean) => <button type="button" aria-pressed={isOn} onClick={() => go({ period: id })} className={classNames('h-[28px] px-3', isOn ? 'bg-accent text-on-accent' : 'bg-sheet hover:bg-hover')}>{name}</button>;
  const setImport = (value: string | null) => setSearch((old) => {
    const next = new URLSearchParams(old);
    value ? next.set('import', value) : next.delete('import');
    return next;
  }, { replace: true });

  return (
    <div className={classNames('flex h-full min-h-[560px] flex-col gap-3 px-[18px] pt-4 pb-4', isOther && 'opacity-40')} aria-busy={isOther}>
      <div className="flex items-center justify-between gap-3">
        <h1>{grid.measure.name} targets for {grid.unit.name}, {grid.periods[sheet.total.at]!.name}<span className="ml-3 text-[13px] font-normal text-soft [font-stretch:100%]">{saves.isSaving ? 'saving …' : grid.mayWrite ? 'saved as you type' : 'read only'}</span></h1>
        <div className="flex shrink-0 gap-2">
          <div role="group" aria-label="Columns" className="flex overflow-hidden rounded-sheet border border-strong/30">{toggle('Quarter', quarterId, !isYear)}{toggle('Year', grid.periods[16]!.id, isYear)}</div>
          {grid.mayWrite && <Button aria-label="Undo" title="Undo, Ctrl+Z" disabled={!saves.canUndo} onClick={() => void saves.undo()} className="px-2"><Undo2 size={15} /></Button>}
          {grid.mayWrite && <Button aria-label="Redo" title="Redo, Ctrl+Y" disabled={!saves.canRedo} onClick={() => void saves.redo()} className="px-2"><Redo2 size={15} /></Button>}
          <a href="/api/v1/files/targets" download className="inline-flex h-[30px] items-center rounded-sheet border border-strong/25 bg-sheet px-3 font-medium hover:bg-hover">Export</a>
          {grid.mayWrite && <Button onClick={() => setImport('targets')}>Import…</Button>}
        </div>
      </div>
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_270px] gap-3.5">
        <PlanGrid sheet={sheet} grid={grid} figure={figure} period={period} selection={chosen} onSelect={setSelection} saves={saves} />
        <div className="flex min-h-0 flex-col gap-5 overflow-y-auto rounded-sheet border border-line bg-sheet px-3.5 py-3.5">
          <AddsUp sheet={sheet} grid={grid} figure={figure} />
          <CellPanel sheet={sheet} grid={grid} figure={figure} selection={chosen} />
        </div>
      </div>
      {search.get('import') === 'targets' && <ImportDialog kind="targets" onClose={() => setImport(null)} />}
    </div>
  );
}
