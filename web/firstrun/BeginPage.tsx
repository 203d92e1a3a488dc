import { useState } from 'react';
import { Link } from 'react-router';
import * as routes from '#contract/routes/company';
import type { ResponseOf } from '#contract/routes/route';
import type { FirstRunInput, SampleDataRemoval } from '#contract/schemas/company';
import { formatCount } from '#wording/numbers/format';
import { api } from '../app/api';
import { FailureNote, faultAt, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Field, INPUT } from '../ui/Field';
import { Loading } from '../ui/Loading';
import { CompanyForm } from './CompanyForm';

type SampleData = ResponseOf<typeof routes.getSampleData>;

const { useGetSampleDataQuery, useRemoveSampleDataMutation, useReplaceSampleCompanyMutation } =
  api.injectEndpoints({
    endpoints: (build) => ({
      getSampleData: build.query<SampleData, void>({
        query: () => ({ route: routes.getSampleData }),
        keepUnusedDataFor: 0,
      }),
      removeSampleData: build.mutation<
        ResponseOf<typeof routes.removeSampleData>,
        SampleDataRemoval
      >({ query: (body) => ({ route: routes.removeSampleData, body }) }),
      replaceSampleCompany: build.mutation<
        ResponseOf<typeof routes.replaceSampleCompany>,
        FirstRunInput
      >({ query: (body) => ({ route: routes.replaceSampleCompany, body }) }),
    }),
  });

/** Puts the demonstration away, after saying what goes: people and setup kept, or all of it. */
export function BeginPage() {
  const { data, error } = useGetSampleDataQuery();
  const [keepsPeople, setKeepsPeople] = useState(false);
  const [replace, replacing] = useReplaceSampleCompanyMutation();
  return (
    <main className="mx-auto max-w-[760px] px-6 py-10">
      <p>
        <Link className="underline" to="/setup/company">
          Back to Setup
        </Link>
      </p>
      <h1 className="mt-2 text-[22px]">Begin with your own data</h1>
      {error && <FailureNote failure={error} />}
      {!data && !error && <Loading what="what is there" />}
      {data && !data.isDemo && (
        <p className="mt-1">
          These are your own data already. There is no demonstration to put away.
        </p>
      )}
      {data?.isDemo && (
        <>
          <p className="mt-1">{describeWhatGoes(data)} This cannot be undone.</p>
          <fieldset className="mt-4 flex flex-col gap-1.5">
            <legend className="sr-only">What stays</legend>
            <label className="flex items-baseline gap-2">
              <input
                type="radio"
                name="keeps"
                checked={!keepsPeople}
                onChange={() => setKeepsPeople(false)}
              />
              <span>
                <span className="font-medium">Nothing stays</span>, a company of your own takes its
                place: its people, accounts, measures and rules go too.
              </span>
            </label>
            <label className="flex items-baseline gap-2">
              <input
                type="radio"
                name="keeps"
                checked={keepsPeople}
                onChange={() => setKeepsPeople(true)}
              />
              <span>
                <span className="font-medium">People and setup stay</span>: {count(data.people)}{' '}
                salespeople in {count(data.units)} units, accounts, calendar, measures, status
                rules, rates and boards.
              </span>
            </label>
          </fieldset>
          {keepsPeople ? (
            <KeepForm />
          ) : (
            <CompanyForm
              error={replacing.error}
              isLoading={replacing.isLoading}
              onCreate={async (input) => !(await replace(input)).error}
            />
          )}
        </>
      )}
    </main>
  );
}

function KeepForm() {
  const [remove, { error, isLoading }] = useRemoveSampleDataMutation();
  const [name, setName] = useState('');
  const [isTried, setTried] = useState(false);
  const submit = async () => {
    setTried(true);
    if (name.trim() === '') return;
    const result = await remove({ name });
    // Every figure on every screen is of what has gone: the page begins anew.
    if (!result.error) location.assign('/setup/company');
  };
  return (
    <form
      noValidate
      className="mt-4 rounded-sheet border border-line bg-sheet p-5"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <Field
        label="Name of your company"
        fault={
          isTried && name.trim() === '' ? 'Write the name of your company.' : faultAt(error, 'name')
        }
      >
        <input
          className={INPUT}
          maxLength={120}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
      </Field>
      {otherFault(error, ['name']) && <FailureNote failure={error!} />}
      <Button kind="main" type="submit" disabled={isLoading} className="mt-3 h-[36px] px-5">
        {isLoading ? 'Putting away …' : 'Put the sample data away'}
      </Button>
    </form>
  );
}

const count = (number: number) => formatCount(number);

function describeWhatGoes({ deals, customers, targets, values }: SampleData): string {
  return `The demonstration goes: ${count(deals)} deals of ${count(customers)} customers, ${count(targets)} targets, ${count(values)} typed-in values, products, closed months, and the record of how they came.`;
}
