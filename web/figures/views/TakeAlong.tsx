import { useState } from 'react';
import { useLocation } from 'react-router';
import { nameOfView } from '../../app/frame/views';
import { usePlace } from '../../app/place';
import { Button } from '../../ui/Button';
import { useSay } from '../../ui/Toasts';
import { copyView, saveView } from './picture';

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
      aria-label="Take along"
      className="mt-2 flex flex-wrap gap-1.5 border-t border-line pt-2"
    >
      {button(
        'Copy as picture',
        () =>
          void run(
            copyView,
            'The picture is in the clipboard.',
            'This browser keeps no pictures in its clipboard. Save it as PNG.',
          ),
      )}
      {(['png', 'svg'] as const).map((format) =>
        button(
          format.toUpperCase(),
          () => void run(() => saveView(format, name), null, 'The picture could not be made.'),
        ),
      )}
      {button('Print or PDF', () => {
        onDone();
        // After the menu is gone: it is no part of the page.
        setTimeout(() => print(), 200);
      })}
    </div>
  );
}
