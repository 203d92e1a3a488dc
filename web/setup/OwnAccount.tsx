import { useForm } from 'react-hook-form';
import { api, useGetMeQuery } from '../app/api';
import { FailureNote, faultAt, otherFault } from '../app/FailureNote';
import { Moment } from '../app/Moment';
import { useAppDispatch } from '../app/store';
import { Button } from '../ui/Button';
import { Field, INPUT } from '../ui/Field';
import { Loading } from '../ui/Loading';
import { useSay } from '../ui/Toasts';
import {
  useChangePasswordMutation,
  useEndOwnSessionMutation,
  useListOwnSessionsQuery,
} from './accountsApi';
import { deviceName } from './deviceName';

interface Passwords {
  current: string;
  next: string;
  again: string;
}

/** One's own password. */
export function OwnPassword() {
  const { data: me } = useGetMeQuery();
  const dispatch = useAppDispatch();
  const [change, { error, isLoading }] = useChangePasswordMutation();
  const {
    register,
    handleSubmit,
    reset,
    watch,
    formState: { errors },
  } = useForm<Passwords>({ defaultValues: { current: '', next: '', again: '' } });
  const say = useSay();
  const submit = handleSubmit(async ({ current, next }) => {
    const result = await change({ current, next });
    if (result.error) return;
    await dispatch(api.util.upsertQueryData('getMe', undefined, result.data));
    reset();
    say('Your password is changed. Other browsers are signed out.');
  });
  return (
    <form
      onSubmit={(event) => void submit(event)}
      noValidate
      className="flex max-w-[340px] flex-col gap-3"
    >
      <input
        type="email"
        autoComplete="username"
        className="sr-only"
        tabIndex={-1}
        aria-hidden
        readOnly
        value={me?.email ?? ''}
      />
      <Field
        label="Present password"
        fault={
          errors.current
            ? 'Write your present password.'
            : faultAt(error, 'current') && 'This is not your present password.'
        }
      >
        <input
          type="password"
          autoComplete="current-password"
          className={INPUT}
          {...register('current', { required: true })}
        />
      </Field>
      <Field
        label="New password"
        hint="At least 10 characters; several words are good."
        fault={errors.next ? 'At least 10 characters.' : faultAt(error, 'next')}
      >
        <input
          type="password"
          autoComplete="new-password"
          className={INPUT}
          {...register('next', { minLength: 10, required: true })}
        />
      </Field>
      <Field label="New password again" fault={errors.again && 'The two are not the same.'}>
        <input
          type="password"
          autoComplete="new-password"
          className={INPUT}
          {...register('again', { validate: (text) => text === watch('next') })}
        />
      </Field>
      {error && otherFault(error, ['current', 'next']) && <FailureNote failure={error} />}
      <Button kind="main" type="submit" className="w-max" disabled={isLoading}>
        Change the password
      </Button>
    </form>
  );
}

/** Browsers in which one is signed in. */
export function OwnSessions() {
  const { data: sessions, error } = useListOwnSessionsQuery(undefined, {
    refetchOnMountOrArgChange: true,
  });
  const [end] = useEndOwnSessionMutation();
  const say = useSay();
  if (error) return <FailureNote failure={error} />;
  if (!sessions) return <Loading what="your sessions" />;
  return (
    <ul>
      {sessions.map((session) => (
        <li
          key={session.id}
          className="flex items-center justify-between border-t border-line py-1.5 first:border-t-0"
        >
          <span>
            <span className="font-medium">{deviceName(session.device)}</span>
            <span className="ml-3 text-soft">
              signed in <Moment at={session.createdAt} />, last used{' '}
              <Moment at={session.lastUsedAt} />
            </span>
          </span>
          {session.isThis ? (
            <span className="text-soft">this browser</span>
          ) : (
            <Button
              kind="danger"
              onClick={() => void end(session.id).then(() => say('It is signed out.'))}
            >
              Sign it out
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}
