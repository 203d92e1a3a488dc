import { type Day, parseDay, toCivil, toIsoDay } from '#core/period/day';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';

const t = messagesOf('view', EN_VIEW);

/** Midnight of a day, as a clock shows it: "2026-11-18T00:00". */
const midnightOf = (day: Day) => `${toIsoDay(day)}T00:00`;

/**
 * Often asked for, by the business date; `lastWorkingDay` as ISO 8601, where it is known and is not
 * one of the others.
 */
export function listPresets(
  today: Day,
  lastWorkingDay: string | null,
): { name: string; at: string }[] {
  const worked = lastWorkingDay === null ? null : parseDay(lastWorkingDay);
  // Day 0 is a Thursday; Monday is the first of a week (ISO 8601).
  const sinceMonday = (((today + 3) % 7) + 7) % 7;
  return [
    { name: 'today', at: midnightOf(today) },
    { name: 'yesterday', at: midnightOf(today - 1) },
    ...(worked !== null && worked < today - 1
      ? [{ name: t('lastWorkingDay'), at: midnightOf(worked) }]
      : []),
    { name: t('monday'), at: midnightOf(today - sinceMonday) },
    { name: t('aWeekAgo'), at: midnightOf(today - 7) },
    { name: t('startOfMonth'), at: midnightOf(today - toCivil(today).date + 1) },
  ];
}
