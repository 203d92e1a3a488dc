import type { LadderView } from '#contract/schemas/ladder';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';

const t = messagesOf('view', EN_VIEW);

export type Level = LadderView['level'];
export const LEVEL_NAMES: Record<Level, string> = {
  salesperson: t('salespeople'),
  team: t('teams'),
  branch: t('branches'),
};

/** The level an address names; none where it names no level. */
export function readLevel(text: string | null): Level | undefined {
  return text !== null && text in LEVEL_NAMES ? (text as Level) : undefined;
}
