import { Command } from 'cmdk';
import { ChevronDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import { type KeyboardEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';
import { classNames } from './classNames';
import { INPUT } from './Field';

const t = messagesOf('frame', EN_FRAME);

export interface Choice {
  value: string;
  label: string;
}

interface ComboboxProps {
  id?: string;
  'aria-invalid'?: boolean;
  'aria-describedby'?: string;
  'aria-label'?: string;
  /** Where a dialog begins. */
  'data-first'?: boolean;
  value: string;
  choices: readonly Choice[];
  onChoose(value: string): void;
  placeholder: string;
  /** Lets a name that is not in the list be added; the words for it. */
  addLabel?: string;
  /** What can be chosen is still to come; what is typed meanwhile is chosen once it is there. */
  isLoading?: boolean;
  /** Offers to leave it empty. */
  isOptional?: boolean;
}

const SHOWN_AT_MOST = 80;

/** Where Tab goes on to within a form. */
const STOPS =
  'input:not([type="hidden"], :disabled, [tabindex="-1"]), select:not(:disabled), textarea:not(:disabled), button:not(:disabled, [tabindex="-1"])';

/**
 * Choose one by typing a piece of its name, at once, without opening it first; Enter chooses, Tab
 * chooses and goes on. People and things are picked by identity, never typed twice.
 */
export function Combobox({
  value,
  choices,
  onChoose,
  placeholder,
  addLabel,
  isOptional = false,
  isLoading = false,
  ...field
}: ComboboxProps) {
  const [isOpen, setOpen] = useState(false);
  const [typed, setTyped] = useState('');
  const [marked, setMarked] = useState('');
  const [early, setEarly] = useState<string | null>(null);
  const trigger = useRef<HTMLButtonElement>(null);
  const input = useRef<HTMLInputElement>(null);
  /** How many stops to go on by once the list is closed. */
  const goesOn = useRef(0);
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
  useEffect(() => {
    if (early === null || isLoading) return;
    setEarly(null);
    const name = early.trim().toLowerCase();
    const found =
      choices.find((choice) => choice.label.toLowerCase() === name) ??
      choices.find((choice) => choice.label.toLowerCase().includes(name));
    if (found) onChoose(found.value);
    else if (addLabel) onChoose(early.trim());
  }, [early, isLoading, choices, addLabel, onChoose]);
  const onTriggerKey = (event: KeyboardEvent) => {
    const { key } = event;
    // Quick fingers are ahead of the list: until it has the focus, keys still come here.
    if (isOpen && key === 'Tab') return onListKey(event);
    if (isOpen && key === 'Backspace') return setTyped(typed.slice(0, -1));
    const isLetter = key.length === 1 && (key !== ' ' || isOpen);
    if (!isLetter || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    setTyped((before) => before + key);
    setOpen(true);
  };
  const onListKey = (event: KeyboardEvent) => {
    if (event.key !== 'Tab') return;
    event.preventDefault();
    goesOn.current = event.shiftKey ? -1 : 1;
    if (typed === '') return setOpen(false);
    if (isLoading) {
      setEarly(typed);
      setTyped('');
      return setOpen(false);
    }
    if (isNew && (marked === '__new' || matching.length === 0)) choose(typed.trim());
    else if (matching.some((choice) => choice.value === marked)) choose(marked);
    else if (matching[0]) choose(matching[0].value);
    else setOpen(false);
  };
  const onClosed = (event: Event) => {
    if (goesOn.current === 0) return;
    const stops = [
      ...(trigger.current?.closest('form')?.querySelectorAll<HTMLElement>(STOPS) ?? []),
    ];
    const next = stops[stops.indexOf(trigger.current!) + goesOn.current];
    goesOn.current = 0;
    if (!next) return;
    event.preventDefault();
    next.focus();
  };
  return (
    <Popover.Root
      open={isOpen}
      onOpenChange={(open) => {
        setOpen(open);
        if (!open) setTyped('');
      }}
      modal
    >
      <Popover.Trigger asChild>
        <button
          ref={trigger}
          type="button"
          onKeyDown={onTriggerKey}
          role="combobox"
          aria-expanded={isOpen}
          aria-haspopup="listbox"
          className={classNames(INPUT, 'flex items-center justify-between text-left')}
          {...field}
        >
          <span className={classNames('truncate', !value && 'text-soft')}>
            {early ?? (label || placeholder)}
          </span>
          <ChevronDown size={15} className="shrink-0 text-soft" aria-hidden />
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          onOpenAutoFocus={(event) => {
            // Behind the letter that opened it, where the next one goes.
            event.preventDefault();
            const box = input.current!;
            box.focus();
            box.setSelectionRange(box.value.length, box.value.length);
          }}
          onCloseAutoFocus={onClosed}
          className="z-60 w-[var(--radix-popover-trigger-width)] min-w-[220px] rounded-sheet border border-strong/30 bg-sheet text-ink"
        >
          <Command
            shouldFilter={false}
            label={placeholder}
            value={marked}
            onValueChange={setMarked}
            onKeyDown={onListKey}
          >
            <Command.Input
              ref={input}
              value={typed}
              onValueChange={setTyped}
              placeholder={t('typeToFind')}
              className="h-[34px] w-full border-b border-line bg-transparent px-3 outline-none"
            />
            <Command.List className="max-h-[240px] overflow-y-auto p-1">
              {isOptional && value && (
                <Item value="__none" onSelect={() => choose('')}>
                  <span className="text-soft">{t('none')}</span>
                </Item>
              )}
              {matching.slice(0, SHOWN_AT_MOST).map((choice) => (
                <Item key={choice.value} value={choice.value} onSelect={() => choose(choice.value)}>
                  {choice.label}
                </Item>
              ))}
              {matching.length > SHOWN_AT_MOST && (
                <p className="px-2 py-1.5 text-soft">
                  {t('moreTypeOnToFind', { count: matching.length - SHOWN_AT_MOST })}
                </p>
              )}
              {isNew && (
                <Item value="__new" onSelect={() => choose(typed.trim())}>
                  {addLabel} “{typed.trim()}”
                </Item>
              )}
              {matching.length === 0 && !isNew && (
                <p className="px-2 py-1.5 text-soft">{t('nothingMatches')}</p>
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
  children: ReactNode;
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
