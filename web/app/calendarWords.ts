import { weekdayNames } from '#wording/period';

/** Weeks begin on Monday, as a calendar is chosen by them. */
export const WEEKDAYS = [...weekdayNames().slice(1), ...weekdayNames().slice(0, 1)];
