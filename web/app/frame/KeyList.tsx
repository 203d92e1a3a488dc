import { Dialog } from '../../ui/Dialog';

const KEYS = [
  ['/', 'Find a person or unit, or do something'],
  ['n', 'Book a deal'],
  ['?', 'This list'],
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

export function KeyList({ isOpen, onClose }: { isOpen: boolean; onClose(): void }) {
  return (
    <Dialog
      title="Keys"
      description="Everything works without a mouse."
      isOpen={isOpen}
      onClose={onClose}
    >
      <dl className="grid grid-cols-[160px_1fr] gap-y-2">
        {KEYS.map(([key, what]) => [
          <dt key={key} className="font-semibold">
            {key}
          </dt>,
          <dd key={what}>{what}</dd>,
        ])}
      </dl>
    </Dialog>
  );
}
