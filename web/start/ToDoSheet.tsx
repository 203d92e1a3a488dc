import { Circle } from 'lucide-react';
import { Link, useLocation } from 'react-router';
import type { Note } from '#contract/schemas/note';
import type { StartView, ToDo } from '#contract/schemas/start';
import { parseDay } from '#core/period/day';
import { describeNotePlace } from '#wording/note';
import { shortDay } from '#wording/period';
import { describeToDo } from '#wording/startSentence';
import { useGetCompanyQuery, useGetMeQuery } from '../app/api';
import { placeLink } from '../app/placeLink';
import { wholeBook } from '../app/wholeBook';
import { useListNotesQuery, useResolveNoteMutation } from '../figures/notes/api';
import { useSay } from '../ui/Toasts';
import { Sheet } from './Sheet';

const SHOWN_ACTIONS = 6;

/** What waits for the reader: deals to fix, targets, months, and what they said they would do. */
export function ToDoSheet({ view }: { view: StartView }) {
  const { data: me } = useGetMeQuery();
  const { search } = useLocation();
  const { data: mine } = useListNotesQuery(
    { unit: me?.unitCode ?? '', isMine: true },
    { skip: !me },
  );
  const actions = mine?.notes ?? [];
  const money = { kind: 'money' as const, currency: view.currency };
  const isEmpty = view.toDo.length === 0 && actions.length === 0;
  return (
    <Sheet heading="To do" about={isEmpty ? undefined : view.toDo.length + (mine?.count ?? 0)}>
      {isEmpty && <p className="text-soft">Nothing waits for you.</p>}
      <ul>
        {actions.slice(0, SHOWN_ACTIONS).map((note) => (
          <Action key={note.id} note={note} isAskedOfOthers={note.assignee?.id !== me?.id} />
        ))}
        {view.toDo.map((each) => (
          <li
            key={each.kind}
            className="flex items-baseline gap-2 border-t border-line/70 py-1.5 first:border-0"
          >
            <Circle size={10} aria-hidden className="shrink-0 text-soft" />
            <ToDoLink toDo={each} search={search}>
              {describeToDo(each, money)}
            </ToDoLink>
          </li>
        ))}
      </ul>
      {(mine?.count ?? 0) > SHOWN_ACTIONS && (
        <Link
          className="text-[12.5px] underline underline-offset-2"
          to={{ pathname: '/actions', search: placeLink(search) }}
        >
          All {mine!.count} actions
        </Link>
      )}
    </Sheet>
  );
}

/** Something somebody said they would see to; done with a word. */
function Action({ note, isAskedOfOthers }: { note: Note; isAskedOfOthers: boolean }) {
  const [resolve, { isLoading }] = useResolveNoteMutation();
  const say = useSay();
  const finish = async (resolved: boolean) => {
    const result = await resolve({ id: note.id, resolved });
    if (result.error) return say('It could not be saved.', { kind: 'fault' });
    if (resolved) say('Done.', { action: { label: 'Undo', run: () => void finish(false) } });
  };
  return (
    <li className="flex items-start gap-2 border-t border-line/70 py-1.5 first:border-0">
      <input
        type="checkbox"
        className="mt-1"
        disabled={isLoading}
        checked={false}
        onChange={() => void finish(true)}
        aria-label={`Done: ${note.text}`}
      />
      <span className="min-w-0">
        <Link
          className="break-words hover:underline"
          to={{
            pathname: '/compare',
            search: placeLink('', {
              unit: note.unit.code,
              period: note.period.id,
              measure: note.measure,
            }),
          }}
        >
          {note.text}
        </Link>
        <span className={`block text-[12px] ${note.isOverdue ? 'text-grade-1' : 'text-soft'}`}>
          {describeNotePlace(note, '')}{' '}
          {isAskedOfOthers ? `· ${note.assignee?.name}` : `· asked by ${note.author.name}`}
          {note.dueOn &&
            `, ${note.isOverdue ? 'overdue since' : 'by'} ${shortDay(parseDay(note.dueOn)!, true)}`}
        </span>
      </span>
    </li>
  );
}

/** Where a thing is done. */
function ToDoLink({
  toDo: { kind, period },
  search,
  children,
}: {
  toDo: ToDo;
  search: string;
  children: string;
}) {
  const { data: company } = useGetCompanyQuery();
  const at = placeLink(search, period === null ? {} : { period });
  const all = company ? placeLink(search, { period: wholeBook(company.today) }) : at;
  const to = {
    overdue: `/deals${all}&overdue=yes`,
    unassigned: `/deals${all}&unassigned=yes`,
    duplicates: `/deals/to-fix${at}`,
    missingTargets: `/plan${at}`,
    refusedDeliveries: `/setup/feeds${at}`,
    acknowledge: `/plan${at}`,
    notAcknowledged: `/plan${at}`,
    unallocated: `/plan${at}`,
    closeMonth: `/deals/month-end${at}`,
  }[kind];
  return (
    <Link className="hover:underline" to={to}>
      {children}
    </Link>
  );
}
