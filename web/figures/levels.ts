import type { LadderView } from '#contract/schemas/ladder';

export type Level = LadderView['level'];
export const LEVEL_NAMES: Record<Level, string> = {
  salesperson: 'Salespeople',
  team: 'Teams',
  branch: 'Branches',
};

/** The level an address names; none where it names no level. */
export function readLevel(text: string | null): Level | undefined {
  return text !== null && text in LEVEL_NAMES ? (text as Level) : undefined;
}
