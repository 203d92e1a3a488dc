import { useState } from 'react';
import type { ImportRun } from '#contract/schemas/import';
import { formatCount } from '#wording/numbers/format';
import { FailureNote } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { useListImportsQuery, useUndoImportMutation } from '../records/api';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field, INPUT } from '../ui/Field';
import { Loading } from '../ui/Loading';
import { useSay } from '../ui/Toasts';

/** Imports of deals that have been made; each can be taken back as a whole. */
export function ImportsDialog({ onClose }: { onClose(): void }) {
  const { data: runs, error } = useListImportsQuery();
  const [asking, setAsking] = useState<number | null>(null);
  return (
    <Dialog
      title="Imports and changes of many deals"
      description="What is undone voids the deals it brought and puts those it changed back. What was changed since stays."
      isOpen
      onClose={onClose}
      width="w-[720px]"
    >
      {error ? (
        <FailureNote failure={error} />
      ) : !runs ? (
        <Loading what="imports" />
      ) : (
        <ul>
          {runs.map((run) => (
            <li key={run.id} className="border-t border-line py-2">
              <div className="flex items-center justify-between gap-3">
                <span className="min-w-0">
                  <span className="font-medium">{run.fileName}</span>
                  <span className="block text-[12px] text-soft">
                    <Moment at={run.at} />, {run.userName}: {formatCount(run.created)} new,{' '}
                    {formatCount(run.changed)} changed, {formatCount(run.unchanged)} as they were
                    {run.undoneAt && (
                      <>
                        ; undone <Moment at={run.undoneAt} /> by {run.undoneBy}
                      </>
                    )}
                  </span>
                </span>
                {!run.undoneAt && asking !== run.id && (
                  <Button kind="danger" onClick={() => setAsking(run.id)}>
                    Undo…<span className="sr-only"> {run.fileName}</span>
                  </Button>
                )}
              </div>
              {asking === run.id && <UndoForm run={run} onDone={() => setAsking(null)} />}
            </li>
          ))}
          {runs.length === 0 && <li className="py-2 text-soft">No file has been imported yet.</li>}
        </ul>
      )}
    </Dialog>
  );
}

function UndoForm({ run, onDone }: { run: ImportRun; onDone(): void }) {
  const [undo, { error, isLoading }] = useUndoImportMutation();
  const [reason, setReason] = useState('');
  const say = useSay();
  const submit = async () => {
    const result = await undo({ id: run.id, reason });
    if (result.error) return;
    const { voided, restored, keptCount, kept } = result.data;
    say(
      `${formatCount(voided)} voided, ${formatCount(restored)} put back.${keptCount > 0 ? ` ${keptCount} changed since and kept: ${kept.slice(0, 5).join(', ')}${keptCount > 5 ? ' and more' : ''}.` : ''}`,
    );
    onDone();
  };
  return (
    <form
      className="mt-2 flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <Field label="Why is it undone?" className="flex-1">
        <input
          autoFocus
          className={INPUT}
          maxLength={500}
          value={reason}
          onChange={(event) => setReason(event.target.value)}
        />
      </Field>
      <Button
        kind="danger"
        type="submit"
        disabled={isLoading}
        missing={reason.trim() === '' ? 'Say why first.' : null}
      >
        {isLoading ? 'Undoing …' : 'Undo the import'}
      </Button>
      <Button onClick={onDone}>Keep it</Button>
      {error && <FailureNote failure={error} />}
    </form>
  );
}
