import { useState } from 'react';
import { useLocation } from 'react-router';
import * as routes from '#contract/routes/reports';
import { KEPT_PATHS } from '#contract/schemas/keptView';
import type { Reports, ReportSent, ShareInput } from '#contract/schemas/report';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { api } from '../../app/api';
import { otherFault } from '../../app/FailureNote';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Field, INPUT } from '../../ui/Field';
import { useSay } from '../../ui/Toasts';

const t = messagesOf('view', EN_VIEW);

const { useListReceiversQuery, useShareViewMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    listReceivers: build.query<Reports, void>({
      query: () => ({ route: routes.listReports }),
      providesTags: ['Reports'],
    }),
    shareView: build.mutation<ReportSent, ShareInput>({
      query: (body) => ({ route: routes.shareView, body }),
    }),
  }),
});

/** Sends what is shown by mail, with a line of text; each receiver sees it by their own rights. */
export function ShareForm({
  unit,
  period,
  onClose,
}: {
  unit: string;
  period: string;
  onClose(): void;
}) {
  const { pathname, search } = useLocation();
  const { data } = useListReceiversQuery();
  const [share, { error, isLoading }] = useShareViewMutation();
  const [receivers, setReceivers] = useState<number[]>([]);
  const [text, setText] = useState('');
  const say = useSay();
  const path = KEPT_PATHS.find((each) => each === pathname);
  if (!path) return null;
  const send = async () => {
    const params = new URLSearchParams(search);
    params.set('unit', unit);
    params.set('period', period);
    const result = await share({ path, search: params.toString(), receivers, text: text || null });
    if (result.error) return;
    const { sent, withoutRight } = result.data;
    say(
      [
        sent === 0
          ? 'Nothing was sent.'
          : `It goes to ${sent} ${sent === 1 ? 'person' : 'people'}.`,
        ...(withoutRight > 0 ? [`${withoutRight} may not see it.`] : []),
      ].join(' '),
    );
    onClose();
  };
  return (
    <Dialog
      title={t('sendByMailTitle')}
      description={t('theSentenceATableAnd')}
      isOpen
      onClose={onClose}
      width="w-[480px]"
    >
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <Field label={t('yourWordsToIt')}>
          <textarea
            rows={2}
            maxLength={2_000}
            data-first
            className={`${INPUT} h-auto py-1.5`}
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        </Field>
        <fieldset>
          <legend className="font-medium">{t('toWhom')}</legend>
          <div className="mt-1 flex max-h-[180px] flex-wrap gap-x-4 gap-y-1 overflow-y-auto">
            {data?.people.map(({ id, name }) => (
              <label key={id} className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={receivers.includes(id)}
                  onChange={() =>
                    setReceivers((old) =>
                      old.includes(id) ? old.filter((each) => each !== id) : [...old, id],
                    )
                  }
                />
                {name}
              </label>
            ))}
          </div>
        </fieldset>
        {error && <p className="text-grade-1">{otherFault(error, [])}</p>}
        <div className="flex justify-end gap-2">
          <Button
            onClick={() =>
              void navigator.clipboard
                .writeText(window.location.href)
                .then(() => say(t('theLinkIsCopied')))
            }
          >
            {t('copyTheLink')}
          </Button>
          <Button
            kind="main"
            type="submit"
            disabled={isLoading}
            missing={receivers.length === 0 ? t('chooseToWhom') : null}
          >
            {t('send')}
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
