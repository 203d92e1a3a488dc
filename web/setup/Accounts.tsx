import { useState } from 'react';
import type { Account, AccountLink } from '#contract/schemas/account';
import { describeMoment } from '#wording/moment';
import { useGetMeQuery } from '../app/api';
import { FailureNote } from '../app/FailureNote';
import { Moment, useTimeZone } from '../app/Moment';
import { Button } from '../ui/Button';
import { Loading } from '../ui/Loading';
import { useSay } from '../ui/Toasts';
import { AccountForm } from './AccountForm';
import {
  useLinkAccountMutation,
  useListAccountsQuery,
  useReactivateAccountMutation,
} from './accountsApi';
import { DeactivateDialog } from './DeactivateDialog';
import { SecretOnce } from './SecretOnce';

const STATES = { active: '', invited: 'Invited', deactivated: 'Deactivated' } as const;

/** Who may sign in, with what right and to which part of the company. */
export function Accounts() {
  const timeZone = useTimeZone();
  const { data: accounts, error, refetch } = useListAccountsQuery();
  const [made, setMade] = useState<AccountLink | null>(null);
  const [opened, setOpened] = useState<number | 'new' | null>(null);
  const [leaving, setLeaving] = useState<Account | null>(null);
  if (error) return <FailureNote failure={error} onRetry={() => void refetch()} />;
  if (!accounts) return <Loading what="accounts" />;
  return (
    <>
      <p className="text-soft">
        A role says what somebody may do, their unit where. An administrator may do everything; a
        manager sets targets and corrects deals; a salesperson books their own; a viewer reads.
      </p>
      {made && (
        <SecretOnce
          title={`${made.isMailed ? `This link goes to ${made.account.name} by mail.` : `Send this link to ${made.account.name}.`} It holds until ${describeMoment(made.expiresAt, timeZone)} and is not shown again.`}
          label="The link to choose a password"
          secret={made.link}
          onDone={() => setMade(null)}
        />
      )}
      <table className="mt-3 w-full">
        <thead>
          <tr className="text-left text-[12px] text-soft">
            <th className="py-1 font-medium">Name</th>
            <th className="font-medium">Role</th>
            <th className="font-medium">Unit, last signed in</th>
            <th>
              <span className="sr-only">Actions</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {accounts.map((account) => (
            <AccountRow
              key={account.id}
              account={account}
              isOpen={opened === account.id}
              onOpen={(open) => setOpened(open ? account.id : null)}
              onLink={setMade}
              onLeave={() => setLeaving(account)}
            />
          ))}
        </tbody>
      </table>
      {opened === 'new' ? (
        <AccountForm
          account={null}
          onDone={(link) => {
            setOpened(null);
            if (link) setMade(link);
          }}
        />
      ) : (
        <Button className="mt-3" kind="main" onClick={() => setOpened('new')}>
          Add an account…
        </Button>
      )}
      {leaving && <DeactivateDialog account={leaving} onClose={() => setLeaving(null)} />}
    </>
  );
}

interface AccountRowProps {
  account: Account;
  isOpen: boolean;
  onOpen(isOpen: boolean): void;
  onLink(link: AccountLink): void;
  onLeave(): void;
}

function AccountRow({ account, isOpen, onOpen, onLink, onLeave }: AccountRowProps) {
  const { data: me } = useGetMeQuery();
  const [makeLink, { isLoading }] = useLinkAccountMutation();
  const [reactivate] = useReactivateAccountMutation();
  const say = useSay();
  const isOwn = me?.id === account.id;
  const link = async () => {
    const result = await makeLink(account.id);
    if (result.data) onLink(result.data);
    else if ('detail' in result.error) say(String(result.error.detail), { kind: 'fault' });
  };
  return (
    <>
      <tr className="border-t border-line align-top">
        <td className="py-1.5 pr-3">
          <span className="font-medium">{account.name}</span>
          {isOwn && <span className="text-soft"> (you)</span>}
          {STATES[account.state] && (
            <span className="ml-2 rounded-[4px] bg-cell px-1.5 text-[11.5px]">
              {STATES[account.state]}
            </span>
          )}
          <br />
          <span className="break-all text-soft">{account.email}</span>
        </td>
        <td className="py-1.5 pr-3">{account.role}</td>
        <td className="py-1.5 pr-3">
          {account.unitName}
          <br />
          <span className="whitespace-nowrap text-soft">
            {account.lastSignedInAt ? <Moment at={account.lastSignedInAt} /> : 'never'}
          </span>
        </td>
        <td className="py-1.5 text-right whitespace-nowrap">
          {account.state === 'deactivated' ? (
            <Button
              onClick={() =>
                void reactivate(account.id).then(() => say(`${account.name} may sign in again.`))
              }
            >
              Let in again
            </Button>
          ) : (
            <span className="inline-flex gap-1.5">
              <Button
                aria-expanded={isOpen}
                aria-label={`Change ${account.name}`}
                onClick={() => onOpen(!isOpen)}
              >
                Change…
              </Button>
              <Button
                disabled={isLoading}
                aria-label={`New link for ${account.name}`}
                onClick={() => void link()}
              >
                {account.state === 'invited' ? 'New invitation' : 'Reset password'}
              </Button>
              {!isOwn && (
                <Button kind="danger" aria-label={`Deactivate ${account.name}`} onClick={onLeave}>
                  Deactivate…
                </Button>
              )}
            </span>
          )}
        </td>
      </tr>
      {isOpen && (
        <tr>
          <td colSpan={4} className="pb-3">
            <AccountForm account={account} onDone={() => onOpen(false)} />
          </td>
        </tr>
      )}
    </>
  );
}
