import type { PlanStatus } from '#contract/schemas/plan';
import { EN_RANKING } from './messages/en/ranking';
import { messagesOf } from './messages/translate';

const t = messagesOf('ranking', EN_RANKING);

/** A plan by its name and what became of it: “Second try” (draft). */
export function describePlan({ name, status }: { name: string; status: PlanStatus }): string {
  return t('planNamed', { name, status });
}
