import { MOST_MEASURES_BY_MONTH } from '#contract/schemas/measuresByMonth';

/**
 * The measures that an address sets beside the shown one. One is not set beside itself: where none
 * is left, as after the shown one was changed, deals won or revenue is.
 */
export function besidesOf(text: string | null, measure: string): string[] {
  const named = (text ?? '').split(',').filter((code) => code !== '' && code !== measure);
  const distinct = [...new Set(named)].slice(0, MOST_MEASURES_BY_MONTH - 1);
  return distinct.length > 0 ? distinct : [measure === 'deals_won' ? 'revenue' : 'deals_won'];
}
