import { useState } from 'react';
import type { ListEntry, ListName } from '#contract/schemas/list';
import { formatCount } from '#wording/numbers/format';
import { FailureNote } from '../app/FailureNote';
import { useGetListQuery } from '../app/lists/api';
import { MergeDialog } from '../app/lists/MergeDialog';
import { Button } from '../ui/Button';
import { classNames } from '../ui/classNames';
import { Loading } from '../ui/Loading';
import { EntryForm } from './EntryForm';
import { Merges } from './Merges';

const NAMES: Readonly<Record<Exclude<ListName, 'customer'>, { title: string; one: string }>> = {
  source: { title: 'Sources', one: 'source' },
  stage: { title: 'Stages', one: 'stage' },
  lostReason: { title: 'Lost reasons', one: 'reason' },
  category: { title: 'Categories', one: 'category' },
  product: { title: 'Products', one: 'product' },
  location: { title: 'Locations', one: 'location' },
};
type Shown = keyof typeof NAMES;

/** What can be chosen when a deal is booked: added, renamed, archived or merged. */
export function Lists() {
  const [list, setList] = useState<Shown>('stage');
  const { data: entries, error } = useGetListQuery(list);
  const [editing, setEditing] = useState<ListEntry | 'new' | null>(null);
  const [merging, setMerging] = useState<ListEntry | null>(null);
  const [found, setFound] = useState('');
  const { title, one } = NAMES[list];
  const choose = (next: Shown) => {
    setList(next);
    setEditing(null);
    setFound('');
  };
  const shown =
    entries?.filter((entry) =>
      `${entry.name} ${entry.code ?? ''}`.toLowerCase().includes(found.trim().toLowerCase()),
    ) ?? [];
  return (
    <>
      <p className="text-soft">
        What is grouped later is chosen from a list, never typed. An archived name is no longer
        offered; deals keep it.
      </p>
      <div className="mt-3 flex items-center justify-between gap-3">
        <div
          role="group"
          aria-label="List"
          className="flex overflow-hidden rounded-sheet border border-strong/30"
        >
          {(Object.keys(NAMES) as Shown[]).map((each) => (
            <button
              key={each}
              type="button"
              aria-pressed={list === each}
              onClick={() => choose(each)}
              className={classNames(
                'h-[28px] px-3',
                list === each ? 'bg-accent text-on-accent' : 'bg-sheet hover:bg-hover',
              )}
            >
              {NAMES[each].title}
            </button>
          ))}
        </div>
        <input
          type="search"
          aria-label={`Find in ${title.toLowerCase()}`}
          placeholder="Find"
          value={found}
          onChange={(event) => setFound(event.target.value)}
          className="h-[28px] w-[140px] rounded-sheet border border-strong/30 bg-sheet px-2.5"
        />
      </div>
      {error && <FailureNote failure={error} />}
      {!entries && !error && <Loading what={title.toLowerCase()} />}
      {entries && (
        <div role="table" aria-label={title} className="mt-2 text-[12.5px]">
          {shown.map((entry) =>
            editing !== 'new' && editing?.id === entry.id ? (
              <div role="row" key={entry.id} className="border-b border-line/70 py-2">
                <div role="cell">
                  <EntryForm list={list} one={one} entry={entry} onDone={() => setEditing(null)} />
                </div>
              </div>
            ) : (
              <div
                role="row"
                key={entry.id}
                className="grid grid-cols-[minmax(160px,1fr)_1.4fr_90px_auto] items-center gap-3 max-desk:grid-cols-1 border-b border-line/70 py-1"
              >
                <span role="cell" className={entry.isArchived ? 'text-soft' : 'font-medium'}>
                  {entry.name}
                  {entry.isArchived && (
                    <span className="ml-1.5 text-[11px] font-normal">archived</span>
                  )}
                  {entry.aliases.length > 0 && (
                    <span className="block text-[11px] font-normal text-soft">
                      also written {entry.aliases.join(', ')}
                    </span>
                  )}
                </span>
                <span role="cell" className="text-soft">
                  {describe(entry)}
                </span>
                <span role="cell" className="text-right text-soft">
                  {formatCount(entry.deals)} {entry.deals === 1 ? 'deal' : 'deals'}
                </span>
                <span role="cell" className="flex gap-1">
                  <Button
                    kind="quiet"
                    className="h-[24px] text-[12px]"
                    onClick={() => setEditing(entry)}
                  >
                    Change<span className="sr-only"> {entry.name}</span>
                  </Button>
                  <Button
                    kind="quiet"
                    className="h-[24px] text-[12px]"
                    onClick={() => setMerging(entry)}
                  >
                    Merge…<span className="sr-only"> {entry.name}</span>
                  </Button>
                </span>
              </div>
            ),
          )}
          {shown.length === 0 && (
            <p className="py-2 text-soft">
              {entries.length === 0 ? `No ${one} yet. Add the first.` : 'Nothing matches.'}
            </p>
          )}
        </div>
      )}
      <div className="mt-3">
        {editing === 'new' ? (
          <EntryForm list={list} one={one} entry={null} onDone={() => setEditing(null)} />
        ) : (
          <Button onClick={() => setEditing('new')}>Add a {one}</Button>
        )}
      </div>
      <Merges />
      {merging && (
        <MergeDialog
          list={list}
          one={one}
          from={merging}
          others={entries?.filter((entry) => entry.id !== merging.id) ?? []}
          onClose={() => setMerging(null)}
        />
      )}
    </>
  );
}

function describe(entry: ListEntry): string {
  if (entry.outcome)
    return [
      entry.outcome,
      entry.probability == null ? null : `${Math.round(entry.probability * 1000) / 10} % likely`,
    ]
      .filter(Boolean)
      .join(', ');
  return [
    entry.code,
    entry.category,
    entry.listPrice && `price ${entry.listPrice}`,
    entry.cost && `cost ${entry.cost}`,
    entry.soldFrom && `from ${entry.soldFrom}`,
    entry.soldUntil && `until ${entry.soldUntil}`,
  ]
    .filter(Boolean)
    .join(', ');
}
