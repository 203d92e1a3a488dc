import { ChevronDown, Redo2, Undo2 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { PlanSummary } from '#contract/schemas/plan';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { shippedWord } from '#wording/shipped';
import { MeasurePicker } from '../figures/MeasurePicker';
import { Button } from '../ui/Button';
import { classNames } from '../ui/classNames';
import { useSay } from '../ui/Toasts';
import { useDiscardPlanMutation, useRestorePlanMutation } from './api';
import { CurrencyPicker } from './CurrencyPicker';
import type { PlanDialog } from './dialogs';
import { canShare } from './fill/canShare';
import { PlanMenu } from './plans/PlanMenu';
import { RowsPicker } from './RowsPicker';
import type { Sheet } from './sheet';
import type { useTargetSaves } from './useTargetSaves';

const t = messagesOf('plan', EN_PLAN);

interface PlanToolbarProps {
  sheet: Sheet;
  plans: readonly PlanSummary[];
  saves: ReturnType<typeof useTargetSaves>;
  /** Why published targets are being revised; undefined while they are not. */
  reason: string | undefined;
  onOpen(plan: number | null): void;
  onDialog(dialog: PlanDialog): void;
  /** Ends a revision of published targets. */
  onDone(): void;
  onParams(over: Record<string, string | null>): void;
  onPeriod(id: string): void;
  /** Whether a single month is chosen. */
  isMonth: boolean;
}

/** What is shown, of which plan, and what can be done with all of it. */
export function PlanToolbar({
  sheet,
  plans,
  saves,
  reason,
  onOpen,
  onDialog,
  onDone,
  onParams,
  onPeriod,
  isMonth,
}: PlanToolbarProps) {
  const { bench } = sheet;
  const { plan, canEdit, year, measure } = bench.sheet;
  const [discard] = useDiscardPlanMutation();
  const [restore] = useRestorePlanMutation();
  const say = useSay();
  const first = sheet.columns[0]!.period;
  const toggle = (name: string, isOn: boolean, run: () => void) => (
    <button
      type="button"
      aria-pressed={isOn}
      onClick={run}
      className={classNames(
        'h-[28px] px-3',
        isOn ? 'bg-accent text-on-accent' : 'bg-sheet hover:bg-hover',
      )}
    >
      {name}
    </button>
  );
  const isDraft = plan?.status === 'draft';
  const canFill = canEdit && (isDraft || reason !== undefined);
  const item =
    'cursor-pointer rounded-[4px] px-3 py-1.5 outline-none data-[highlighted]:bg-hover data-[disabled]:opacity-50';
  const state = !canEdit
    ? t('readOnly')
    : saves.isSaving
      ? t('saving')
      : isDraft
        ? t('notYetPublishedSavedAs')
        : reason !== undefined
          ? t('revising', { reason })
          : plan
            ? t('publishedState')
            : t('nothingSet');
  const throwAway = async () => {
    if (!plan) return;
    const result = await discard(plan.id);
    if (result.error) return say(t('couldNotBeDiscarded', { plan: plan.name }), { kind: 'fault' });
    onOpen(null);
    say(t('isDiscarded', { plan: plan.name }), {
      action: { label: t('undo'), run: () => void bringBack(plan) },
    });
  };
  const bringBack = async ({ id, name }: { id: number; name: string }) => {
    const result = await restore(id);
    if (result.error) return say(t('couldNotBeBroughtBack', { name }), { kind: 'fault' });
    onOpen(id);
    say(t('isADraftAgain', { name }));
  };

  return (
    <div className="flex flex-col gap-2">
      <div className="flex items-baseline gap-x-3 gap-y-1.5 max-desk:flex-wrap">
        <h1 className="truncate max-desk:whitespace-normal">
          {t('targetsFor', {
            measure: shippedWord(measure.name),
            unit: bench.unit.name,
            fullName: sheet.total.fullName,
          })}
        </h1>
        <span role="status" className="truncate text-soft">
          {state}
        </span>
        <span className="flex-1 max-phone:hidden" />
        <span className="flex shrink-0 items-center gap-2 self-center max-phone:shrink max-phone:flex-wrap">
          <MeasurePicker />
          <RowsPicker bench={bench} onChoose={(rows) => onParams({ rows })} />
          <CurrencyPicker bench={bench} onChoose={(currency) => onParams({ in: currency })} />
        </span>
      </div>
      <div className="flex items-center gap-2 max-desk:flex-wrap">
        <PlanMenu
          plans={plans}
          chosen={plan}
          mayPlan={canEdit}
          onChoose={(each) => onOpen(each.status === 'published' ? null : each.id)}
          onNew={() => onDialog({ kind: 'newDraft' })}
        />
        <div
          role="group"
          aria-label={t('columns')}
          className="flex shrink-0 overflow-hidden rounded-sheet border border-strong/30"
        >
          {toggle(t('quarter'), sheet.grain === 'quarter', () => {
            onParams({ by: null });
            if (sheet.grain !== 'days' && sheet.grain !== 'weeks')
              onPeriod(bench.calendar.periodOf('quarter', first.from).id);
          })}
          {toggle(t('year'), sheet.grain === 'year', () => {
            onParams({ by: null });
            onPeriod(`FY${year}`);
          })}
          {toggle(t('weeks'), sheet.grain === 'weeks', () => {
            onParams({ by: 'weeks' });
            if (sheet.grain === 'year') onPeriod(bench.calendar.periodOf('quarter', first.from).id);
          })}
          {toggle(t('days'), sheet.grain === 'days', () => {
            onParams({ by: 'days' });
            if (!isMonth) onPeriod(bench.calendar.periodOf('month', first.from).id);
          })}
        </div>
        {canEdit && (
          <Button
            aria-label={t('undo')}
            title={t('undoCtrlZ')}
            disabled={!saves.canUndo}
            onClick={() => void saves.undo()}
            className="px-2"
          >
            <Undo2 size={15} />
          </Button>
        )}
        {canEdit && (
          <Button
            aria-label={t('redo')}
            title={t('redoCtrlY')}
            disabled={!saves.canRedo}
            onClick={() => void saves.redo()}
            className="px-2"
          >
            <Redo2 size={15} />
          </Button>
        )}
        <span className="flex-1" />
        {canFill && canShare(bench) && (
          <Button onClick={() => onDialog({ kind: 'fill', way: 'total' })}>
            {t('shareOutATotal')}
          </Button>
        )}
        {canFill && (
          <Button onClick={() => onDialog({ kind: 'fill', way: 'priorYear' })}>
            {t('fromLastYear')}
          </Button>
        )}
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className="inline-flex h-[30px] items-center gap-1.5 rounded-sheet border border-strong/25 bg-sheet px-3 font-medium hover:bg-hover">
            {t('more')}
            <ChevronDown size={14} aria-hidden />
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content
              align="end"
              sideOffset={6}
              className="z-60 min-w-[230px] rounded-sheet border border-strong/30 bg-sheet p-1 text-ink"
            >
              {canEdit && (
                <DropdownMenu.Item
                  className={item}
                  disabled={!canFill}
                  onSelect={() => onDialog({ kind: 'fill', way: 'each' })}
                >
                  {t('oneAmountEach')}
                </DropdownMenu.Item>
              )}
              {canEdit && (
                <DropdownMenu.Item
                  className={item}
                  disabled={!canFill}
                  onSelect={() => onDialog({ kind: 'fill', way: 'percent' })}
                >
                  {t('changeByAPercent')}
                </DropdownMenu.Item>
              )}
              {canEdit && (
                <DropdownMenu.Item
                  className={item}
                  disabled={!canFill}
                  onSelect={() => onDialog({ kind: 'fill', way: 'partial' })}
                >
                  {t('newcomersAndLeavers')}
                </DropdownMenu.Item>
              )}
              {canEdit && (
                <DropdownMenu.Item
                  className={item}
                  disabled={!canFill}
                  onSelect={() => onDialog({ kind: 'fill', way: 'copy' })}
                >
                  {t('fromAnotherPlan')}
                </DropdownMenu.Item>
              )}
              {canEdit && <DropdownMenu.Separator className="my-1 h-px bg-line" />}
              {plan && (
                <DropdownMenu.Item className={item} onSelect={() => onDialog({ kind: 'rates' })}>
                  {t('fixedRates')}
                </DropdownMenu.Item>
              )}
              <DropdownMenu.Item className={item} onSelect={() => onDialog({ kind: 'demand' })}>
                {t('hardestAndEasiestItem')}
              </DropdownMenu.Item>
              {canEdit && (
                <DropdownMenu.Item
                  className={item}
                  onSelect={() => onDialog({ kind: 'acknowledged' })}
                >
                  {t('whoHasAcknowledged')}
                </DropdownMenu.Item>
              )}
              {canEdit && plan && plans.length > 1 && (
                <DropdownMenu.Item className={item} onSelect={() => onDialog({ kind: 'compare' })}>
                  {t('compareWithAnotherPlan')}
                </DropdownMenu.Item>
              )}
              <DropdownMenu.Separator className="my-1 h-px bg-line" />
              {(['xlsx', 'csv', 'json'] as const).map((format) => (
                <DropdownMenu.Item key={format} className={item} asChild>
                  <a
                    href={`/api/v1/exports/targets?format=${format}&year=FY${year}${isDraft ? `&plan=${plan.id}` : ''}`}
                    download
                    className="block"
                  >
                    {t('exportTargets', { format })}
                  </a>
                </DropdownMenu.Item>
              ))}
              {canEdit && (
                <DropdownMenu.Item
                  className={item}
                  onSelect={() => onParams({ import: 'targets' })}
                >
                  {t('import')}
                </DropdownMenu.Item>
              )}
              {isDraft && plan.canPublish && (
                <DropdownMenu.Item
                  className={classNames(item, 'text-grade-1')}
                  onSelect={() => void throwAway()}
                >
                  {t('discardThisDraft')}
                </DropdownMenu.Item>
              )}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
        {canEdit &&
          plan?.status === 'published' &&
          (reason === undefined ? (
            <Button onClick={() => onDialog({ kind: 'revise' })}>{t('revise')}</Button>
          ) : (
            <Button onClick={onDone}>{t('doneRevising')}</Button>
          ))}
        {canEdit && !isDraft && (
          <Button kind="main" onClick={() => onDialog({ kind: 'newDraft' })}>
            {t('newDraft')}
          </Button>
        )}
        {isDraft && plan.canPublish && (
          <Button kind="main" onClick={() => onDialog({ kind: 'publish' })}>
            {t('publishDraft')}
          </Button>
        )}
      </div>
    </div>
  );
}
