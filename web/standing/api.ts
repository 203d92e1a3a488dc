import type { AnswerOf, QueryOf } from '#contract/routes/route';
import { listCorrections } from '#contract/routes/deals';
import { getPairs, getScorecard } from '#contract/routes/standings';
import type { PairView } from '#contract/schemas/scorecard';
import type { Status } from '#contract/schemas/standing';
import { api } from '../app/api';

type PairFigures = Omit<PairView['pairs'][number]['first'], 'status'> & { status: Status };

/** A unit by two measures, each with its status. */
export type Pair = Omit<PairView['pairs'][number], 'first' | 'second'> & { first: PairFigures; second: PairFigures };
/** Two measures of all units of a level. */
export type Pairs = Omit<PairView, 'pairs' | 'statuses'> & { pairs: Pair[] };

function namePairs({ statuses, pairs, ...rest }: PairView): Pairs {
  const named = (figures: PairView['pairs'][number]['first']): PairFigures => ({ ...figures, status: statuses[figures.status]! });
  return { ...rest, pairs: pairs.map(({ first, second, ...pair }) => ({ ...pair, first: named(first), second: named(second) })) };
}

export const { useListCorrectionsQuery, useGetScorecardQuery, useGetPairsQuery, usePrefetch: usePrefetchSheets } = api.injectEndpoints({
  endpoints: (build) => ({
    listCorrections: build.query<AnswerOf<typeof listCorrections>, QueryOf<typeof listCorrections>>({ query: (query) => ({ route: listCorrections, query }), providesTags: ['Figures'] }),
    getScorecard: build.query<AnswerOf<typeof getScorecard>, QueryOf<typeof getScorecard>>({ query: (query) => ({ route: getScorecard, query }), providesTags: ['Figures', 'Measures'] }),
    getPairs: build.query<Pairs, QueryOf<typeof getPairs>>({ query: (query) => ({ route: getPairs, query }), providesTags: ['Figures', 'Measures'], transformResponse: namePairs }),
  }),
});
