export const DISPLAY_UNITS = ['whole', 'thousands', 'millions', 'automatic'] as const;
export type DisplayUnits = (typeof DISPLAY_UNITS)[number];
export const GAP_DISPLAYS = ['amount', 'percent'] as const;
export const MOST_DISPLAY_DECIMALS = 2;

/** How somebody wants figures shown; what is stored and judged by never changes. */
export interface Display {
  units: DisplayUnits;
  /** Of money in the chosen units; automatic has its own. */
  decimals: number;
  gap: (typeof GAP_DISPLAYS)[number];
}

export const FIRST_DISPLAY: Display = { units: 'whole', decimals: 0, gap: 'amount' };
