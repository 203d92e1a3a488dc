import { X } from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import type { ReactNode } from 'react';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { classNames } from './classNames';

const t = messagesOf('frame', EN_FRAME);

interface DialogProps {
  title: string;
  /** Read out with the title. */
  description: string;
  isOpen: boolean;
  onClose(): void;
  /** "side" leaves the view beside it readable. */
  place?: 'side' | 'middle';
  width?: string;
  children: ReactNode;
}

export function Dialog({
  title,
  description,
  isOpen,
  onClose,
  place = 'middle',
  width = 'w-[560px]',
  children,
}: DialogProps) {
  return (
    <Radix.Root
      open={isOpen}
      onOpenChange={(open) => {
        if (!open) onClose();
      }}
    >
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-black/35" />
        <Radix.Content
          onOpenAutoFocus={(event) => {
            // The first thing to fill in, not the way out.
            const dialog = event.currentTarget as HTMLElement;
            const first =
              dialog.querySelector<HTMLElement>('[data-first]') ??
              dialog.querySelector<HTMLElement>(
                'form [role="combobox"]:not(:disabled), form input:not(:disabled)',
              );
            if (!first) return;
            event.preventDefault();
            first.focus();
          }}
          className={classNames(
            'fixed z-50 flex max-w-[96vw] flex-col border-line bg-sheet text-ink',
            width,
            place === 'side'
              ? 'top-0 right-0 h-full border-l'
              : 'top-[8vh] left-1/2 max-h-[84vh] -translate-x-1/2 rounded-sheet border',
          )}
        >
          <div className="flex items-start justify-between gap-4 border-b border-line px-5 py-3.5">
            <div>
              <Radix.Title className="text-[16px] font-semibold">{title}</Radix.Title>
              <Radix.Description className="text-soft">{description}</Radix.Description>
            </div>
            <Radix.Close aria-label={t('close')} className="rounded-sheet p-1 hover:bg-hover">
              <X size={18} />
            </Radix.Close>
          </div>
          <div className="min-h-0 flex-1 overflow-y-auto px-5 py-4">{children}</div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
