import type { ExploreAnswer, ExploreKey } from '#core/slices/exploring';
import { KEY_NAMES } from '#wording/exploreWords';
import { placeLink } from '../app/placeLink';

/** What the table of deals filters by, under the same name. */
const FILTERS: ReadonlySet<ExploreKey> = new Set([
  'category',
  'product',
  'customer',
  'source',
  'location',
]);
const UNITS: ReadonlySet<ExploreKey> = new Set(['salesperson', 'team', 'branch']);

/**
 * The deals behind the choices, as far as their table can say them: one value of each, and of units
 * the last chosen. `unsayable` names what it cannot.
 */
export function dealsLink(
  search: string,
  period: string,
  choices: ExploreAnswer['choices'],
): { to: string; unsayable: string[] } {
  const filters = new URLSearchParams();
  const unsayable: string[] = [];
  let unit: string | undefined;
  let within = period;
  for (const { key, values } of choices) {
    const [only] = values;
    const isOne = values.length === 1 && only!.id !== '' && only!.id !== '0';
    if (isOne && FILTERS.has(key)) filters.set(key, only!.name);
    else if (isOne && UNITS.has(key) && unit === undefined) unit = only!.id;
    else if (isOne && (key === 'month' || key === 'week')) within = only!.id;
    else unsayable.push(KEY_NAMES[key].toLowerCase());
  }
  const place = placeLink(search, { period: within, ...(unit ? { unit } : {}) });
  const extra = filters.toString();
  return { to: `/deals${place}${extra ? `&${extra}` : ''}`, unsayable };
}
