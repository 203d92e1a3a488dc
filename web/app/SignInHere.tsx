import { useState } from 'react';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { Field, INPUT } from '../ui/Field';
import { api, TAGS, useGetMeQuery, useSignInMutation } from './api';
import { liveSlice } from './connection';
import { FailureNote } from './FailureNote';
import { useAppDispatch } from './store';

/**
 * After a session has ended: the same person signs in again over what they have on the screen, and
 * goes on.
 */
export function SignInHere() {
  const { data: me } = useGetMeQuery();
  const [signIn, { error, isLoading }] = useSignInMutation();
  const [password, setPassword] = useState('');
  const dispatch = useAppDispatch();
  const leave = () =>
    location.assign(`/sign-in?to=${encodeURIComponent(location.pathname + location.search)}`);
  if (!me) return null;
  const submit = async () => {
    const result = await signIn({ email: me.email, password });
    if (result.error) return;
    await dispatch(api.util.upsertQueryData('getMe', undefined, result.data));
    dispatch(liveSlice.actions.renewSession());
    dispatch(api.util.invalidateTags(TAGS.filter((tag) => tag !== 'Me')));
  };
  return (
    <Dialog
      title="Sign in again"
      description="Your session has ended. What you have typed is still here."
      isOpen
      onClose={() => undefined}
      width="w-[420px]"
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        <Field label="E-mail">
          <input className={INPUT} readOnly autoComplete="username" value={me.email} />
        </Field>
        <Field label="Password">
          <input
            className={INPUT}
            type="password"
            autoFocus
            autoComplete="current-password"
            value={password}
            onChange={(event) => setPassword(event.target.value)}
          />
        </Field>
        {error && <FailureNote failure={error} />}
        <div className="flex gap-2">
          <Button kind="main" type="submit" disabled={isLoading || !password}>
            Sign in
          </Button>
          <Button kind="quiet" onClick={leave}>
            Somebody else…
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
