import type { FieldFault } from '#contract/errors/catalogue';

/** Half days are among the weekdays that are worked. */
export function checkHalfWeekdays(
  halfWeekdays: readonly number[],
  weekdays: readonly number[],
): FieldFault[] {
  return halfWeekdays.every((each) => weekdays.includes(each))
    ? []
    : [{ field: 'halfWeekdays', code: 'halfOfWeekdays' }];
}
