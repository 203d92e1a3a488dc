import * as routes from '#contract/routes/past';
import type { AnswerOf, QueryOf } from '#contract/routes/route';
import { api } from '../../app/api';

export const { useGetBookChangesQuery, useGetPastBookQuery } = api.injectEndpoints({
  endpoints: (build) => ({
    getBookChanges: build.query<AnswerOf<typeof routes.getBookChanges>, QueryOf<typeof routes.getBookChanges>>({ query: (query) => ({ route: routes.getBookChanges, query }), providesTags: ['Deals', 'Figures'] }),
    getPastBook: build.query<AnswerOf<typeof routes.getPastBook>, QueryOf<typeof routes.getPastBook>>({ query: (query) => ({ route: routes.getPastBook, query }) }),
  }),
});
