import { type KeyboardEvent, type PointerEvent, type ReactNode, type Ref, useState } from 'react';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import type { ChartNumbers } from './chartNumbers';
import { type Plot, pointAt, xOf } from './plot';

const t = messagesOf('view', EN_VIEW);

interface PictureReaderProps {
  heading: string;
  numbers: ChartNumbers;
  /** Where its points lie; null: they are read by key alone. */
  plot: Plot | null;
  pictureRef?: Ref<HTMLDivElement>;
  className?: string;
  children: ReactNode;
}

/**
 * A picture whose points are read one by one, each with its exact numbers: under the pointer or a
 * finger, or by the arrow keys.
 */
export function PictureReader({
  heading,
  numbers,
  plot,
  pictureRef,
  className,
  children,
}: PictureReaderProps) {
  const [at, setAt] = useState<{ index: number; width: number } | null>(null);
  const count = numbers.rows.length;
  const row = at === null ? undefined : numbers.rows[at.index];
  const read = (event: PointerEvent<HTMLDivElement>) => {
    if (!plot || count === 0) return;
    const { left, width } = event.currentTarget.getBoundingClientRect();
    setAt({ index: pointAt(event.clientX - left, width, count, plot), width });
  };
  const onKey = (event: KeyboardEvent<HTMLDivElement>) => {
    // Keys of what is inside, such as bars that open, are theirs.
    if (event.target !== event.currentTarget || count === 0) return;
    const index = at?.index ?? -1;
    const next = {
      ArrowRight: Math.min(count - 1, index + 1),
      ArrowLeft: at === null ? count - 1 : Math.max(0, index - 1),
      Home: 0,
      End: count - 1,
    }[event.key];
    if (next === undefined) {
      if (event.key !== 'Escape' || at === null) return;
      event.stopPropagation();
      return setAt(null);
    }
    event.preventDefault();
    setAt({ index: next, width: event.currentTarget.clientWidth });
  };
  const x = at === null || plot === null ? null : xOf(at.index, at.width, count, plot);
  const isRight = x !== null && at !== null && x > at.width / 2;
  return (
    <div
      ref={pictureRef}
      role="group"
      aria-roledescription={t('pictureWithPoints')}
      aria-label={t('arrowKeysReadItsPoints', { heading })}

      tabIndex={0}
      className={`relative ${className ?? ''}`}
      onKeyDown={onKey}
      onBlur={() => setAt(null)}
      onPointerDown={read}
      onPointerMove={read}
      onPointerLeave={(event) => {
        // What a finger has chosen stays to be read.
        if (event.pointerType === 'mouse') setAt(null);
      }}
    >
      {children}
      {row && x !== null && (
        <div
          aria-hidden
          className="pointer-events-none absolute inset-y-0 w-px bg-strong/40"
          style={{ left: x }}
        />
      )}
      <div
        role="status"
        className={
          row
            ? `pointer-events-none absolute top-1 z-10 rounded-sheet border border-strong/30 bg-sheet px-3 py-1.5 text-[12px] ${isRight ? 'left-14' : 'right-2'}`
            : 'sr-only'
        }
      >
        {row && <Note headings={numbers.headings} cells={row.cells} />}
      </div>
    </div>
  );
}

function Note({ headings, cells }: { headings: readonly string[]; cells: readonly string[] }) {
  return (
    <>
      <p className="font-semibold">{cells[0]}</p>
      {cells.slice(1).map(
        (cell, index) =>
          cell !== '–' && (
            <p key={headings[index + 1]} className="flex justify-between gap-4">
              <span className="text-soft">{headings[index + 1]} </span>
              <span>{cell}</span>
            </p>
          ),
      )}
    </>
  );
}
