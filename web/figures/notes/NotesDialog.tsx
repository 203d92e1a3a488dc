import { useState } from 'react';
import type { Note, NOTE_STATES } from '#contract/schemas/note';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { describeNotePlace } from '#wording/note';
import { useGetMeQuery } from '../../app/api';
import { FailureNote } from '../../app/FailureNote';
import { Moment } from '../../app/Moment';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { INPUT } from '../../ui/Field';
import { Loading } from '../../ui/Loading';
import { Segments } from '../../ui/Segments';
import { useListNotesQuery, useReplyToNoteMutation, useResolveNoteMutation } from './api';
import { NoteForm } from './NoteForm';
import type { NotePlace } from './notePlace';
import { NoteAction } from './noteWords';

const t = messagesOf('view', EN_VIEW);

const STATES: readonly (readonly [(typeof NOTE_STATES)[number], string])[] = [
  ['open', t('open')],
  ['resolved', t('doneWith')],
  ['all', t('anyState')],
];

/** Notes about a unit and all below it: of this period or any, found by words, answered, done with. */
export function NotesDialog({ place, onClose }: { place: NotePlace; onClose(): void }) {
  const { data: me } = useGetMeQuery();
  const [state, setState] = useState<(typeof NOTE_STATES)[number]>('open');
  const [isAnyPeriod, setAnyPeriod] = useState(false);
  const [search, setSearch] = useState('');
  const { data, error, refetch } = useListNotesQuery({
    unit: place.unit,
    state,
    ...(isAnyPeriod ? {} : { period: place.period }),
    ...(search.trim() ? { search: search.trim() } : {}),
  });
  const canWrite = me !== undefined && me.role !== 'viewer';
  return (
    <Dialog
      title={t('notes')}
      description={t('whatPeopleWroteDownAbout')}
      isOpen
      onClose={onClose}
      place="side"
      width="w-[460px]"
    >
      {canWrite && data && <NoteForm place={place} people={data.people} />}
      <div className="mt-4 flex flex-wrap items-center gap-2 border-t border-line pt-3">
        <Segments
          label={t('state')}
          options={STATES}
          value={state}
          onChange={(next) => setState(next)}
        />
        <label className="flex items-center gap-1.5 text-[12.5px]">
          <input
            type="checkbox"
            checked={isAnyPeriod}
            onChange={(event) => setAnyPeriod(event.target.checked)}
          />
          {t('anyPeriod')}
        </label>
        <input
          type="search"
          aria-label={t('findInNotes')}
          placeholder={t('find')}
          className={`${INPUT} h-[28px] min-w-[110px] flex-1`}
          value={search}
          maxLength={100}
          onChange={(event) => setSearch(event.target.value)}
        />
      </div>
      {error && <FailureNote failure={error} onRetry={() => void refetch()} />}
      {!data && !error && <Loading what={t('theNotes')} />}
      {data?.notes.length === 0 && <p className="mt-3 text-soft">{t('noNoteHere')}</p>}
      <ul className="mt-2">
        {data?.notes.map((note) => (
          <NoteItem key={note.id} note={note} unit={place.unit} canWrite={canWrite} />
        ))}
      </ul>
      {data && data.count > data.notes.length && (
        <p className="text-soft">
          {t('olderOnesAreNotShown', { count: data.count - data.notes.length })}
        </p>
      )}
    </Dialog>
  );
}

function NoteItem({ note, unit, canWrite }: { note: Note; unit: string; canWrite: boolean }) {
  const [isAnswering, setAnswering] = useState(false);
  const [text, setText] = useState('');
  const [reply, replying] = useReplyToNoteMutation();
  const [resolve, resolving] = useResolveNoteMutation();
  const failure = replying.error ?? resolving.error;
  const send = async () => {
    const result = await reply({ id: note.id, text });
    if (result.error) return;
    setText('');
    setAnswering(false);
  };
  return (
    <li className="border-t border-line py-2.5 first:border-t-0">
      <p className="text-[12px] text-soft">{describeNotePlace(note, unit)}</p>
      <p className="break-words whitespace-pre-wrap">{note.text}</p>
      <p className="text-[12px] text-soft">
        {note.author.name}, <Moment at={note.at} />
        <NoteAction note={note} />
        {note.resolvedAt && (
          <>
            {t('doneWithBy', { resolvedBy: note.resolvedBy?.name })}
            <Moment at={note.resolvedAt} />
          </>
        )}
      </p>
      {note.replies.length > 0 && (
        <ul className="mt-1.5 border-l-[3px] border-line pl-2.5">
          {note.replies.map((each) => (
            <li key={each.id} className="mt-1">
              <p className="break-words whitespace-pre-wrap">{each.text}</p>
              <p className="text-[12px] text-soft">
                {each.author.name}, <Moment at={each.at} />
              </p>
            </li>
          ))}
        </ul>
      )}
      {failure && <FailureNote failure={failure} />}
      {canWrite && !isAnswering && (
        <div className="mt-1.5 flex gap-2">
          <Button kind="quiet" className="h-[26px]" onClick={() => setAnswering(true)}>
            {t('answer')}
          </Button>
          <Button
            kind="quiet"
            className="h-[26px]"
            disabled={resolving.isLoading}
            onClick={() => void resolve({ id: note.id, resolved: note.resolvedAt === null })}
          >
            {note.resolvedAt === null ? t('doneWith') : t('openAgain')}
          </Button>
        </div>
      )}
      {isAnswering && (
        <form
          className="mt-1.5"
          onSubmit={(event) => {
            event.preventDefault();
            void send();
          }}
        >
          <textarea
            autoFocus
            aria-label={t('answerTo', { author: note.author.name })}
            className={`${INPUT} h-auto py-1.5`}
            rows={2}
            maxLength={2_000}
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
          <div className="mt-1 flex gap-2">
            <Button
              type="submit"
              disabled={replying.isLoading}
              missing={text.trim() === '' ? t('writeSomethingFirst') : null}
            >
              {t('answerNow')}
            </Button>
            <Button kind="quiet" onClick={() => setAnswering(false)}>
              {t('cancel')}
            </Button>
          </div>
        </form>
      )}
    </li>
  );
}
