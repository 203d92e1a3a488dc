import { useEffect, useState } from 'react';
import type { Notes } from '#contract/schemas/note';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { useGetMeQuery } from '../../app/api';
import { DayField } from '../../app/DayField';
import { FailureNote, faultAt, otherFault } from '../../app/FailureNote';
import { dropTyped, loadTyped, saveTyped } from '../../app/saving/keptTyping';
import { Button } from '../../ui/Button';
import { Field, INPUT } from '../../ui/Field';
import { useSay } from '../../ui/Toasts';
import { useWriteNoteMutation } from './api';
import type { NotePlace } from './notePlace';

const t = messagesOf('view', EN_VIEW);

interface Typed {
  text: string;
  assignee: string;
  dueOn: string;
}

const EMPTY: Typed = { text: '', assignee: '', dueOn: '' };
const LONGEST = 2_000;

/** Writes a note about what is shown; what is typed stays until it is written or dropped. */
export function NoteForm({ place, people }: { place: NotePlace; people: Notes['people'] }) {
  const { data: me } = useGetMeQuery();
  const key = `note ${me?.id ?? ''} ${place.unit} ${place.period}`;
  const [typed, setTyped] = useState<Typed>(() => loadTyped<Typed>(key)?.values ?? EMPTY);
  const [write, { error, isLoading }] = useWriteNoteMutation();
  const say = useSay();
  useEffect(() => {
    if (typed.text === '' && typed.assignee === '' && typed.dueOn === '') dropTyped(key);
    else saveTyped(key, typed);
  }, [key, typed]);
  const send = async () => {
    const { unit, period, measure, slice = null } = place;
    const result = await write({
      unit,
      period,
      measure,
      slice,
      text: typed.text,
      assignee: typed.assignee ? Number(typed.assignee) : null,
      dueOn: typed.dueOn || null,
    });
    if (result.error) return;
    setTyped(EMPTY);
    say(t('theNoteIsWritten'));
  };
  const other = otherFault(error, ['text', 'assignee', 'dueOn']);
  return (
    <form
      className="grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <Field
        label={place.slice ? t('noteAbout', { slice: place.slice.name }) : t('noteField')}
        fault={faultAt(error, 'text')}
      >
        <textarea
          className={`${INPUT} h-auto py-1.5`}
          rows={3}
          maxLength={LONGEST}
          value={typed.text}
          onChange={(event) => setTyped({ ...typed, text: event.target.value })}
        />
      </Field>
      <div className="grid grid-cols-2 gap-2">
        <Field label={t('whoSeesToIt')} fault={faultAt(error, 'assignee')}>
          <select
            className={INPUT}
            value={typed.assignee}
            onChange={(event) => setTyped({ ...typed, assignee: event.target.value })}
          >
            <option value="">{t('nobodyNeedsTo')}</option>
            {people.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </Field>
        <Field label={t('until')} fault={faultAt(error, 'dueOn')}>
          <DayField
            value={typed.dueOn}
            leaning="future"
            onChange={(dueOn) => setTyped({ ...typed, dueOn })}
          />
        </Field>
      </div>
      {error && other && <FailureNote failure={error} />}
      <div className="flex flex-row-reverse justify-end gap-2">
        <Button
          kind="main"
          type="submit"
          disabled={isLoading}
          missing={typed.text.trim() === '' ? t('writeSomethingFirst') : null}
        >
          {t('writeTheNote')}
        </Button>
      </div>
    </form>
  );
}
