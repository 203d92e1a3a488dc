import { Controller, useForm } from 'react-hook-form';
import { ROLES } from '#contract/schemas/access';
import type { Account, AccountInput, AccountLink } from '#contract/schemas/account';
import { useGetCompanyQuery, useGetMeQuery, useListUnitAttainmentsQuery } from '../app/api';
import { FailureNote, faultAt, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Combobox } from '../ui/Combobox';
import { Field, INPUT } from '../ui/Field';
import { useChangeAccountMutation, useInviteAccountMutation } from './accountsApi';

const SHOWN = ['name', 'email', 'role', 'unit'];
const EMAIL = /^\s*[^\s@]+@[^\s@]+\s*$/;

/** A new account, or what is changed of one. */
export function AccountForm({
  account,
  onDone,
}: {
  account: Account | null;
  onDone(link: AccountLink | null): void;
}) {
  const { data: company } = useGetCompanyQuery();
  const { data: me } = useGetMeQuery();
  const { data: tree = [] } = useListUnitAttainmentsQuery(
    { period: company?.currentPeriod ?? '' },
    { skip: !company },
  );
  const [invite, inviting] = useInviteAccountMutation();
  const [change, changing] = useChangeAccountMutation();
  const {
    register,
    control,
    handleSubmit,
    formState: { errors },
  } = useForm<AccountInput>({
    defaultValues: {
      name: account?.name ?? '',
      email: account?.email ?? '',
      role: account?.role ?? 'salesperson',
      unit: account?.unit ?? '',
    },
  });
  const { error, isLoading } = account ? changing : inviting;
  const units = tree.map(({ unit, depth }) => ({
    value: unit.code,
    label: `${'\u2003'.repeat(depth)}${unit.name}`,
  }));
  const isOwn = account !== null && account.id === me?.id;
  const submit = handleSubmit(async (input) => {
    if (account) {
      const result = await change({ id: account.id, input });
      if (!result.error) onDone(null);
      return;
    }
    const result = await invite(input);
    if (result.data) onDone(result.data);
  });
  return (
    <form
      onSubmit={(event) => void submit(event)}
      noValidate
      aria-label={account ? `Change ${account.name}` : 'New account'}
      className="mt-2 grid grid-cols-2 gap-3 rounded-sheet border border-line p-3"
    >
      <Field label="Name" fault={errors.name ? 'Write their name.' : faultAt(error, 'name')}>
        <input
          autoFocus
          className={INPUT}
          maxLength={120}
          {...register('name', { validate: (text) => text.trim() !== '' })}
        />
      </Field>
      <Field
        label="E-mail"
        fault={
          errors.email
            ? 'Write an e-mail address, for example ada@example.com.'
            : faultAt(error, 'email')
        }
      >
        <input
          type="email"
          className={INPUT}
          maxLength={200}
          {...register('email', { pattern: EMAIL, required: true })}
        />
      </Field>
      <Field label="Role" hint={isOwn ? 'Another administrator changes yours.' : undefined}>
        <select className={INPUT} disabled={isOwn} {...register('role')}>
          {ROLES.map((role) => (
            <option key={role}>{role}</option>
          ))}
        </select>
      </Field>
      <Controller
        control={control}
        name="unit"
        rules={{ required: true }}
        render={({ field }) => (
          <Field
            label="Unit"
            fault={
              errors.unit ? 'Choose what part of the company they see.' : faultAt(error, 'unit')
            }
            hint="They see it and all below it."
          >
            <Combobox
              value={field.value}
              choices={units}
              onChoose={field.onChange}
              placeholder="Choose a unit"
            />
          </Field>
        )}
      />
      {error && otherFault(error, SHOWN) && (
        <div className="col-span-2">
          <FailureNote failure={error} />
        </div>
      )}
      <div className="col-span-2 flex gap-2">
        <Button kind="main" type="submit" disabled={isLoading}>
          {account ? 'Save' : 'Make the invitation'}
        </Button>
        <Button kind="quiet" onClick={() => onDone(null)}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
