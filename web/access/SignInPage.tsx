import { useForm } from 'react-hook-form';
import { Navigate, useSearchParams } from 'react-router';
import type { Credentials } from '#contract/schemas/access';
import { useGetFirstRunQuery, useGetMeQuery, useSignInMutation } from '../app/api';
import { FailureNote } from '../app/FailureNote';
import { Button } from '../ui/Button';
import { Field, INPUT } from '../ui/Field';

export function SignInPage() {
  const [search] = useSearchParams();
  const { data: firstRun } = useGetFirstRunQuery();
  const { data: me } = useGetMeQuery();
  const [signIn, { error, isLoading }] = useSignInMutation();
  const {
    register,
    handleSubmit,
    formState: { errors },
  } = useForm<Credentials>({ defaultValues: { email: '', password: '' } });
  const to = search.get('to') ?? '/';
  const target = ownAddress(to);
  if (firstRun && !firstRun.ready) return <Navigate to="/first-run" replace />;
  if (me) return <Navigate to={target} replace />;
  const submit = handleSubmit(async (credentials) => {
    const result = await signIn(credentials);
    // A fresh page: nothing of whoever was signed in before stays in memory.
    if (!result.error) location.assign(target);
  });
  return (
    <div className="grid min-h-full grid-cols-[minmax(0,1fr)_440px] max-desk:grid-cols-1 max-desk:grid-rows-[auto_1fr]">
      <header className="relative flex flex-col justify-between overflow-hidden bg-iron p-12 text-on-iron max-desk:p-6">
        <LadderPicture />
        <p className="relative text-[22px] font-semibold tracking-[0.01em] [font-stretch:112%]">
          IRON LADDER
        </p>
        <p className="relative max-w-[360px] text-[15px] text-on-iron-soft">
          Targets set, deals booked, and where everyone stands: one definition, everywhere the same.
        </p>
      </header>
      <main className="flex flex-col justify-center bg-sheet px-14 max-desk:justify-start max-desk:px-6 max-desk:py-6">
        <form onSubmit={(event) => void submit(event)} className="flex flex-col gap-4" noValidate>
          <h1>Sign in{firstRun?.name ? ` to ${firstRun.name}` : ''}</h1>
          <Field label="E-mail" fault={errors.email && 'Write the e-mail you sign in with.'}>
            <input
              type="email"
              autoComplete="username"
              autoFocus
              className={INPUT}
              {...register('email', { required: true, minLength: 3 })}
            />
          </Field>
          <Field label="Password" fault={errors.password && 'Write your password.'}>
            <input
              type="password"
              autoComplete="current-password"
              className={INPUT}
              {...register('password', { required: true })}
            />
          </Field>
          {error && <FailureNote failure={error} />}
          <Button kind="main" type="submit" disabled={isLoading} className="h-[36px]">
            {isLoading ? 'Signing in …' : 'Sign in'}
          </Button>
          {firstRun?.isDemo && (
            <p className="text-soft">
              This is the demo company. Its sign-ins are printed where <code>npm start</code> runs.
            </p>
          )}
        </form>
      </main>
    </div>
  );
}

/** Where to go after signing in: an address of this very server, however it is written. */
function ownAddress(to: string): string {
  if (!URL.canParse(to, location.origin)) return '/';
  const url = new URL(to, location.origin);
  return url.origin === location.origin ? url.pathname + url.search + url.hash : '/';
}

/** The mark, large: two rails, rungs, and the hot one. */
function LadderPicture() {
  return (
    <svg
      aria-hidden
      viewBox="0 0 400 800"
      preserveAspectRatio="xMidYMid slice"
      className="absolute inset-y-0 right-[8%] h-full w-[44%] opacity-90"
    >
      {[110, 290].map((x) => (
        <path key={x} d={`M${x} -10V810`} stroke="#39424b" strokeWidth="20" />
      ))}
      {[90, 190, 390, 490, 590, 690].map((y) => (
        <path key={y} d={`M110 ${y}H290`} stroke="#39424b" strokeWidth="13" />
      ))}
      <path d="M110 290H290" stroke="var(--ember)" strokeWidth="15" />
    </svg>
  );
}
