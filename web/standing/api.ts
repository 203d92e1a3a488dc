import { compareMeasures, getScorecard } from '#contract/routes/attainment';
import { listCorrections } from '#contract/routes/corrections';
import type { QueryOf, ResponseOf } from '#contract/routes/route';
import type { Status } from '#contract/schemas/attainment';
import type { MeasureComparison } from '#contract/schemas/scorecard';
import { api } from '../app/api';

type PairFigures = Omit<MeasureComparison['pairs'][number]['first'], 'status'> & { status: Status };

/** A unit by two measures, each with its status. */
export type Pair = Omit<MeasureComparison['pairs'][number], 'first' | 'second'> & {
  first: PairFigures;
  second: PairFigures;
};
/** Two measures of all units of a level. */
export type Pairs = Omit<MeasureComparison, 'pairs' | 'statuses'> & { pairs: Pair[] };

function namePairs({ statuses, pairs, ...rest }: MeasureComparison): Pairs {
  const named = (figures: MeasureComparison['pairs'][number]['first']): PairFigures => ({
    ...figures,
    status: statuses[figures.status]!,
  });
  return {
    ...rest,
    pairs: pairs.map(({ first, second, ...pair }) => ({
      ...pair,
      first: named(first),
      second: named(second),
    })),
  };
}

export const {
  useListCorrectionsQuery,
  useGetScorecardQuery,
  useCompareMeasuresQuery,
  usePrefetch: usePrefetchSheets,
} = api.injectEndpoints({
  endpoints: (build) => ({
    listCorrections: build.query<
      ResponseOf<typeof listCorrections>,
      QueryOf<typeof listCorrections>
    >({ query: (query) => ({ route: listCorrections, query }), providesTags: ['Figures'] }),
    getScorecard: build.query<ResponseOf<typeof getScorecard>, QueryOf<typeof getScorecard>>({
      query: (query) => ({ route: getScorecard, query }),
      providesTags: ['Figures', 'Measures'],
    }),
    compareMeasures: build.query<Pairs, QueryOf<typeof compareMeasures>>({
      query: (query) => ({ route: compareMeasures, query }),
      providesTags: ['Figures', 'Measures'],
      transformResponse: namePairs,
    }),
  }),
});
