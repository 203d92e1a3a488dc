import { Popover } from 'radix-ui';
import { type ReactNode, useState } from 'react';
import type { StandingView } from '#contract/schemas/attainment';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { FailureNote } from '../../app/FailureNote';
import { Loading } from '../../ui/Loading';
import { useGetStandingQuery } from '../api';
import { MadeOf } from './MadeOf';

const t = messagesOf('view', EN_VIEW);

interface HowMadeProps {
  at: { unit: string; period: string; measure: string };
  /** What is known already; else it is asked for when the figure is opened. */
  view?: StandingView;
  /** The formula of this figure with its numbers; left out: that of attainment. */
  formula?: readonly string[];
  title?: string;
  className?: string;
  /** Within a row that has a tab stop of its own: opened with e. */
  isInRow?: boolean;
  children: ReactNode;
}

/** A figure that opens to how it is made. */
export function HowMade({
  at,
  view,
  formula,
  title = t('howThisIsMade'),
  className = '',
  isInRow = false,
  children,
}: HowMadeProps) {
  const [isOpen, setOpen] = useState(false);
  return (
    <Popover.Root open={isOpen} onOpenChange={setOpen}>
      <Popover.Trigger
        title={title}
        tabIndex={isInRow ? -1 : undefined}
        data-made={isInRow || undefined}
        onClick={(event) => event.stopPropagation()}
        className={`rounded-[3px] text-left decoration-line underline-offset-4 hover:underline ${className}`}
      >
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={8}
          onClick={(event) => event.stopPropagation()}
          onKeyDown={(event) => event.stopPropagation()}
          className="z-60 max-h-[min(520px,var(--radix-popover-content-available-height))] w-[380px] max-w-[94vw] overflow-y-auto rounded-sheet border border-strong/30 bg-sheet p-3.5 text-[13px] text-ink"
        >
          {view ? (
            <MadeOf view={view} formula={formula} />
          ) : (
            isOpen && <Asked at={at} formula={formula} />
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function Asked({ at, formula }: Pick<HowMadeProps, 'at' | 'formula'>) {
  const { data, error, refetch } = useGetStandingQuery(at);
  if (error) return <FailureNote failure={error} onRetry={() => void refetch()} />;
  return data ? <MadeOf view={data} formula={formula} /> : <Loading what={t('howItIsMade')} />;
}
