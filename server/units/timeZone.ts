import type { FieldFault } from '#contract/errors/catalogue';

/** What is wrong with the name of a time zone. */
export function checkTimeZone(timeZone: string): FieldFault[] {
  try {
    new Intl.DateTimeFormat('en', { timeZone });
    return [];
  } catch {
    return [{ field: 'timeZone', code: 'unknownTimeZone' }];
  }
}
