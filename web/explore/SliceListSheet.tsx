import { ArrowUpRight } from 'lucide-react';
import { Link } from 'react-router';
import type { LinesHeader } from '#contract/schemas/slice';
import { type FigureUnit, toMajor } from '#core/money/figureUnit';
import type { ExploreKey, SliceList, SliceRow } from '#core/slices/exploring';
import { KEY_NAMES } from '#wording/exploreWords';
import type { Shown } from '../app/display';
import { textOf } from '../charts/status';
import { StatusMark } from '../charts/StatusMark';
import { Change } from '../figures/Change';
import { NoteFlag } from '../figures/notes/NoteFlag';
import type { NotedPoint } from '../figures/notes/ShownNotes';
import { SaveTable } from '../figures/SaveTable';
import { classNames } from '../ui/classNames';
import { type BarScale, scaleOf } from './barScale';
import { describeRow } from './sliceWords';

interface SliceListProps {
  name: ExploreKey;
  list: SliceList;
  isChosen: boolean;
  shown: Shown;
  /** What the values are counted in. */
  unit: FigureUnit;
  /** The page of a value, where it has one. */
  linkOf(row: SliceRow): string | null;
  /** Where a value stands against a target of its own; null where it has none. */
  targetOf(row: SliceRow): LinesHeader['targets'][number] | null;
  /** What notes are about that belong to a value; null: none can. */
  noteOf: ((row: SliceRow) => NotedPoint) | null;
  onChoose(id: string): void;
  /** By which the list is searched; null where it is short. */
  search: { text: string; onChange(text: string): void } | null;
  /** Shows more of the list; null where all is shown. */
  onMore: (() => void) | null;
}

/**
 * The values of one dimension, the largest first: what passes the other choices before all of it,
 * and the change on the year before. Choosing and opening are two acts.
 */
export function SliceListSheet({
  name,
  list,
  isChosen,
  shown,
  unit,
  linkOf,
  noteOf,
  targetOf,
  onChoose,
  search,
  onMore,
}: SliceListProps) {
  const scale = scaleOf(list.rows);
  const toCells = ({ name: value, these, all, before }: SliceRow) => [
    value,
    toMajor(these, unit),
    toMajor(all, unit),
    before === null ? null : toMajor(before, unit),
  ];
  return (
    <section
      aria-label={KEY_NAMES[name]}
      className="min-w-0 rounded-sheet border border-line bg-sheet px-3 pt-2 pb-2"
    >
      <h2 className="flex items-baseline justify-between">
        {KEY_NAMES[name]}
        <span className="text-[11.5px] font-normal text-soft">
          {list.count} · change on last year
          <SaveTable
            name={KEY_NAMES[name]}
            columns={[KEY_NAMES[name], 'these', 'all', 'last_year']}
            rows={() => list.rows.map(toCells)}
          />
        </span>
      </h2>
      {search && (
        <input
          type="search"
          aria-label={`Find in ${KEY_NAMES[name].toLowerCase()}`}
          placeholder="Find…"
          maxLength={60}
          value={search.text}
          onChange={(event) => search.onChange(event.target.value)}
          className="mt-1 h-[26px] w-full rounded-sheet border border-line bg-sheet px-2 text-[12.5px] pointer-coarse:h-[44px]"
        />
      )}
      {list.rows.length === 0 && (
        <p className="mt-1 text-soft">
          {search?.text ? 'None of that name.' : 'Nothing was won here.'}
        </p>
      )}
      <ul className="mt-1">
        {list.rows.map((row) => {
          const link = linkOf(row);
          const isPale = isChosen && !row.isChosen;
          const target = targetOf(row);
          const words = [
            describeRow(row.name, row, shown),
            ...(target
              ? [`${target.attainmentText ?? '–'} of its own target, ${target.status.label}`]
              : []),
          ].join('; ');
          return (
            <li key={row.id} className="group relative flex items-center">
              <button
                type="button"
                aria-pressed={row.isChosen}
                aria-label={words}
                title={words}
                onClick={() => onChoose(row.id)}
                className={classNames(
                  'touchable grid min-h-[24px] flex-1 grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)_58px_50px] items-center gap-2 rounded-[3px] pointer-coarse:pr-[26px] border-l-[3px] pl-1.5 text-left text-[12.5px] hover:bg-hover',
                  row.isChosen ? 'border-ember font-semibold' : 'border-transparent',
                )}
              >
                <span
                  className={classNames(
                    'line-clamp-2 leading-tight break-words',
                    isPale && 'text-soft',
                  )}
                >
                  {row.name}
                  {target && (
                    <span
                      className={classNames(
                        'ml-1.5 inline-flex items-center gap-1 text-[11.5px] whitespace-nowrap',
                        textOf(target.status),
                      )}
                    >
                      <StatusMark status={target.status} size={12} />
                      {target.attainmentText ?? target.status.label}
                    </span>
                  )}
                </span>
                <Bar these={row.these} all={row.all} scale={scale} isPale={isPale} />
                <span className="text-right tabular-nums">{shown.column(row.these)}</span>
                <span className="text-right text-[11.5px] tabular-nums">
                  <Change now={row.these} before={row.before} />
                </span>
              </button>
              {noteOf && (
                <span className="absolute -left-[11px]">
                  <NoteFlag {...noteOf(row)} />
                </span>
              )}
              {link && (
                <Link
                  to={link}
                  aria-label={`Open ${row.name}`}
                  className="absolute right-0 grid size-[24px] place-items-center rounded-[3px] bg-hover text-soft opacity-0 group-hover:opacity-100 hover:text-ink focus-visible:opacity-100 pointer-coarse:bg-transparent pointer-coarse:opacity-100"
                >
                  <ArrowUpRight size={14} aria-hidden />
                </Link>
              )}
            </li>
          );
        })}
        {list.others && (
          <li className="flex items-center">
            <span className="grid min-h-[24px] flex-1 grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)_58px_50px] items-center gap-2 border-l-[3px] border-transparent pointer-coarse:pr-[26px] pl-1.5 text-[12.5px] text-soft">
              {onMore ? (
                <button
                  type="button"
                  onClick={onMore}
                  className="touchable truncate text-left underline underline-offset-2 hover:text-ink"
                >
                  All others ({list.others.count})
                </button>
              ) : (
                <span className="truncate">All others ({list.others.count})</span>
              )}
              <span />
              <span className="text-right tabular-nums">{shown.column(list.others.these)}</span>
              <span className="text-right text-[11.5px] tabular-nums">
                <Change now={list.others.these} before={list.others.before} />
              </span>
            </span>
          </li>
        )}
      </ul>
    </section>
  );
}

function Bar({
  these,
  all,
  scale: { most, isOfChosen },
  isPale,
}: {
  these: number;
  all: number;
  scale: BarScale;
  isPale: boolean;
}) {
  const width = (value: number) => `${(Math.max(0, value) / most) * 100}%`;
  return (
    <span aria-hidden className="relative block h-[9px]">
      {!isOfChosen && (
        <span className="absolute inset-y-0 left-0 bg-track" style={{ width: width(all) }} />
      )}
      <span
        className={classNames('absolute inset-y-0 left-0 bg-now', isPale && 'opacity-40')}
        style={{ width: width(these) }}
      />
    </span>
  );
}
