import type { BodyOf, ResponseOf } from '#contract/routes/route';
import * as routes from '#contract/routes/webhooks';
import type {
  NewWebhook,
  Webhook,
  WebhookDelivery,
  WebhookDeliveryQuery,
} from '#contract/schemas/webhook';
import { api } from '../app/api';

export const {
  useListWebhooksQuery,
  useAddWebhookMutation,
  useChangeWebhookMutation,
  useSetWebhookStateMutation,
  useRotateWebhookSecretMutation,
  useTestWebhookMutation,
  useRemoveWebhookMutation,
  useListWebhookDeliveriesQuery,
  useRetryWebhookDeliveryMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    listWebhooks: build.query<Webhook[], void>({
      query: () => ({ route: routes.listWebhooks }),
      providesTags: ['Webhooks'],
    }),
    addWebhook: build.mutation<NewWebhook, BodyOf<typeof routes.addWebhook>>({
      query: (body) => ({ route: routes.addWebhook, body }),
      invalidatesTags: (result) => (result ? ['Webhooks'] : []),
    }),
    changeWebhook: build.mutation<
      Webhook,
      { id: number; input: BodyOf<typeof routes.changeWebhook> }
    >({
      query: ({ id, input }) => ({ route: routes.changeWebhook, params: { id }, body: input }),
      invalidatesTags: (result) => (result ? ['Webhooks'] : []),
    }),
    setWebhookState: build.mutation<Webhook, { id: number; isPaused: boolean }>({
      query: ({ id, ...body }) => ({ route: routes.setWebhookState, params: { id }, body }),
      invalidatesTags: ['Webhooks'],
    }),
    rotateWebhookSecret: build.mutation<NewWebhook, number>({
      query: (id) => ({ route: routes.rotateWebhookSecret, params: { id } }),
      invalidatesTags: ['Webhooks'],
    }),
    testWebhook: build.mutation<WebhookDelivery, number>({
      query: (id) => ({ route: routes.testWebhook, params: { id }, body: {} }),
      invalidatesTags: ['Webhooks'],
    }),
    removeWebhook: build.mutation<ResponseOf<typeof routes.removeWebhook>, number>({
      query: (id) => ({ route: routes.removeWebhook, params: { id } }),
      invalidatesTags: ['Webhooks'],
    }),
    listWebhookDeliveries: build.query<WebhookDelivery[], WebhookDeliveryQuery>({
      query: (query) => ({ route: routes.listWebhookDeliveries, query }),
      providesTags: ['Webhooks'],
    }),
    retryWebhookDelivery: build.mutation<WebhookDelivery, number>({
      query: (id) => ({ route: routes.retryWebhookDelivery, params: { id } }),
      invalidatesTags: ['Webhooks'],
    }),
  }),
});
