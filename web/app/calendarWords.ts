import { WEEKDAYS as FROM_SUNDAY } from '#wording/period';

/** Weeks begin on Monday, as a calendar is chosen by them. */
export const WEEKDAYS = [...FROM_SUNDAY.slice(1), ...FROM_SUNDAY.slice(0, 1)];
