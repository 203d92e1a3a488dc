import { EXPLORE_SPANS, type ExploreSpan } from '#core/slices/exploreChoices';
import type { ExploreQuestion } from '#core/slices/exploring';
import { isSliceMeasure, type SliceMeasure } from '#core/slices/lineTable';
import { type ComparisonQuery, TAKEN_APART_BY } from './schemas/comparison';

/** The part of URLSearchParams that is used: the contract knows no browser and no Node. */
interface Search {
  get(name: string): string | null;
}

/**
 * What the address of Compare asks for besides its unit, period and measure: the page reads it, and
 * so does the mail of a kept view. What it does not know is left out.
 */
export function readCompareAddress(
  search: Search,
): Omit<ComparisonQuery, 'unit' | 'period' | 'measure'> {
  const against = search.get('against');
  const by = TAKEN_APART_BY.find((each) => each === search.get('by'));
  return {
    ...(against ? { against } : {}),
    ...(search.get('point') === 'workingDay' ? { point: 'workingDay' as const } : {}),
    ...(by ? { by } : {}),
    ...(search.get('units') === 'now' ? { organisation: 'asItIsNow' as const } : {}),
    ...readShares(search.get('classes')),
  };
}

/** "60-85" is class A up to 60 % of all, B up to 85 %. */
function readShares(text: string | null): { shareA?: number; shareB?: number } {
  const [, a, b] = /^([1-9]\d?)-([1-9]\d?)$/.exec(text ?? '') ?? [];
  return a && b && Number(a) < Number(b) ? { shareA: Number(a), shareB: Number(b) } : {};
}

/**
 * The same of Explore. A measure that deals do not have is shown as revenue; `placeMeasure` is the
 * one of the place, for an address that names none of its own.
 */
export function readExploreAddress(
  search: Search,
  placeMeasure: string | null,
): {
  span: ExploreSpan;
  measure: SliceMeasure;
  pick: string | null;
  order: ExploreQuestion['order'];
} {
  const of = search.get('of') ?? placeMeasure ?? '';
  return {
    span: EXPLORE_SPANS.find((each) => each === search.get('span')) ?? 'months',
    measure: isSliceMeasure(of) ? of : 'revenue',
    pick: search.get('pick'),
    order: search.get('order') === 'change' ? 'change' : 'amount',
  };
}
