import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useState } from 'react';
import * as routes from '#contract/routes/company';
import type { BodyOf, QueryOf, ResponseOf } from '#contract/routes/route';
import type { Company } from '#contract/schemas/company';
import { parseDay } from '#core/period/day';
import { describeDay } from '#wording/period';
import { api } from '../app/api';
import { DayField } from '../app/DayField';
import { FailureNote, faultAt } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import { useListUnitsQuery } from './unitsApi';

const { useListClosedDaysQuery, useChangeClosedDaysMutation, useLazyGetHolidaysQuery } =
  api.injectEndpoints({
    endpoints: (build) => ({
      listClosedDays: build.query<
        ResponseOf<typeof routes.listClosedDays>,
        QueryOf<typeof routes.listClosedDays>
      >({ query: (query) => ({ route: routes.listClosedDays, query }), providesTags: ['Company'] }),
      changeClosedDays: build.mutation<object, BodyOf<typeof routes.changeClosedDays>>({
        query: (body) => ({ route: routes.changeClosedDays, body }),
        invalidatesTags: (result) => (result ? ['Company', 'Figures', 'Sheet'] : []),
      }),
      getHolidays: build.query<
        ResponseOf<typeof routes.getHolidays>,
        QueryOf<typeof routes.getHolidays>
      >({ query: (query) => ({ route: routes.getHolidays, query }) }),
    }),
  });

/**
 * Days on which nobody, or one branch, works: they count in no pace. Public holidays are filled in
 * and can be edited.
 */
export function ClosedDays({ company, mayChange }: { company: Company; mayChange: boolean }) {
  const [year, setYear] = useState(Number(company.today.slice(0, 4)));
  const { data: days = [], error } = useListClosedDaysQuery({
    from: `${year}-01-01`,
    to: `${year}-12-31`,
  });
  const { data: units = [] } = useListUnitsQuery();
  const [change, { error: failure, isLoading }] = useChangeClosedDaysMutation();
  const [findHolidays] = useLazyGetHolidaysQuery();
  const [country, setCountry] = useState('NL');
  const [day, setDay] = useState({ on: '', name: '', branch: '', isHalf: false });
  const say = useSay();
  const branches = units.filter((each) => each.unit.kind === 'branch').map((each) => each.unit);
  const fillIn = async () => {
    const { data: found = [] } = await findHolidays({
      country: country.trim().toUpperCase(),
      year,
    });
    const fresh = found.filter(
      (each) => !days.some((closed) => closed.on === each.on && closed.branch === null),
    );
    if (fresh.length === 0)
      return say(
        found.length === 0
          ? `No public holidays are known for “${country}”. Write two letters, for example NL.`
          : 'All of them are there already.',
        { kind: found.length === 0 ? 'fault' : 'done' },
      );
    const result = await change({
      close: fresh.map((each) => ({ branch: null, ...each })),
      open: [],
      reason: `public holidays of ${country.trim().toUpperCase()}`,
    });
    if (!result.error) say(`${fresh.length} public holidays are filled in.`);
  };
  const add = async () => {
    const result = await change({
      close: [{ on: day.on, name: day.name, branch: day.branch || null, isHalf: day.isHalf }],
      open: [],
    });
    if (!result.error) setDay({ ...day, on: '', name: '' });
  };
  return (
    <>
      <div className="flex items-center gap-2">
        <Button aria-label="The year before" className="px-2" onClick={() => setYear(year - 1)}>
          <ChevronLeft size={15} aria-hidden />
        </Button>
        <span className="w-12 text-center font-semibold">{year}</span>
        <Button aria-label="The year after" className="px-2" onClick={() => setYear(year + 1)}>
          <ChevronRight size={15} aria-hidden />
        </Button>
        {mayChange && (
          <form
            className="ml-auto flex items-center gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              void fillIn();
            }}
          >
            <label className="flex items-center gap-2">
              Country
              <input
                className={`${INPUT} max-w-[64px]`}
                maxLength={2}
                value={country}
                onChange={(event) => setCountry(event.target.value)}
              />
            </label>
            <Button type="submit" disabled={isLoading}>
              Fill in public holidays
            </Button>
          </form>
        )}
      </div>
      {error && <FailureNote failure={error} />}
      <ul
        className="mt-2 max-h-[220px] overflow-y-auto"
        aria-label={`Closed days of ${year}`}
        tabIndex={0}
      >
        {days.map((each) => (
          <li
            key={`${each.on} ${each.branch}`}
            className="flex items-center justify-between border-t border-line py-1"
          >
            <span>
              {describeDay(parseDay(each.on)!)}
              <span className="ml-3 text-soft">
                {each.isHalf ? 'half a day, ' : ''}
                {each.name}
                {each.branch
                  ? `, ${branches.find((branch) => branch.code === each.branch)?.name ?? each.branch} only`
                  : ''}
              </span>
            </span>
            {mayChange && (
              <Button
                kind="quiet"
                className="h-[24px] px-2"
                onClick={() =>
                  void change({ close: [], open: [{ branch: each.branch, on: each.on }] })
                }
              >
                Open again<span className="sr-only">, {each.on}</span>
              </Button>
            )}
          </li>
        ))}
        {days.length === 0 && (
          <li className="border-t border-line py-1.5 text-soft">No day of {year} is closed.</li>
        )}
      </ul>
      {mayChange && (
        <form
          className="mt-3 grid grid-cols-[150px_1fr_170px_110px_auto] items-end gap-2 max-desk:grid-cols-1"
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            void add();
          }}
        >
          <Field label="Add a day off" fault={faultAt(failure, 'on') && 'Choose a day.'}>
            <DayField value={day.on} onChange={(on) => setDay({ ...day, on })} leaning="future" />
          </Field>
          <Field label="What it is">
            <input
              className={INPUT}
              maxLength={120}
              value={day.name}
              onChange={(event) => setDay({ ...day, name: event.target.value })}
            />
          </Field>
          <Field label="For">
            <select
              className={INPUT}
              value={day.branch}
              onChange={(event) => setDay({ ...day, branch: event.target.value })}
            >
              <option value="">every branch</option>
              {branches.map((branch) => (
                <option key={branch.code} value={branch.code}>
                  {branch.name}
                </option>
              ))}
            </select>
          </Field>
          <Field label="Off">
            <select
              className={INPUT}
              value={day.isHalf ? 'half' : 'whole'}
              onChange={(event) => setDay({ ...day, isHalf: event.target.value === 'half' })}
            >
              <option value="whole">all day</option>
              <option value="half">half a day</option>
            </select>
          </Field>
          <Button
            type="submit"
            disabled={isLoading}
            missing={day.on === '' ? 'Choose a day first.' : null}
          >
            Close it
          </Button>
        </form>
      )}
    </>
  );
}
