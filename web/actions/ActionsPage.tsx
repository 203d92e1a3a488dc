import { Link, useLocation } from 'react-router';
import type { Note, NoteQuery } from '#contract/schemas/note';
import { parseDay } from '#core/period/day';
import { describeNotePlace } from '#wording/note';
import { shortDay } from '#wording/period';
import { useAddress } from '../app/address';
import { useGetMeQuery } from '../app/api';
import { FailureNote } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { usePlace } from '../app/place';
import { placeLink } from '../app/placeLink';
import { useListNotesQuery, useResolveNoteMutation } from '../figures/notes/api';
import { Button } from '../ui/Button';
import { type Column, DataTable } from '../ui/DataTable';
import { FileLink } from '../ui/FileLink';
import { LineList } from '../ui/LineList';
import { Loading } from '../ui/Loading';
import { Segments } from '../ui/Segments';
import { useSay } from '../ui/Toasts';
import { useIsNarrowerThan } from '../ui/useScreen';

const WHOSE = [
  ['all', 'Everybody'],
  ['mine', 'Mine'],
] as const;
const STATES = [
  ['open', 'Open'],
  ['resolved', 'Done'],
  ['all', 'All'],
] as const;

/** What people said they would do about a unit and all below it: who, until when, done or not. */
export function ActionsPage() {
  const { unit } = usePlace();
  const { data: me } = useGetMeQuery();
  const { search, put } = useAddress();
  const state = STATES.find(([key]) => key === search.get('state'))?.[0] ?? 'open';
  const whose = search.get('whose') === 'mine' ? 'mine' : 'all';
  const query: NoteQuery = {
    unit,
    state,
    onlyActions: true,
    ...(whose === 'mine' ? { isMine: true } : {}),
  };
  const { data, error, refetch } = useListNotesQuery(query, { skip: !unit });
  const isPhone = useIsNarrowerThan('phone');
  const mayResolve = me !== undefined && me.role !== 'viewer';
  const exported = new URLSearchParams({
    unit,
    state,
    ...(whose === 'mine' ? { mine: 'true' } : {}),
  });
  return (
    <div className="flex h-full min-h-[420px] flex-col gap-3 px-[18px] pt-3 pb-4 max-phone:px-3">
      <h1>{data ? describe(data.notes, state) : 'Actions'}</h1>
      <div className="flex flex-wrap items-center gap-2">
        <Segments
          label="State"
          options={STATES}
          value={state}
          onChange={(next) => put({ state: next === 'open' ? null : next })}
        />
        <Segments
          label="Whose"
          options={WHOSE}
          value={whose}
          onChange={(next) => put({ whose: next === 'mine' ? 'mine' : null })}
        />
        <FileLink href={`/api/v1/notes/export?${exported}`}>Export as CSV</FileLink>
      </div>
      {error ? (
        <FailureNote failure={error} onRetry={() => void refetch()} />
      ) : !data ? (
        <Loading what="the actions" />
      ) : data.notes.length === 0 ? (
        <p className="rounded-sheet border border-line bg-sheet p-4 text-soft">
          None. Write a note in Compare, Explore or Standing and say who sees to it until when.
        </p>
      ) : (
        <section
          aria-label="Actions"
          className="flex min-h-0 flex-1 flex-col rounded-sheet border border-line bg-sheet"
        >
          {isPhone ? (
            <LineList
              label="Actions"
              rows={data.notes}
              keyOf={({ id }) => id}
              toLine={(note) => ({
                title: note.text,
                value: note.assignee?.name ?? '',
                note: describeNotePlace(note, unit),
                beside: due(note),
              })}
            />
          ) : (
            <DataTable
              label="Actions"
              rows={data.notes}
              keyOf={({ id }) => id}
              columns={columnsOf(unit, mayResolve)}
              footer={
                data.count > data.notes.length
                  ? `The newest ${data.notes.length} of ${data.count}.`
                  : undefined
              }
            />
          )}
        </section>
      )}
    </div>
  );
}

function describe(notes: readonly Note[], state: string): string {
  const overdue = notes.filter(({ isOverdue }) => isOverdue).length;
  const noun = notes.length === 1 ? 'action' : 'actions';
  if (state === 'resolved') return `${notes.length} ${noun} done`;
  if (notes.length === 0) return 'No action is open';
  return `${notes.length} ${state === 'open' ? `open ${noun}` : noun}${overdue > 0 ? `, ${overdue} overdue` : ''}`;
}

function due(note: Note) {
  if (note.resolvedAt)
    return (
      <span className="text-made">
        done <Moment at={note.resolvedAt} isDayOnly />
      </span>
    );
  if (note.dueOn === null) return '–';
  const day = shortDay(parseDay(note.dueOn)!, true);
  return <span className={note.isOverdue ? 'font-semibold text-grade-1' : undefined}>{day}</span>;
}

function columnsOf(unit: string, mayResolve: boolean): Column<Note>[] {
  return [
    {
      key: 'what',
      heading: 'What',
      width: 'minmax(200px,2fr)',
      cell: (note) => <PlaceLink note={note} />,
    },
    {
      key: 'about',
      heading: 'About',
      width: 'minmax(150px,1.2fr)',
      cell: (note) => (
        <span className="text-soft">{describeNotePlace(note, unit).replace(/:$/, '')}</span>
      ),
    },
    {
      key: 'who',
      heading: 'Who',
      width: 'minmax(110px,1fr)',
      cell: (note) => note.assignee?.name,
    },
    { key: 'due', heading: 'Until', width: '110px', cell: due },
    {
      key: 'by',
      heading: 'Asked by',
      width: 'minmax(110px,1fr)',
      cell: (note) => <span className="text-soft">{note.author.name}</span>,
    },
    ...(mayResolve
      ? [
          {
            key: 'done',
            heading: '',
            width: '90px',
            align: 'right' as const,
            cell: (note: Note) => <Finish note={note} />,
          },
        ]
      : []),
  ];
}

function PlaceLink({ note }: { note: Note }) {
  const { search } = useLocation();
  return (
    <Link
      className="hover:underline"
      title={note.text}
      to={{
        pathname: '/compare',
        search: placeLink(search, {
          unit: note.unit.code,
          period: note.period.id,
          measure: note.measure,
        }),
      }}
    >
      {note.text}
    </Link>
  );
}

function Finish({ note }: { note: Note }) {
  const [resolve, { isLoading }] = useResolveNoteMutation();
  const say = useSay();
  const isDone = note.resolvedAt !== null;
  return (
    <Button
      kind="quiet"
      className="h-[24px] px-2 text-[12px]"
      disabled={isLoading}
      onClick={() =>
        void resolve({ id: note.id, resolved: !isDone }).then((result) => {
          if (result.error) say('It could not be saved.', { kind: 'fault' });
        })
      }
    >
      {isDone ? 'Open again' : 'Done'}
      <span className="sr-only">: {note.text}</span>
    </Button>
  );
}
