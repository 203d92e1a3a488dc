import { useState } from 'react';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Field, INPUT } from '../../ui/Field';

/** Asks why published targets are revised, once for all that is changed until it is done. */
export function ReviseDialog({
  onReason,
  onClose,
}: {
  onReason(reason: string): void;
  onClose(): void;
}) {
  const [reason, setReason] = useState('');
  return (
    <Dialog
      title="Why are published targets revised?"
      description="The people concerned will read it beside each change. For larger changes a draft is the better way."
      isOpen
      onClose={onClose}
      width="w-[480px]"
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (reason.trim()) onReason(reason.trim());
        }}
      >
        <Field label="Reason">
          <input
            className={INPUT}
            maxLength={500}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            placeholder="for example: took over two customers"
          />
        </Field>
        <div className="mt-4 flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button
            type="submit"
            kind="main"
            missing={reason.trim() === '' ? 'Say why first.' : null}
          >
            Revise
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
