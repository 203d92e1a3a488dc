import { useMemo } from 'react';
import * as routes from '#contract/routes/customFields';
import type { BodyOf, ResponseOf } from '#contract/routes/route';
import type { CustomField } from '#contract/schemas/customField';
import type { CustomFieldOwner } from '#core/customField/field';
import { api } from '../api';

interface ByCode {
  owner: CustomFieldOwner;
  code: string;
}

export const {
  useListCustomFieldsQuery,
  useAddCustomFieldMutation,
  useOrderCustomFieldsMutation,
  useChangeCustomFieldMutation,
  useDeleteCustomFieldMutation,
} = api.injectEndpoints({
  endpoints: (build) => ({
    listCustomFields: build.query<ResponseOf<typeof routes.listCustomFields>, void>({
      query: () => ({ route: routes.listCustomFields }),
      providesTags: ['CustomFields'],
    }),
    addCustomField: build.mutation<CustomField, BodyOf<typeof routes.addCustomField>>({
      query: (body) => ({ route: routes.addCustomField, body }),
      invalidatesTags: (result) => (result ? ['CustomFields'] : []),
    }),
    orderCustomFields: build.mutation<CustomField[], BodyOf<typeof routes.orderCustomFields>>({
      query: (body) => ({ route: routes.orderCustomFields, body }),
      invalidatesTags: ['CustomFields'],
    }),
    changeCustomField: build.mutation<
      CustomField,
      ByCode & { body: BodyOf<typeof routes.changeCustomField> }
    >({
      query: ({ owner, code, body }) => ({
        route: routes.changeCustomField,
        params: { owner, code },
        body,
      }),
      invalidatesTags: ['CustomFields'],
    }),
    deleteCustomField: build.mutation<object, ByCode>({
      query: (params) => ({ route: routes.deleteCustomField, params: { ...params } }),
      invalidatesTags: ['CustomFields'],
    }),
  }),
});

const NONE: readonly CustomField[] = [];

/** The fields of deals or customers that are offered, in their order. */
export function useCustomFields(owner: CustomFieldOwner): readonly CustomField[] {
  const { data } = useListCustomFieldsQuery();
  return useMemo(
    () => data?.filter((each) => each.owner === owner && !each.isArchived) ?? NONE,
    [data, owner],
  );
}
