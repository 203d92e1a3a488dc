import { Command } from 'cmdk';
import { ChevronDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { classNames } from './classNames';
import { INPUT } from './Field';

export interface Choice {
  value: string;
  label: string;
}

interface ComboboxProps {
  id?: string;
  'aria-invalid'?: boolean;
  'aria-describedby'?: string;
  'aria-label'?: string;
  value: string;
  choices: readonly Choice[];
  onChoose(value: string): void;
  placeholder: string;
  /** Lets a name that is not in the list be added; the words for it. */
  addLabel?: string;
  /** Offers to leave it empty. */
  isOptional?: boolean;
}

const SHOWN_AT_MOST = 80;

/**
 * Choose one by typing a piece of its name; people and things are picked by identity, never typed
 * twice.
 */
export function Combobox({
  value,
  choices,
  onChoose,
  placeholder,
  addLabel,
  isOptional = false,
  ...field
}: ComboboxProps) {
  const [isOpen, setOpen] = useState(false);
  const [typed, setTyped] = useState('');
  const wanted = typed.trim().toLowerCase();
  const matching = choices.filter((choice) => choice.label.toLowerCase().includes(wanted));
  const isNew =
    addLabel && wanted && !choices.some((choice) => choice.label.toLowerCase() === wanted);
  const label = choices.find((choice) => choice.value === value)?.label ?? value;
  const choose = (chosen: string) => {
    onChoose(chosen);
    setOpen(false);
    setTyped('');
  };
  return (
    <Popover.Root open={isOpen} onOpenChange={setOpen} modal>
      <Popover.Trigger asChild>
        <button
          type="button"
          role="combobox"
          aria-expanded={isOpen}
          aria-haspopup="listbox"
          className={classNames(INPUT, 'flex items-center justify-between text-left')}
          {...field}
        >
          <span className={classNames('truncate', !value && 'text-soft')}>
            {label || placeholder}
          </span>
          <ChevronDown size={15} className="shrink-0 text-soft" aria-hidden />
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          className="z-60 w-[var(--radix-popover-trigger-width)] min-w-[220px] rounded-sheet border border-strong/30 bg-sheet text-ink"
        >
          <Command shouldFilter={false} label={placeholder}>
            <Command.Input
              value={typed}
              onValueChange={setTyped}
              placeholder="Type to find"
              className="h-[34px] w-full border-b border-line bg-transparent px-3 outline-none"
            />
            <Command.List className="max-h-[240px] overflow-y-auto p-1">
              {isOptional && value && (
                <Item value="__none" onSelect={() => choose('')}>
                  <span className="text-soft">None</span>
                </Item>
              )}
              {matching.slice(0, SHOWN_AT_MOST).map((choice) => (
                <Item key={choice.value} value={choice.value} onSelect={() => choose(choice.value)}>
                  {choice.label}
                </Item>
              ))}
              {matching.length > SHOWN_AT_MOST && (
                <p className="px-2 py-1.5 text-soft">
                  {matching.length - SHOWN_AT_MOST} more: type on to find them
                </p>
              )}
              {isNew && (
                <Item value="__new" onSelect={() => choose(typed.trim())}>
                  {addLabel} “{typed.trim()}”
                </Item>
              )}
              {matching.length === 0 && !isNew && (
                <p className="px-2 py-1.5 text-soft">Nothing matches.</p>
              )}
            </Command.List>
          </Command>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function Item({
  value,
  onSelect,
  children,
}: {
  value: string;
  onSelect(): void;
  children: React.ReactNode;
}) {
  return (
    <Command.Item
      value={value}
      onSelect={onSelect}
      className="cursor-pointer rounded-[4px] px-2 py-1.5 data-[selected=true]:bg-hover"
    >
      {children}
    </Command.Item>
  );
}
