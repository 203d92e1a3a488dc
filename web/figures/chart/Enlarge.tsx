import { Maximize2 } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { useSize } from '../../ui/useSize';

const t = messagesOf('view', EN_VIEW);

/** The room a picture has, in pixels. */
export interface PictureSize {
  width: number;
  height: number;
}

/** Shows a picture as large as the window. */
export function Enlarge({
  heading,
  children,
}: {
  heading: string;
  children(size: PictureSize): ReactNode;
}) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button
        kind="quiet"
        className="h-[24px] px-2 text-soft"
        aria-label={t('enlarge', { heading })}
        title={t('enlargeTitle')}
        onClick={() => setOpen(true)}
      >
        <Maximize2 size={14} aria-hidden />
      </Button>
      {isOpen && (
        <Dialog
          title={heading}
          description={t('pointAtItOrUse')}
          isOpen
          onClose={() => setOpen(false)}
          width="w-[96vw]"
        >
          <Room>{children}</Room>
        </Dialog>
      )}
    </>
  );
}

function Room({ children }: { children(size: PictureSize): ReactNode }) {
  const { box, width, height } = useSize<HTMLDivElement>({ width: 800, height: 500 });
  return (
    <div ref={box} className="h-[62vh]">
      {children({ width, height })}
    </div>
  );
}
