import * as routes from '#contract/routes/contests';
import type { BodyOf } from '#contract/routes/route';
import type {
  Award,
  AwardPictures,
  Awards,
  ContestInput,
  ContestList,
  ContestListQuery,
  ContestPreview,
  ContestView,
} from '#contract/schemas/contest';
import type { AwardPicture } from '#core/contest/contest';
import { api } from '../../app/api';

export const {
  useListAwardPicturesQuery,
  useAddAwardPictureMutation,
  useRemoveAwardPictureMutation,
  useListContestsQuery,
  useGetContestQuery,
  useAddContestMutation,
  useChangeContestMutation,
  usePreviewContestMutation,
  useStartContestMutation,
  useChangeContestMembersMutation,
  useAnswerContestMutation,
  useEndContestMutation,
  useRemoveContestMutation,
  useListAwardsQuery,
  useGiveAwardMutation,
  useTakeAwardBackMutation,
  useShowOwnAwardsMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    listAwardPictures: build.query<AwardPictures, void>({
      query: () => ({ route: routes.listAwardPictures }),
      providesTags: ['Contests'],
    }),
    addAwardPicture: build.mutation<{ picture: AwardPicture }, Blob>({
      query: (body) => ({
        route: routes.addAwardPicture,
        body,
        headers: { 'content-type': body.type },
      }),
      invalidatesTags: (result) => (result ? ['Contests'] : []),
    }),
    removeAwardPicture: build.mutation<object, number>({
      query: (id) => ({ route: routes.removeAwardPicture, params: { id } }),
      invalidatesTags: ['Contests'],
    }),
    listContests: build.query<ContestList, ContestListQuery>({
      query: (query) => ({ route: routes.listContests, query }),
      providesTags: ['Contests'],
    }),
    getContest: build.query<ContestView, { id: number; round?: string }>({
      query: ({ id, ...query }) => ({ route: routes.getContest, params: { id }, query }),
      providesTags: ['Contests'],
    }),
    addContest: build.mutation<ContestView, ContestInput>({
      query: (body) => ({ route: routes.addContest, body }),
      invalidatesTags: (result) => (result ? ['Contests'] : []),
    }),
    changeContest: build.mutation<ContestView, { id: number; body: ContestInput }>({
      query: ({ id, body }) => ({ route: routes.changeContest, params: { id }, body }),
      invalidatesTags: (result) => (result ? ['Contests'] : []),
    }),
    previewContest: build.mutation<ContestPreview, ContestInput>({
      query: (body) => ({ route: routes.previewContest, body }),
    }),
    startContest: build.mutation<ContestView, { id: number; members: string[] }>({
      query: ({ id, ...body }) => ({ route: routes.startContest, params: { id }, body }),
      invalidatesTags: ['Contests'],
    }),
    changeContestMembers: build.mutation<
      ContestView,
      { id: number; add: string[]; remove: string[] }
    >({
      query: ({ id, ...body }) => ({ route: routes.changeContestMembers, params: { id }, body }),
      invalidatesTags: (result) => (result ? ['Contests'] : []),
    }),
    answerContest: build.mutation<ContestView, { id: number; takesPart: boolean }>({
      query: ({ id, ...body }) => ({ route: routes.answerContest, params: { id }, body }),
      invalidatesTags: ['Contests'],
    }),
    endContest: build.mutation<ContestView, number>({
      query: (id) => ({ route: routes.endContest, params: { id }, body: {} }),
      invalidatesTags: ['Contests'],
    }),
    removeContest: build.mutation<object, number>({
      query: (id) => ({ route: routes.removeContest, params: { id } }),
      invalidatesTags: ['Contests'],
    }),
    listAwards: build.query<Awards, { unit: string }>({
      query: (query) => ({ route: routes.listAwards, query }),
      providesTags: ['Contests'],
    }),
    giveAward: build.mutation<Award, BodyOf<typeof routes.giveAward>>({
      query: (body) => ({ route: routes.giveAward, body }),
      invalidatesTags: (result) => (result ? ['Contests', 'Commission'] : []),
    }),
    takeAwardBack: build.mutation<Award, { id: number; reason: string }>({
      query: ({ id, ...body }) => ({ route: routes.takeAwardBack, params: { id }, body }),
      invalidatesTags: (result) => (result ? ['Contests', 'Commission'] : []),
    }),
    showOwnAwards: build.mutation<object, boolean>({
      query: (areShown) => ({ route: routes.showOwnAwards, body: { areShown } }),
      invalidatesTags: ['Contests'],
    }),
  }),
});
