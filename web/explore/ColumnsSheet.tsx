import { useLayoutEffect, useRef } from 'react';
import type { ExploreKey, SliceList } from '#core/slices/exploring';
import type { Shown } from '../app/display';
import { classNames } from '../ui/classNames';
import { scaleOf } from './barScale';
import { describeRow } from './sliceWords';

interface ColumnsProps {
  name: ExploreKey;
  heading: string;
  note: string;
  list: SliceList;
  isChosen: boolean;
  height: number;
  shown: Shown;
  labelOf(row: SliceList['rows'][number]): string;
  onChoose(id: string): void;
}

const MOST_NAMES = 18;

/**
 * Time or sizes as columns in their order: what passes the other choices before all of it, a ring
 * where it stood in the same days last year. Each column is chosen on its own.
 */
export function ColumnsSheet({
  name,
  heading,
  note,
  list,
  isChosen,
  height,
  shown,
  labelOf,
  onChoose,
}: ColumnsProps) {
  const { most, isOfChosen } = scaleOf(list.rows);
  // Of many columns only some have room for their name.
  const every = Math.ceil(list.rows.length / MOST_NAMES);
  // Where not all are in sight, the newest are.
  const scroller = useRef<HTMLDivElement>(null);
  const count = list.rows.length;
  useLayoutEffect(() => {
    const { current } = scroller;
    if (current) current.scrollLeft = current.scrollWidth;
  }, [count]);
  const tall = (value: number) => `${(Math.max(0, value) / most) * 100}%`;
  return (
    <section
      aria-label={heading}
      data-dimension={name}
      className="min-w-0 rounded-sheet border border-line bg-sheet px-3 pt-2 pb-1.5"
    >
      <h2>
        {heading}
        <span className="ml-2 text-[11.5px] font-normal text-soft">
          {note}
          {isOfChosen && ' · all of it is far taller and not drawn'}
        </span>
      </h2>
      <div ref={scroller} className="mt-2 flex gap-[2px] overflow-x-auto pt-1.5">
        {list.rows.map((row, index) => (
          <button
            key={row.id}
            type="button"
            aria-pressed={row.isChosen}
            aria-label={describeRow(labelOf(row), row, shown)}
            title={describeRow(labelOf(row), row, shown)}
            onClick={() => onChoose(row.id)}
            className="group min-w-[24px] flex-1 rounded-[3px] hover:bg-hover"
          >
            <span
              aria-hidden
              className="relative mx-auto block w-[72%] max-w-[52px] border-b border-line"
              style={{ height }}
            >
              {!isOfChosen && (
                <span
                  className={classNames(
                    'absolute inset-x-0 bottom-0 bg-track',
                    isChosen && !row.isChosen && 'opacity-50',
                  )}
                  style={{ height: tall(row.all) }}
                />
              )}
              <span
                className={classNames(
                  'absolute inset-x-0 bottom-0 bg-now',
                  isChosen && !row.isChosen && 'opacity-40',
                )}
                style={{ height: tall(row.these) }}
              />
              {row.before !== null && row.before > 0 && (
                <span
                  className="absolute left-1/2 size-[9px] -translate-x-1/2 translate-y-1/2 rounded-full border-2 border-prior-text bg-sheet"
                  style={{ bottom: tall(row.before) }}
                />
              )}
            </span>
            <span
              className={classNames(
                'block h-[21px] border-b-[3px] py-[2px] text-[11.5px]',
                every === 1 ? 'truncate' : 'whitespace-nowrap',
                row.isChosen ? 'border-ember font-semibold' : 'border-transparent text-soft',
              )}
            >
              {index % every === 0 && row.name}
            </span>
          </button>
        ))}
      </div>
    </section>
  );
}
