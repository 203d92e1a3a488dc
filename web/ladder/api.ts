import * as standings from '#contract/routes/standings';
import type { AnswerOf, QueryOf } from '#contract/routes/route';
import { api } from '../app/api';

export const { useGetLadderQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    getLadder: build.query<AnswerOf<typeof standings.getLadder>, QueryOf<typeof standings.getLadder>>({ query: (query) => ({ route: standings.getLadder, query }), providesTags: ['Figures', 'Measures', 'Company'] }),
  }),
});
