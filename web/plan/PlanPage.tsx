import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { FailureNote } from '../app/FailureNote';
import { ImportDialog } from '../app/files/ImportDialog';
import { usePlace } from '../app/place';
import { Button } from '../ui/Button';
import { classNames } from '../ui/classNames';
import { Loading } from '../ui/Loading';
import { AddsUp } from './AddsUp';
import { useListPlansQuery } from './api';
import { CellPanel } from './CellPanel';
import { FillDialog } from './fill/FillDialog';
import { DemandDialog } from './DemandDialog';
import type { PlanDialog } from './dialogs';
import { PlanGrid } from './PlanGrid';
import { PlanToolbar } from './PlanToolbar';
import { CompareDialog } from './plans/CompareDialog';
import { NewDraftDialog } from './plans/NewDraftDialog';
import { PublishDialog } from './plans/PublishDialog';
import { ReviseDialog } from './plans/ReviseDialog';
import { single, type Selection } from './selection';
import { buildSheet } from './sheet';
import { StretchPanel } from './StretchPanel';
import { UnusualNote } from './UnusualNote';
import { useTargetSaves } from './useTargetSaves';
import { useWorkbench } from './useWorkbench';

/** The workbench: targets of a unit and all below, of the published plan or a draft. */
export function PlanPage() {
  const { unit, period, measure, go } = usePlace();
  const year = /^FY\d{4}/.exec(period)?.[0] ?? '';
  const [search, setSearch] = useSearchParams();
  const planParam = search.get('plan');
  const place = { unit, year, measure, ...(planParam ? { plan: Number(planParam) } : {}) };
  const { bench, redraw, error, isFetching, refetch } = useWorkbench(unit && year ? place : null);
  const { data: plans = [] } = useListPlansQuery({ year }, { skip: !year });
  const [selection, setSelection] = useState<Selection>(single(0, 0));
  const [dialog, setDialog] = useState<PlanDialog | null>(null);
  const [revision, setRevision] = useState<{ plan: number; reason: string } | null>(null);
  const reason = revision && revision.plan === bench?.sheet.plan?.id ? revision.reason : undefined;
  const saves = useTargetSaves(bench, redraw, reason);
  const setParams = (over: Record<string, string | null>) => setSearch((old) => {
    const next = new URLSearchParams(old);
    for (const [name, value] of Object.entries(over)) value === null ? next.delete(name) : next.set(name, value);
    return next;
  });
  if (!year && period) return <p className="p-5">Targets are set by month, quarter and year. Choose one in the strip above.</p>;
  // A draft of another year, or one that is no more: the published plan is always there.
  if (error && planParam) return <div className="p-5"><FailureNote failure={error} /><Button className="mt-3" onClick={() => setParams({ plan: null })}>Open the published plan</Button></div>;
  if (error) return <div className="p-5"><FailureNote failure={error} onRetry={() => void refetch()} /></div>;
  if (!bench) return <Loading what="targets" />;

  const sheet = buildSheet(bench, period, search.get('by') === 'days');
  const isOther = isFetching && (bench.unit.code !== unit || bench.measure !== measure || `FY${bench.sheet.year}` !== year);
  const chosen: Selection = selection.row < sheet.rows.length && selection.column < sheet.columns.length && selection.anchorRow < sheet.rows.length && selection.anchorColumn < sheet.columns.length ? selection : single(0, 0);
  const { plan } = bench.sheet;
  const onEnter = () => {
    if (plan?.status !== 'published' || reason !== undefined) return true;
    setDialog({ kind: 'revise' });
    return false;
  };
  const close = () => setDialog(null);
  const openPlan = (id: number | null) => {
    close();
    setParams({ plan: id === null ? null : String(id) });
  };

  return (
    <div className={classNames('flex h-full min-h-[560px] flex-col gap-2.5 px-[18px] pt-3.5 pb-4', isOther && 'opacity-40')} aria-busy={isOther}>
      <PlanToolbar sheet={sheet} plans={plans} saves={saves} reason={reason} onOpen={openPlan} onDialog={setDialog} onDone={() => setRevision(null)} onParams={setParams} onPeriod={(id) => go({ period: id })} isMonth={bench.calendar.parse(period)?.kind === 'month'} />
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_270px] gap-3.5">
        <PlanGrid sheet={sheet} period={period} selection={chosen} onSelect={setSelection} saves={saves} onEnter={onEnter} />
        <div className="flex min-h-0 flex-col gap-5 overflow-y-auto rounded-sheet border border-line bg-sheet px-3.5 py-3.5 [scrollbar-width:thin]" tabIndex={0} role="region" aria-label="Beside the grid">
          <UnusualNote sheet={sheet} selection={chosen} />
          <AddsUp sheet={sheet} saves={saves} onSelect={setSelection} onEnter={onEnter} />
          <StretchPanel sheet={sheet} selection={chosen} place={place} />
          <CellPanel sheet={sheet} selection={chosen} saves={saves} onEnter={onEnter} />
        </div>
      </div>
      {search.get('import') === 'targets' && <ImportDialog kind="targets" plan={plan?.status === 'draft' ? plan : null} onClose={() => setParams({ import: null })} onImported={(report) => { if (report.plans?.[0]) setParams({ import: null, plan: String(report.plans[0].id) }); }} />}
      {dialog?.kind === 'fill' && <FillDialog sheet={sheet} selection={chosen} plans={plans} way={dialog.way} saves={saves} onClose={close} />}
      {dialog?.kind === 'newDraft' && <NewDraftDialog year={year} plans={plans} onMade={(made) => openPlan(made.id)} onClose={close} />}
      {dialog?.kind === 'publish' && plan && <PublishDialog plan={plan} periods={buildSheet(bench, year, false).columns.filter((column) => !column.isSum).map((column) => ({ id: column.period.id, name: column.fullName }))} onPublished={() => openPlan(null)} onClose={close} />}
      {dialog?.kind === 'compare' && plan && <CompareDialog plan={plan} plans={plans} onClose={close} />}
      {dialog?.kind === 'revise' && plan && <ReviseDialog onReason={(text) => { setRevision({ plan: plan.id, reason: text }); close(); }} onClose={close} />}
      {dialog?.kind === 'demand' && <DemandDialog sheet={sheet} place={place} onGo={(code) => { close(); go({ unit: code }); }} onClose={close} />}
    </div>
  );
}
