import { useEffect, useState } from 'react';
import { useForm } from 'react-hook-form';
import { Link } from 'react-router';
import * as routes from '#contract/routes/accounts';
import type { Me } from '#contract/schemas/access';
import type { LinkOwner } from '#contract/schemas/account';
import { api } from '../app/api';
import { FailureNote, faultAt, otherFault } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Field, INPUT } from '../ui/Field';
import { Loading } from '../ui/Loading';

const { useReadLinkMutation, useRedeemLinkMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    readLink: build.mutation<LinkOwner, string>({
      query: (secret) => ({ route: routes.readAccountLink, body: { secret } }),
    }),
    redeemLink: build.mutation<Me, { secret: string; password: string }>({
      query: (body) => ({ route: routes.redeemAccountLink, body }),
    }),
  }),
});

/**
 * Where an invitation or a password link leads: choose a password, and in. The secret stands after
 * the number sign, which no server is told.
 */
export function WelcomePage() {
  const [secret] = useState(() => location.hash.slice(1));
  const [read, { data: owner, error }] = useReadLinkMutation();
  const [redeem, redeeming] = useRedeemLinkMutation();
  const {
    register,
    handleSubmit,
    watch,
    formState: { errors },
  } = useForm({ defaultValues: { password: '', again: '' } });
  useEffect(() => void read(secret), [read, secret]);
  const submit = handleSubmit(async ({ password }) => {
    const result = await redeem({ secret, password });
    // A fresh page: nothing of whoever was signed in before stays in memory.
    if (!result.error) location.assign('/');
  });
  return (
    <main className="mx-auto flex min-h-full max-w-[420px] flex-col justify-center gap-4 p-6">
      <p className="text-[18px] font-semibold tracking-[0.01em] [font-stretch:112%]">IRON LADDER</p>
      {error && (
        <>
          <FailureNote
            failure={'code' in error && error.code === 'invalidInput' ? LINK_CUT : error}
          />
          <Link className="underline" to="/sign-in">
            To the sign-in
          </Link>
        </>
      )}
      {!owner && !error && <Loading what="your link" />}
      {owner && (
        <form onSubmit={(event) => void submit(event)} className="flex flex-col gap-4" noValidate>
          <h1>
            {owner.isInvitation ? `Welcome, ${owner.name}` : `A new password for ${owner.name}`}
          </h1>
          <Field label="E-mail">
            <input className={INPUT} readOnly autoComplete="username" value={owner.email} />
          </Field>
          <Field
            label="Password"
            hint="At least 10 characters; several words are good."
            fault={
              errors.password ? 'At least 10 characters.' : faultAt(redeeming.error, 'password')
            }
          >
            <input
              type="password"
              autoFocus
              autoComplete="new-password"
              className={INPUT}
              {...register('password', { required: true, minLength: 10 })}
            />
          </Field>
          <Field label="Password again" fault={errors.again && 'The two are not the same.'}>
            <input
              type="password"
              autoComplete="new-password"
              className={INPUT}
              {...register('again', { validate: (text) => text === watch('password') })}
            />
          </Field>
          {redeeming.error && otherFault(redeeming.error, ['password']) && (
            <FailureNote failure={redeeming.error} />
          )}
          <Button kind="main" type="submit" className="h-[36px]" disabled={redeeming.isLoading}>
            Choose this password and sign in
          </Button>
        </form>
      )}
    </main>
  );
}

const LINK_CUT = {
  type: '/problems/linkGone',
  code: 'linkGone',
  status: 404,
  title: 'This link is not whole',
  detail: 'Copy all of it, from https to its last letter, or ask an administrator for a new one.',
};
