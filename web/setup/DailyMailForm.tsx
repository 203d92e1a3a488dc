import { useState } from 'react';
import * as routes from '#contract/routes/reports';
import type { DailyMail } from '#contract/schemas/report';
import { api } from '../app/api';
import { FailureNote, faultAt } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Field, INPUT } from '../ui/Field';
import { Loading } from '../ui/Loading';
import { useSay } from '../ui/Toasts';

const { useGetDailyMailQuery, useSaveDailyMailMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    getDailyMail: build.query<DailyMail, void>({
      query: () => ({ route: routes.getDailyMail }),
      providesTags: ['DailyMail'],
    }),
    saveDailyMail: build.mutation<DailyMail, DailyMail>({
      query: (body) => ({ route: routes.saveDailyMail, body }),
      invalidatesTags: ['DailyMail'],
    }),
  }),
});

/** Whether and when one gets the daily mail: gathered alerts, and actions that are due. */
export function DailyMailForm() {
  const { data, error, refetch } = useGetDailyMailQuery();
  const [save, saving] = useSaveDailyMailMutation();
  const [typed, setTyped] = useState<DailyMail | null>(null);
  const say = useSay();
  if (error) return <FailureNote failure={error} onRetry={() => void refetch()} />;
  if (!data) return <Loading what="the daily mail" />;
  const shown = typed ?? data;
  return (
    <form
      className="flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        void save(shown).then((result) => {
          if (result.error) return;
          setTyped(null);
          say('The daily mail is as you chose.');
        });
      }}
    >
      <label className="flex h-[32px] items-center gap-1.5">
        <input
          type="checkbox"
          checked={shown.isWanted}
          onChange={(event) => setTyped({ ...shown, isWanted: event.target.checked })}
        />
        Send me a mail on days on which there is something
      </label>
      <Field
        label="At"
        className="w-[110px]"
        fault={faultAt(saving.error, 'time') && 'Write for example 07:30.'}
      >
        <input
          className={INPUT}
          value={shown.time}
          disabled={!shown.isWanted}
          onChange={(event) => setTyped({ ...shown, time: event.target.value })}
        />
      </Field>
      <Button type="submit" disabled={typed === null || saving.isLoading}>
        Save
      </Button>
    </form>
  );
}
