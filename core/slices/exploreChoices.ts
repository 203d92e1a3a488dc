import { buildCalendar, type CalendarRule, toRange } from '../period/calendar';
import { priorPeriodOf } from '../period/neighbours';
import { EXPLORE_KEYS, type ExploreKey, type ExploreQuestion } from './exploring';

export type Choices = ExploreQuestion['choices'];

/** How long a span is looked at; a month alone has too few deals to explore. */
export const EXPLORE_SPANS = ['months', 'year', 'quarter', 'period'] as const;
export type ExploreSpan = (typeof EXPLORE_SPANS)[number];

/** "salesperson:ivarga,nkassem;month:FY2027-P07": in the order in which they were chosen. */
export function readChoices(text: string | null): Choices {
  if (!text) return [];
  return text.split(';').flatMap((part) => {
    const [key, list = ''] = part.split(':');
    const found = EXPLORE_KEYS.find((each) => each === key);
    const ids = list.split(',').flatMap((id) => {
      try {
        return [decodeURIComponent(id)];
      } catch {
        return [];
      }
    });
    return found ? [{ key: found, ids }] : [];
  });
}

export function writeChoices(choices: Choices): string | null {
  return choices.length === 0
    ? null
    : choices.map(({ key, ids }) => `${key}:${ids.map(encodeURIComponent).join(',')}`).join(';');
}

/** With a value chosen, or not any more; the last of a key takes the key away. */
export function toggle(choices: Choices, key: ExploreKey, id: string): Choices {
  const before = choices.find((each) => each.key === key);
  if (!before) return [...choices, { key, ids: [id] }];
  const ids = before.ids.includes(id)
    ? before.ids.filter((each) => each !== id)
    : [...before.ids, id];
  return choices.flatMap((each) => {
    if (each.key !== key) return [each];
    return ids.length === 0 ? [] : [{ key, ids }];
  });
}

export function withoutKey(choices: Choices, key: ExploreKey): Choices {
  return choices.filter((each) => each.key !== key);
}

/** The span around a chosen period, as a period's id. */
export function spanOf(rule: CalendarRule, periodId: string, span: ExploreSpan): string {
  const calendar = buildCalendar(rule);
  const period = calendar.parse(periodId);
  if (!period || span === 'period') return periodId;
  if (span === 'year' || span === 'quarter') return calendar.periodOf(span, period.to - 1).id;
  const last = calendar.periodOf('month', period.to - 1);
  let first = last;
  for (let month = 1; month < 12; month++) first = priorPeriodOf(calendar, first);
  return toRange(first, last).id;
}
