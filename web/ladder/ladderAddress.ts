import { buildCalendar, type CalendarRule } from '#core/period/calendar';
import { dayWithin, parseDay } from '#core/period/day';
import { RANKED_BY, type RankedBy } from '#core/ranking/ladder';
import { EN_LADDER } from '#wording/messages/en/ladder';
import { messagesOf } from '#wording/messages/translate';
import { type Level, readLevel } from '../figures/levels';

const t = messagesOf('ladder', EN_LADDER);

export const RANKED_BY_NAMES: Record<RankedBy, string> = {
  attainment: t('attainment'),
  actual: t('amount'),
  growth: t('growth'),
  gap: t('gap'),
};
export const LENGTHS = {
  day: t('day'),
  week: t('week'),
  month: t('month'),
  quarter: t('quarter'),
  year: t('year'),
} as const;
export type Length = keyof typeof LENGTHS;

/** How the ladder is asked for in the address; what makes no sense there is left out. */
export function readLadderAddress(search: URLSearchParams): {
  level: Level | undefined;
  by: RankedBy;
  withoutRamps: boolean;
  columns: string[];
} {
  const by = search.get('by') ?? '';
  return {
    level: readLevel(search.get('level')),
    by: (RANKED_BY as readonly string[]).includes(by) ? (by as RankedBy) : 'attainment',
    withoutRamps: search.get('ramps') === 'out',
    columns: readColumns(search.get('columns')),
  };
}

/** Measures beside the ranked one where nobody chose others; an empty list is a choice too. */
const FIRST_COLUMNS = ['deals_won', 'average_deal'];

function readColumns(text: string | null): string[] {
  return text === null
    ? FIRST_COLUMNS
    : text
        .split(',')
        .filter((code) => code !== '' && code !== 'none')
        .slice(0, 4);
}

/** The period of another length that holds the last day which counts of the shown one. */
export function toLength(rule: CalendarRule, today: string, shown: string, length: Length): string {
  const calendar = buildCalendar(rule);
  const period = calendar.parse(shown);
  const asOf = parseDay(today)!;
  const day = period ? dayWithin(period, asOf) : asOf;
  return calendar.periodOf(length, day).id;
}
