import { addMonths, parseDay, toIsoDay } from '#core/period/day';

/** A period that holds every deal that may wait: open ones lie ahead, forgotten ones long back. */
export function wholeBook(today: string): string {
  const day = parseDay(today)!;
  return `${toIsoDay(addMonths(day, -72))}..${toIsoDay(addMonths(day, 36))}`;
}
