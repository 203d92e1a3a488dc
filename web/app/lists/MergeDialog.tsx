import { useState } from 'react';
import type { ListEntry, ListName } from '#contract/schemas/list';
import { formatCount, formatExact } from '#wording/numbers/format';
import { Button } from '../../ui/Button';
import { Combobox } from '../../ui/Combobox';
import { Dialog } from '../../ui/Dialog';
import { Field } from '../../ui/Field';
import { useSay } from '../../ui/Toasts';
import { useGetCompanyQuery } from '../api';
import { FailureNote } from '../FailureNote';
import { useMergeNamesMutation, useUndoMergeMutation } from './api';

interface MergeDialogProps {
  list: ListName;
  one: string;
  from: Pick<ListEntry, 'id' | 'name'>;
  others: readonly Pick<ListEntry, 'id' | 'name'>[];
  onClose(): void;
}

/** Two names become one; what it would move is said first. */
export function MergeDialog({ list, one, from, others, onClose }: MergeDialogProps) {
  const { data: company } = useGetCompanyQuery();
  const [into, setInto] = useState('');
  const [merge, { data: effect, error, isLoading, reset }] = useMergeNamesMutation();
  const [undo] = useUndoMergeMutation();
  const say = useSay();
  const choose = async (value: string) => {
    setInto(value);
    reset();
    if (value) await merge({ list, from: from.id, into: Number(value), preview: true });
  };
  const run = async () => {
    const result = await merge({ list, from: from.id, into: Number(into) });
    if (result.error) return;
    const made = result.data;
    say(`${made.fromName} is now ${made.intoName}; ${formatCount(made.deals)} deals moved.`, {
      action: { label: 'Undo', run: () => void undo(made.merge!) },
    });
    onClose();
  };
  return (
    <Dialog
      title={`Merge ${from.name}`}
      description={`Its deals move to another ${one}, and ${from.name} stays as a second spelling of it: files that still write it mean the other.`}
      isOpen
      onClose={onClose}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void run();
        }}
      >
        <Field label={`Into which ${one}?`}>
          <Combobox
            value={into}
            choices={others.map((each) => ({ value: String(each.id), label: each.name }))}
            onChoose={(value) => void choose(value)}
            placeholder={`Choose a ${one}`}
          />
        </Field>
        {error && (
          <div className="mt-3">
            <FailureNote failure={error} />
          </div>
        )}
        {effect && into && (
          <p role="status" className="mt-3 rounded-sheet bg-selected px-2.5 py-1.5">
            {formatCount(effect.deals)} {effect.deals === 1 ? 'deal moves' : 'deals move'} from{' '}
            {effect.fromName} to {effect.intoName}; the won ones are worth{' '}
            {formatExact(effect.won, { kind: 'money', currency: company?.currency ?? 'EUR' })}. No
            total changes; what is counted apart does.
          </p>
        )}
        <div className="mt-4 flex gap-2">
          <Button kind="main" type="submit" disabled={!effect || !into || isLoading}>
            Merge
          </Button>
          <Button kind="quiet" onClick={onClose}>
            Cancel
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
