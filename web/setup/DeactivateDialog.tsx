import { useState } from 'react';
import type { Account, AccountDeactivation } from '#contract/schemas/account';
import { FailureNote } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Loading } from '../ui/Loading';
import { useSay } from '../ui/Toasts';
import { useDeactivateAccountMutation, useGetHoldingsQuery } from './accountsApi';

/** Ends an account after saying what goes on without its person, and what becomes of that. */
export function DeactivateDialog({ account, onClose }: { account: Account; onClose(): void }) {
  const { data: holdings, error } = useGetHoldingsQuery(account.id, {
    refetchOnMountOrArgChange: true,
  });
  const [deactivate, deactivating] = useDeactivateAccountMutation();
  const [choice, setChoice] = useState<AccountDeactivation>({
    boards: 'takeOver',
    feeds: 'takeOver',
  });
  const say = useSay();
  const run = async () => {
    const result = await deactivate({ id: account.id, input: choice });
    if (result.error) return;
    say(`${account.name} may not sign in any more.`);
    onClose();
  };
  return (
    <Dialog
      title={`Deactivate ${account.name}`}
      description="Their deals, targets and everything they did stay as they are."
      isOpen
      onClose={onClose}
      width="w-[520px]"
    >
      {error && <FailureNote failure={error} />}
      {!holdings && !error && <Loading what="what they have" />}
      {holdings && (
        <form
          className="flex flex-col gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void run();
          }}
        >
          <p>
            {holdings.sessions} {holdings.sessions === 1 ? 'browser is' : 'browsers are'} signed in
            and {holdings.tokens} access {holdings.tokens === 1 ? 'token holds' : 'tokens hold'}:
            both end at once.
          </p>
          {holdings.boards.length > 0 && (
            <Choice
              legend={`Wall boards: ${holdings.boards.join(', ')}`}
              value={choice.boards}
              options={[
                ['takeOver', 'I take them over; they go on'],
                ['withdraw', 'Withdraw them'],
              ]}
              onChange={(boards) => setChoice({ ...choice, boards })}
            />
          )}
          {holdings.feeds.length > 0 && (
            <Choice
              legend={`Order systems: ${holdings.feeds.join(', ')}`}
              value={choice.feeds}
              options={[
                ['takeOver', 'I take them over; they go on with my rights'],
                ['stop', 'Stop them'],
              ]}
              onChange={(feeds) => setChoice({ ...choice, feeds })}
            />
          )}
          {holdings.sharedViews.length > 0 && (
            <p className="text-soft">Views they share stay: {holdings.sharedViews.join(', ')}.</p>
          )}
          {deactivating.error && <FailureNote failure={deactivating.error} />}
          <div className="flex gap-2">
            <Button kind="danger" type="submit" disabled={deactivating.isLoading}>
              Deactivate
            </Button>
            <Button kind="quiet" onClick={onClose}>
              Cancel
            </Button>
          </div>
        </form>
      )}
    </Dialog>
  );
}

interface ChoiceProps<Value extends string> {
  legend: string;
  value: Value;
  options: readonly (readonly [Value, string])[];
  onChange(value: Value): void;
}

function Choice<Value extends string>({ legend, value, options, onChange }: ChoiceProps<Value>) {
  return (
    <fieldset>
      <legend className="font-medium">{legend}</legend>
      {options.map(([each, label]) => (
        <label key={each} className="flex items-center gap-2 py-0.5">
          <input
            type="radio"
            name={legend}
            checked={value === each}
            onChange={() => onChange(each)}
          />
          {label}
        </label>
      ))}
    </fieldset>
  );
}
