import { ChevronDown, ChevronUp } from 'lucide-react';
import { Button } from '../../ui/Button';

interface MoreFieldsProps {
  isOpen: boolean;
  onToggle(): void;
}

/** Shows the fields that not every deal needs, or puts them away; Alt+M does the same. */
export function MoreFields({ isOpen, onToggle }: MoreFieldsProps) {
  const Icon = isOpen ? ChevronUp : ChevronDown;
  return (
    <div className="col-span-2">
      <Button kind="quiet" aria-expanded={isOpen} title="Alt+M" onClick={onToggle}>
        <Icon size={15} aria-hidden />
        {isOpen ? 'Fewer fields' : 'More fields: line items, source, location, cost, split, note …'}
      </Button>
    </div>
  );
}
