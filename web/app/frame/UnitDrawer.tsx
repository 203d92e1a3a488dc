import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { UnitTreeNav } from './UnitTreeNav';

const t = messagesOf('frame', EN_FRAME);

/** The tree of units on a screen that has no room for it beside the view. */
export function UnitDrawer({ isOpen, onClose }: { isOpen: boolean; onClose(): void }) {
  return (
    <Dialog.Root
      open={isOpen}
      onOpenChange={(open) => {
        if (!open) onClose();
      }}
    >
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/35" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-y-0 left-0 z-50 flex w-[340px] max-w-[88vw] flex-col bg-tree text-ink"
        >
          <div className="flex items-center justify-between bg-iron py-1.5 pr-2 pl-3 text-on-iron">
            <Dialog.Title className="font-semibold">{t('whoseNumbersHeading')}</Dialog.Title>
            <Dialog.Close
              aria-label={t('close')}
              className="flex size-[44px] items-center justify-center rounded-sheet hover:bg-on-iron-soft/20"
            >
              <X size={20} />
            </Dialog.Close>
          </div>
          <div className="min-h-0 flex-1">
            <UnitTreeNav />
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
