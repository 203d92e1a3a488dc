import { useState } from 'react';

const KEPT = 'iron-ladder.more-deal-fields';

/** Whether the fields beyond the first few are shown: as they were the last time, in this browser. */
export function useMoreFields(isAlways: boolean): [boolean, (isOpen: boolean) => void] {
  const [isOpen, setOpen] = useState(() => localStorage.getItem(KEPT) === 'open');
  return [
    isAlways || isOpen,
    (next) => {
      setOpen(next);
      try {
        localStorage.setItem(KEPT, next ? 'open' : 'closed');
      } catch {
        // A full or forbidden store: the choice holds for this page.
      }
    },
  ];
}
