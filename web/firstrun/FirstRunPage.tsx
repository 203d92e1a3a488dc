import { Navigate } from 'react-router';
import * as routes from '#contract/routes/company';
import type { Me } from '#contract/schemas/access';
import type { FirstRunInput } from '#contract/schemas/company';
import { api, useGetFirstRunQuery } from '../app/api';
import { CompanyForm } from './CompanyForm';

const { useCreateCompanyMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    createCompany: build.mutation<Me, FirstRunInput>({
      query: (body) => ({ route: routes.createCompany, body }),
    }),
  }),
});

/**
 * Creates the company, its calendar, the administrator and the first units, or imports the units.
 */
export function FirstRunPage() {
  const { data: firstRun } = useGetFirstRunQuery();
  const [createCompany, { error, isLoading, isSuccess }] = useCreateCompanyMutation();
  if (firstRun?.ready && !isSuccess) return <Navigate to="/standing" replace />;
  return (
    <main className="mx-auto max-w-[760px] px-6 py-10">
      <h1 className="text-[22px]">Set up Iron Ladder</h1>
      <p className="mt-1 text-soft">
        This database is empty. Say who you are once; everything can be added to later.
      </p>
      <CompanyForm
        error={error}
        isLoading={isLoading}
        onCreate={async (input) => !(await createCompany(input)).error}
      />
    </main>
  );
}
