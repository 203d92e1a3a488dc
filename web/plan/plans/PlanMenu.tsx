import { Check, ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { PlanSummary } from '#contract/schemas/plan';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { describeDayOf } from '#wording/moment';
import { formatCount } from '#wording/numbers/format';
import { useTimeZone } from '../../app/Moment';

const t = messagesOf('plan', EN_PLAN);

interface PlanMenuProps {
  plans: readonly PlanSummary[];
  chosen: PlanSummary | null;
  mayPlan: boolean;
  onChoose(plan: PlanSummary): void;
  onNew(): void;
}

/** Which plan is open: the published one, or a draft. */
export function PlanMenu({ plans, chosen, mayPlan, onChoose, onNew }: PlanMenuProps) {
  const timeZone = useTimeZone();
  const drafts = plans.filter((plan) => plan.status === 'draft');
  const published = plans.find((plan) => plan.status === 'published');
  const item =
    'flex cursor-pointer items-center justify-between gap-4 rounded-[4px] px-3 py-1.5 outline-none data-[highlighted]:bg-hover';
  const toItem = (plan: PlanSummary) => (
    <DropdownMenu.Item key={plan.id} className={item} onSelect={() => onChoose(plan)}>
      <span>
        <span className="font-medium">{plan.name}</span>
        <span className="block text-[11.5px] text-soft">{describePlan(plan, timeZone)}</span>
      </span>
      {chosen?.id === plan.id && <Check size={15} aria-label={t('openNow')} />}
    </DropdownMenu.Item>
  );
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="inline-flex h-[30px] max-w-[300px] items-center gap-1.5 rounded-sheet border border-strong/25 bg-sheet px-3 font-medium hover:bg-hover">
        <span className="truncate">
          {chosen === null
            ? t('noPlanYet')
            : chosen.status === 'draft'
              ? t('draftNamed', { name: chosen.name })
              : t('publishedNamed', { name: chosen.name })}
        </span>
        <ChevronDown size={14} aria-hidden className="shrink-0" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={6}
          className="z-60 max-h-[420px] min-w-[300px] overflow-y-auto rounded-sheet border border-strong/30 bg-sheet p-1 text-ink"
        >
          <DropdownMenu.Label className="px-3 pt-1.5 pb-0.5 text-[11.5px] text-soft">
            {t('published')}
          </DropdownMenu.Label>
          {published ? (
            toItem(published)
          ) : (
            <p className="px-3 py-1.5 text-soft">{t('nothingIsPublishedForThis')}</p>
          )}
          {mayPlan && (
            <DropdownMenu.Label className="px-3 pt-2 pb-0.5 text-[11.5px] text-soft">
              {t('drafts')}
            </DropdownMenu.Label>
          )}
          {drafts.map(toItem)}
          {mayPlan && (
            <DropdownMenu.Item className={item} onSelect={onNew}>
              {t('newDraft')}
            </DropdownMenu.Item>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function describePlan(plan: PlanSummary, timeZone: string): string {
  const made =
    plan.status === 'published' && plan.note
      ? plan.note
      : t('madeByOn', {
          unit: plan.unit.name,
          author: plan.createdBy,
          day: describeDayOf(plan.createdAt, timeZone),
        });
  return t('madeWithTargets', { made, count: formatCount(plan.targetCount) });
}
