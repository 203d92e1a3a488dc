import { X } from 'lucide-react';
import { Button } from './Button';

/** Takes a row out of a list that is typed. */
export function RemoveRow({ label, onRemove }: { label: string; onRemove(): void }) {
  return (
    <Button kind="quiet" className="px-1.5" aria-label={label} onClick={onRemove}>
      <X size={15} aria-hidden />
    </Button>
  );
}

/** What is wrong with a row; nothing where nothing is. */
export function RowFault({ fault }: { fault: string | undefined }) {
  if (!fault) return null;
  return (
    <span role="alert" className="text-[12px] text-grade-1">
      {fault}
    </span>
  );
}
