import type { KeyboardEvent } from 'react';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';

const t = messagesOf('frame', EN_FRAME);

interface ResizeHandleProps {
  name: string;
  width: number;
  /** Follows the pointer. */
  onDrag(event: unknown): void;
  onWidth(width: number): void;
}

const STEP = 10;

/** The right edge of a heading: drag it, or move it with the arrow keys. */
export function ResizeHandle({ name, width, onDrag, onWidth }: ResizeHandleProps) {
  const onKey = (event: KeyboardEvent) => {
    const step = { ArrowRight: STEP, ArrowLeft: -STEP }[event.key];
    if (!step) return;
    event.preventDefault();
    event.stopPropagation();
    onWidth(Math.round(width) + step);
  };
  return (
    <span
      role="separator"
      aria-orientation="vertical"
      aria-label={t('widthOf', { name })}
      aria-valuenow={Math.round(width)}
      aria-valuemin={48}
      aria-valuemax={900}
      tabIndex={0}
      onKeyDown={onKey}
      onMouseDown={onDrag}
      onTouchStart={onDrag}
      onClick={(event) => event.stopPropagation()}
      className="absolute top-1 right-0 bottom-1 w-[5px] cursor-col-resize touch-none rounded-[2px] border-r border-line hover:bg-ember/60 focus-visible:bg-ember"
    />
  );
}
