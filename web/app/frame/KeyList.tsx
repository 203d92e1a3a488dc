import { lazy, Suspense, useState } from 'react';
import { useLocation } from 'react-router';
import { Dialog } from '../../ui/Dialog';
import { Segments } from '../../ui/Segments';
import { pageOf } from '../guide/texts';
import { nameOfView } from './views';

const Guide = lazy(async () => ({ default: (await import('../guide/Guide')).Guide }));

const KEYS = [
  ['/', 'Find a person or unit, or do something'],
  ['n', 'Book a deal'],
  ['?', 'Help with the view, and this list'],
  ['↑ ↓ ← →', 'Move in the unit tree, the year strip, tables and the target grid'],
  ['Shift + ← →', 'In the year strip: a range of months'],
  ['e', 'In a table row: how its figure is made'],
  ['Enter', 'Choose or open; in the target grid: edit'],
  ['Shift + arrows', 'In the target grid: select a block'],
  ['Ctrl + C, Ctrl + V', 'In the target grid: copy and paste blocks, also from a spreadsheet'],
  ['Ctrl + D, Ctrl + R', 'In the target grid: fill down, fill right'],
  ['Delete', 'In the target grid: clear'],
  ['Ctrl + Z, Ctrl + Y', 'In the target grid: undo, redo'],
  ['Esc', 'Close, or leave a cell as it was'],
] as const;

/** Help with what is shown: what it answers, how to read it, what to do next; and all keys. */
export function KeyList({ isOpen, onClose }: { isOpen: boolean; onClose(): void }) {
  const { pathname } = useLocation();
  const [shown, setShown] = useState<'guide' | 'keys'>('guide');
  return (
    <Dialog
      title={shown === 'guide' ? nameOfView(pathname) || 'Help' : 'Keys'}
      description={
        shown === 'guide'
          ? 'What this view answers, how to read it, what to do next.'
          : 'Everything works without a mouse.'
      }
      isOpen={isOpen}
      onClose={onClose}
      place="side"
      width="w-[460px]"
    >
      <Segments<'guide' | 'keys'>
        label="Help"
        options={[
          ['guide', 'Guide'],
          ['keys', 'Keys'],
        ]}
        value={shown}
        onChange={setShown}
      />
      {shown === 'guide' ? (
        <Suspense
          fallback={
            <p role="status" className="text-soft">
              Loading the guide …
            </p>
          }
        >
          <Guide key={pathname} page={pageOf(pathname)} onClose={onClose} />
        </Suspense>
      ) : (
        <dl className="mt-3 grid grid-cols-[160px_1fr] gap-y-2">
          {KEYS.map(([key, what]) => [
            <dt key={key} className="font-semibold">
              {key}
            </dt>,
            <dd key={what}>{what}</dd>,
          ])}
        </dl>
      )}
    </Dialog>
  );
}
