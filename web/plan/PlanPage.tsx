import { useCallback, useDeferredValue, useEffect, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { SLICE_DIMENSIONS } from '#core/targets/targetSlice';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { useGetMeQuery, useListPlansQuery } from '../app/api';
import { FailureNote } from '../app/FailureNote';
import { ImportDialog } from '../app/files/ImportDialog';
import { usePlace } from '../app/place';
import { Button } from '../ui/Button';
import { classNames } from '../ui/classNames';
import { type Selection, single } from '../ui/grid/selection';
import { Loading } from '../ui/Loading';
import { useIsNarrowerThan } from '../ui/useScreen';
import { Acknowledge } from './Acknowledge';
import { AcknowledgedDialog } from './AcknowledgedDialog';
import { BesideGrid } from './BesideGrid';
import { DemandDialog } from './DemandDialog';
import type { PlanDialog } from './dialogs';
import { FillDialog } from './fill/FillDialog';
import { findDraft, rememberDraft } from './openDraft';
import { PlanGrid } from './PlanGrid';
import { CompareDialog } from './plans/CompareDialog';
import { NewDraftDialog } from './plans/NewDraftDialog';
import { PublishDialog } from './plans/PublishDialog';
import { RatesDialog } from './plans/RatesDialog';
import { ReviseDialog } from './plans/ReviseDialog';
import { PlanToolbar } from './PlanToolbar';
import { buildSheet, type Sheet } from './sheet';
import { TargetLines } from './TargetLines';
import { useTargetSaves } from './useTargetSaves';
import { useWorkbench } from './useWorkbench';

const t = messagesOf('plan', EN_PLAN);

/** The workbench: targets of a unit and all below, of the published plan or a draft. */
export function PlanPage() {
  const { unit, period, measure, go } = usePlace();
  const year = /^FY\d{4}/.exec(period)?.[0] ?? '';
  const [search, setSearch] = useSearchParams();
  const planParam = search.get('plan');
  const slicedBy = SLICE_DIMENSIONS.find((each) => each === search.get('rows'));
  const { data: me } = useGetMeQuery();
  const place = useMemo(
    () => ({
      unit,
      year,
      measure,
      ...(planParam ? { plan: Number(planParam) } : {}),
      ...(slicedBy ? { by: slicedBy } : {}),
    }),
    [unit, year, measure, planParam, slicedBy],
  );
  const {
    bench,
    revision: stamp,
    redraw,
    error,
    isOther,
    refetch,
  } = useWorkbench(unit && year ? place : null, search.get('in') ?? undefined);
  const { data: plans = [] } = useListPlansQuery({ year }, { skip: !year });
  // Until somebody chooses a cell, the one of the period that is on the strip.
  const [picked, setSelection] = useState<Selection | null>(null);
  const isPhone = useIsNarrowerThan('phone');
  const [isGridShown, setGridShown] = useState(false);
  const [dialog, setDialog] = useState<PlanDialog | null>(null);
  const [revision, setRevision] = useState<{ plan: number; reason: string } | null>(null);
  const reason = revision && revision.plan === bench?.sheet.plan?.id ? revision.reason : undefined;
  const saves = useTargetSaves(bench, redraw, reason);
  const remembered = planParam === null ? findDraft(me?.id, year) : null;
  const isStillDraft = plans.some((each) => each.id === remembered && each.status === 'draft');
  useEffect(() => {
    if (remembered !== null && isStillDraft)
      setSearch((old) => new URLSearchParams([...old, ['plan', String(remembered)]]), {
        replace: true,
      });
  }, [remembered, isStillDraft, setSearch]);
  const by = (['days', 'weeks'] as const).find((each) => each === search.get('by')) ?? null;
  const sheet = useMemo(() => (bench ? buildSheet(bench, period, by) : null), [bench, period, by]);
  const selection = useMemo(
    () =>
      picked ??
      single(
        0,
        Math.max(0, sheet?.columns.findIndex((column) => column.period.id === period) ?? 0),
      ),
    [picked, sheet, period],
  );
  const isFree = bench?.sheet.plan?.status !== 'published' || reason !== undefined;
  const onEnter = useCallback(() => {
    if (!isFree) setDialog({ kind: 'revise' });
    return isFree;
  }, [isFree]);
  // What stands beside the grid may come a moment after the grid itself.
  const later = useDeferredValue(
    useMemo(() => ({ selection, revision: stamp }), [selection, stamp]),
  );
  const setParams = (over: Record<string, string | null>) =>
    setSearch((old) => {
      const next = new URLSearchParams(old);
      for (const [name, value] of Object.entries(over))
        value === null ? next.delete(name) : next.set(name, value);
      return next;
    });
  if (!year && period) return <p className="p-5">{t('targetsAreSetByMonth')}</p>;
  // A draft of another year, or one that is no more: the published plan is always there.
  // A sheet that is there stays there, with what is half typed in it; what is wrong is said above.
  const isShown =
    bench !== null &&
    bench.unit.code === unit &&
    bench.sheet.slices?.by === slicedBy &&
    (planParam === null || bench.sheet.plan?.id === Number(planParam));
  if (error && planParam && !isShown)
    return (
      <div className="p-5">
        <FailureNote failure={error} />
        <Button className="mt-3" onClick={() => setParams({ plan: null })}>
          {t('openThePublishedPlan')}
        </Button>
      </div>
    );
  if (error && !isShown)
    return (
      <div className="p-5">
        <FailureNote failure={error} onRetry={() => void refetch()} />
        {slicedBy && (
          <Button className="mt-3" onClick={() => setParams({ rows: null })}>
            {t('showTheTargetsOfPeople')}
          </Button>
        )}
      </div>
    );
  if (!bench || !sheet) return <Loading what={t('targets')} />;

  const chosen = fitSelection(selection, sheet);
  const { plan } = bench.sheet;
  const close = () => setDialog(null);
  const openPlan = (id: number | null) => {
    close();
    rememberDraft(me?.id, year, id);
    setParams({ plan: id === null ? null : String(id) });
  };

  return (
    <div
      className={classNames(
        'flex h-full min-h-[560px] flex-col gap-2.5 px-[18px] pt-3.5 pb-4 max-desk:h-auto max-phone:px-3',
        isOther && 'stale',
      )}
      aria-busy={isOther}
    >
      <PlanToolbar
        sheet={sheet}
        plans={plans}
        saves={saves}
        reason={reason}
        onOpen={openPlan}
        onDialog={setDialog}
        onDone={() => setRevision(null)}
        onParams={setParams}
        onPeriod={(id) => go({ period: id })}
        isMonth={bench.calendar.parse(period)?.kind === 'month'}
      />
      {error && <FailureNote failure={error} onRetry={() => void refetch()} />}
      {isPhone && !isGridShown && (
        <TargetLines sheet={sheet} onUnit={(code) => go({ unit: code })} />
      )}
      <Acknowledge year={year} />
      {isPhone && (
        <Button onClick={() => setGridShown(!isGridShown)}>
          {isGridShown ? t('asAList') : bench.sheet.canEdit ? t('changeInTheGrid') : t('asAGrid')}
        </Button>
      )}
      <div
        // What is typed now would be a target of the sheet before.
        inert={isOther}
        className={classNames(
          'grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_270px] gap-3.5 max-desk:grid-cols-1 max-desk:grid-rows-[minmax(340px,56vh)_auto]',
          isPhone && !isGridShown && 'hidden',
        )}
      >
        <PlanGrid
          sheet={sheet}
          period={period}
          selection={chosen}
          onSelect={setSelection}
          saves={saves}
          onEnter={onEnter}
        />
        <BesideGrid
          sheet={sheet}
          selection={fitSelection(later.selection, sheet)}
          revision={later.revision}
          saves={saves}
          onSelect={setSelection}
          onEnter={onEnter}
        />
      </div>
      {search.get('import') === 'targets' && (
        <ImportDialog
          kind="targets"
          plan={plan?.status === 'draft' ? plan : null}
          onClose={() => setParams({ import: null })}
          onImported={(report) => {
            if (report.plans?.[0]) setParams({ import: null, plan: String(report.plans[0].id) });
          }}
        />
      )}
      {dialog?.kind === 'fill' && (
        <FillDialog
          sheet={sheet}
          selection={chosen}
          plans={plans}
          way={dialog.way}
          saves={saves}
          onClose={close}
        />
      )}
      {dialog?.kind === 'newDraft' && (
        <NewDraftDialog
          year={year}
          plans={plans}
          onMade={(made) => openPlan(made.id)}
          onClose={close}
        />
      )}
      {dialog?.kind === 'publish' && plan && (
        <PublishDialog
          plan={plan}
          periods={buildSheet(bench, year, null)
            .columns.filter((column) => !column.isSum)
            .map((column) => ({ id: column.period.id, name: column.fullName }))}
          onPublished={() => openPlan(null)}
          onClose={close}
        />
      )}
      {dialog?.kind === 'compare' && plan && (
        <CompareDialog plan={plan} plans={plans} onClose={close} />
      )}
      {dialog?.kind === 'rates' && plan && <RatesDialog plan={plan} onClose={close} />}
      {dialog?.kind === 'revise' && plan && (
        <ReviseDialog
          onReason={(text) => {
            setRevision({ plan: plan.id, reason: text });
            close();
          }}
          onClose={close}
        />
      )}
      {dialog?.kind === 'acknowledged' && <AcknowledgedDialog place={place} onClose={close} />}
      {dialog?.kind === 'demand' && (
        <DemandDialog
          sheet={sheet}
          onGo={(code) => {
            close();
            go({ unit: code });
          }}
          onClose={close}
        />
      )}
    </div>
  );
}

/** A selection made in another sheet may lie outside this one. */
function fitSelection(selection: Selection, { rows, columns }: Sheet): Selection {
  const fits =
    Math.max(selection.row, selection.anchorRow) < rows.length &&
    Math.max(selection.column, selection.anchorColumn) < columns.length;
  return fits ? selection : single(0, 0);
}
