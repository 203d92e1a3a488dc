import { useState } from 'react';
import { useLocation } from 'react-router';
import { EN_VIEW } from '#wording/messages/en/view';
import { messagesOf } from '#wording/messages/translate';
import { nameOfView } from '../../app/frame/views';
import { usePlace } from '../../app/place';
import { Button } from '../../ui/Button';
import { useSay } from '../../ui/Toasts';
import { copyView, saveView } from './picture';

const t = messagesOf('view', EN_VIEW);

/** What is shown as a picture, to the clipboard or as a file, or on paper. */
export function TakeAlong({ onDone }: { onDone(): void }) {
  const { pathname } = useLocation();
  const { unit, period } = usePlace();
  const [isBusy, setBusy] = useState(false);
  const say = useSay();
  const run = async (what: () => Promise<void>, done: string | null, failed: string) => {
    setBusy(true);
    try {
      await what();
      if (done) say(done);
      onDone();
    } catch {
      say(failed, { kind: 'fault' });
    } finally {
      setBusy(false);
    }
  };
  const name = `${nameOfView(pathname) || 'view'} ${unit} ${period}`.toLowerCase();
  const button = (label: string, act: () => void) => (
    <Button key={label} className="h-[26px] px-2 text-[12px]" disabled={isBusy} onClick={act}>
      {label}
    </Button>
  );
  return (
    <div
      role="group"
      aria-label={t('takeAlong')}
      className="mt-2 flex flex-wrap gap-1.5 border-t border-line pt-2"
    >
      {button(
        t('copyAsPicture'),
        () => void run(copyView, t('thePictureIsInThe'), t('thisBrowserKeepsNoPictures')),
      )}
      {(['png', 'svg'] as const).map((format) =>
        button(
          format.toUpperCase(),
          () => void run(() => saveView(format, name), null, t('thePictureCouldNotBe')),
        ),
      )}
      {button(t('printOrPdf'), () => {
        onDone();
        // After the menu is gone: it is no part of the page.
        setTimeout(() => print(), 200);
      })}
    </div>
  );
}
