/** What stands at a number. */
export const EN_NUMBERS = {
  oneDay: '{number} day',
  someDays: '{number} days',
  onePoint: '{number} point',
  somePoints: '{number} points',
  thousands: '{number}k',
  millions: '{number}m',
} as const;
