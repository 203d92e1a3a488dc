import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import type { Deal, DealInput } from '#contract/schemas/deal';
import type { Lookups } from '#contract/schemas/list';
import { exponentOf } from '#core/money/currency';
import { readTyped } from '#core/money/typed';
import type { Day } from '#core/period/day';
import { toIsoText } from '../../app/typedDay';
import { toPercentText } from '../../records/form/formValues';

/** Cells that are changed in place, and how they are typed. */
export const EDITABLE = [
  'day',
  'credited',
  'customer',
  'product',
  'category',
  'source',
  'stage',
  'location',
  'probability',
  'notes',
] as const;
type Editable = (typeof EDITABLE)[number];

interface CellEditorProps {
  deal: Deal;
  column: Editable;
  lists: Lookups | undefined;
  today: Day;
  onSave(deal: Deal, over: Partial<DealInput>): Promise<string | null>;
  onDone(): void;
}

const LISTS: Partial<Record<Editable, (lists: Lookups) => string[]>> = {
  customer: (lists) => lists.customers,
  product: (lists) => lists.products.map((each) => each.name),
  category: (lists) => lists.categories,
  source: (lists) => lists.sources,
  stage: (lists) => lists.stages.map((each) => each.name),
  location: (lists) => lists.locations,
};

function textOf(deal: Deal, column: Editable): string {
  if (column === 'credited') return deal.amount;
  if (column === 'probability') return toPercentText(deal.probability);
  return deal[column] ?? '';
}

function toChange(deal: Deal, column: Editable, text: string, today: Day): Partial<DealInput> {
  const isOpen = deal.status === 'open';
  if (column === 'day')
    return {
      [isOpen ? 'expectedOn' : 'closedOn']: toIsoText(text, today, isOpen ? 'future' : 'past'),
    };
  if (column === 'probability')
    return { probability: text.trim() === '' ? null : Number(text.replace(',', '.')) / 100 };
  if (column === 'credited') {
    const typed = readTyped(text, exponentOf(deal.currency));
    return { amount: typed.ok ? typed.decimal : text, lines: null };
  }
  return { [column]: text.trim() || null };
}

/**
 * One cell being changed: Enter keeps it, Escape leaves it as it was; what the server refuses stays
 * open with its words.
 */
export function CellEditor({ deal, column, lists, today, onSave, onDone }: CellEditorProps) {
  const [text, setText] = useState(() => textOf(deal, column));
  const [fault, setFault] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const isSaving = useRef(false);
  // Leaving takes the focus away, which must not save a second time.
  const isOver = useRef(false);
  const leave = () => {
    if (isOver.current) return;
    isOver.current = true;
    onDone();
  };
  useEffect(() => input.current?.select(), []);
  const save = async () => {
    if (isSaving.current || isOver.current) return;
    if (text === textOf(deal, column)) return leave();
    isSaving.current = true;
    const problem = await onSave(deal, toChange(deal, column, text, today));
    isSaving.current = false;
    if (problem === null) leave();
    else setFault(problem);
  };
  const onKey = (event: KeyboardEvent) => {
    event.stopPropagation();
    if (event.key === 'Enter') void save();
    else if (event.key === 'Escape') leave();
    else if (event.key === 'Tab') void save();
    else return;
    event.preventDefault();
  };
  const choices = lists && LISTS[column]?.(lists);
  const listId = `choices-${column}`;
  return (
    <span className="relative w-full">
      <input
        ref={input}
        autoFocus
        aria-label={`Change ${column === 'credited' ? 'amount' : column} of ${deal.deal}`}
        aria-invalid={fault !== null}
        list={choices ? listId : undefined}
        value={text}
        title={fault ?? undefined}
        onChange={(event) => {
          setText(event.target.value);
          setFault(null);
        }}
        onKeyDown={onKey}
        onBlur={() => {
          if (fault) leave();
          else void save();
        }}
        className="h-[25px] w-full rounded-[4px] border border-accent bg-sheet px-1.5 aria-invalid:border-grade-1"
      />
      {choices && (
        <datalist id={listId}>
          {choices.slice(0, 300).map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
      )}
      {fault && (
        <span
          role="alert"
          className="absolute top-[27px] left-0 z-20 w-max max-w-[300px] rounded-[4px] border border-grade-1 bg-danger-soft px-2 py-1 text-[12px] whitespace-normal"
        >
          {fault}
        </span>
      )}
    </span>
  );
}
