import { useState } from 'react';
import { useForm } from 'react-hook-form';
import * as routes from '#contract/routes/access';
import type { AccessToken, NewAccessToken, TokenInput } from '#contract/schemas/access';
import { api } from '../app/api';
import { FailureNote, faultAt } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { Button } from '../ui/Button';
import { Field, INPUT } from '../ui/Field';
import { useSay } from '../ui/Toasts';
import { SecretOnce } from './SecretOnce';

const { useListTokensQuery, useCreateTokenMutation, useRevokeTokenMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    listTokens: build.query<AccessToken[], void>({
      query: () => ({ route: routes.listTokens }),
      providesTags: ['Tokens'],
    }),
    createToken: build.mutation<NewAccessToken, TokenInput>({
      query: (body) => ({ route: routes.createToken, body }),
      invalidatesTags: ['Tokens'],
    }),
    revokeToken: build.mutation<object, number>({
      query: (id) => ({ route: routes.revokeToken, params: { id } }),
      invalidatesTags: ['Tokens'],
    }),
  }),
});

/** Tokens with which scripts sign in as their maker: shown once, revocable. */
export function Tokens() {
  const { data: tokens = [], error } = useListTokensQuery();
  const [create, creating] = useCreateTokenMutation();
  const [revoke] = useRevokeTokenMutation();
  const [made, setMade] = useState<NewAccessToken | null>(null);
  const { register, handleSubmit, reset } = useForm<TokenInput>({
    defaultValues: { name: '', days: 90, canWrite: true },
  });
  const say = useSay();
  const submit = handleSubmit(async (values) => {
    const result = await create({ ...values, days: Number(values.days) });
    if (result.error) return;
    setMade(result.data);
    reset();
  });
  return (
    <>
      <p className="text-soft">
        A script that sends a token as <code>Authorization: Bearer …</code> may do what you may do,
        but make no accounts, passwords or tokens. The description of the API is at{' '}
        <a className="underline" href="/api/openapi.json">
          /api/openapi.json
        </a>
        .
      </p>
      {error && <FailureNote failure={error} />}
      {made && (
        <SecretOnce
          title={`Copy the token “${made.token.name}” now; it is not shown again.`}
          label="The new token"
          secret={made.secret}
          onDone={() => setMade(null)}
        />
      )}
      <ul className="mt-3">
        {tokens.map((token) => (
          <li
            key={token.id}
            className="flex items-center justify-between border-t border-line py-1.5"
          >
            <span>
              <span className="font-medium">{token.name}</span>
              <span className="ml-3 text-soft">
                {token.canWrite ? '' : 'only reads, '}holds until <Moment at={token.expiresAt} />,{' '}
                {token.lastUsedAt ? (
                  <>
                    last used <Moment at={token.lastUsedAt} />
                  </>
                ) : (
                  'never used'
                )}
              </span>
            </span>
            <Button
              kind="danger"
              onClick={() => void revoke(token.id).then(() => say(`“${token.name}” is revoked.`))}
            >
              Revoke
            </Button>
          </li>
        ))}
        {tokens.length === 0 && (
          <li className="border-t border-line py-1.5 text-soft">You have none.</li>
        )}
      </ul>
      <form onSubmit={(event) => void submit(event)} className="mt-2 flex items-end gap-2">
        <Field
          label="New token for"
          fault={faultAt(creating.error, 'name') && 'Say what it is for.'}
          className="w-[280px]"
        >
          <input
            className={INPUT}
            placeholder="for example: nightly report"
            {...register('name')}
          />
        </Field>
        <Field label="It holds">
          <select className={INPUT} {...register('days')}>
            {[
              [30, '30 days'],
              [90, '90 days'],
              [366, 'a year'],
            ].map(([days, label]) => (
              <option key={days} value={days}>
                {label}
              </option>
            ))}
          </select>
        </Field>
        <Field label="It may">
          <select
            className={INPUT}
            {...register('canWrite', { setValueAs: (value) => value === true || value === 'true' })}
          >
            <option value="true">read and change</option>
            <option value="false">only read</option>
          </select>
        </Field>
        <Button type="submit" disabled={creating.isLoading}>
          Make a token
        </Button>
      </form>
    </>
  );
}
