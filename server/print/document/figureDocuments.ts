import type { ComparisonQuery } from '#contract/schemas/comparison';
import type { ExploreFileQuery } from '#contract/schemas/print';
import { readChoices } from '#core/slices/exploreChoices';
import { EXPLORE_KEYS } from '#core/slices/exploring';
import type { Principal, Scope } from '../../access/index';
import { findPeriod } from '../../attainment/index';
import type { Context } from '../../context';
import { explore, viewComparison } from '../../slices/index';
import { findPrintedNotes } from '../printedStanding';
import { toComparisonDocument } from './comparisonDocument';
import type { FigureDocument } from './document';
import { toExploreDocument } from './exploreDocument';

/** Whose rights a document goes by. */
export interface DocumentReader {
  scope: Scope;
  principal: Pick<Principal, 'role' | 'unitId'>;
}

/** Values of a dimension that a file lists. */
const MOST_VALUES = 500;

/** A comparison as a document. @throws ProblemError as `viewComparison` */
export async function documentComparison(
  context: Context,
  { scope, principal }: DocumentReader,
  query: ComparisonQuery,
): Promise<FigureDocument> {
  const view = await viewComparison(context, scope, principal, query);
  return toComparisonDocument(view, await findPrintedNotes(context, scope, view));
}

/** What Explore shows as a document. @throws ProblemError unknownUnit, unknownPeriod, tooManyLines */
export async function documentExplore(
  context: Context,
  { scope }: DocumentReader,
  {
    unit: code,
    period: periodId,
    measure = 'revenue',
    pick,
    order = 'amount',
  }: Omit<ExploreFileQuery, 'format'>,
): Promise<FigureDocument> {
  const unit = scope.findUnit(code);
  const period = findPeriod(scope.dataset, periodId);
  const { header, answer } = await explore(context, scope, {
    unit,
    period,
    question: {
      measure,
      order,
      choices: readChoices(pick ?? null),
      shown: Object.fromEntries(EXPLORE_KEYS.map((key) => [key, MOST_VALUES])),
    },
  });
  // Quantities are no measure that a note could be about: as on the screen, those of revenue.
  const noted = { code: measure === 'quantity' ? 'revenue' : measure };
  return toExploreDocument(
    header,
    answer,
    await findPrintedNotes(context, scope, { ...header, measure: noted }),
  );
}
