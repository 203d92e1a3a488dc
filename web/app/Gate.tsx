import type { ReactNode } from 'react';
import { Navigate, useLocation } from 'react-router';
import { Loading } from '../ui/Loading';
import { useGetCompanyQuery, useGetFirstRunQuery, useGetMeQuery } from './api';
import { FailureNote } from './FailureNote';
import { SignInHere } from './SignInHere';
import { useAppSelector } from './store';

/**
 * Lets through who is signed in to a company that exists; sends everyone else where they can do
 * something about it.
 */
export function Gate({ children }: { children: ReactNode }) {
  const location = useLocation();
  const isSessionEnded = useAppSelector((state) => state.live.isSessionEnded);
  const firstRun = useGetFirstRunQuery();
  const me = useGetMeQuery(undefined, { skip: !firstRun.data?.ready });
  const company = useGetCompanyQuery(undefined, { skip: !me.data });
  if (firstRun.data && !firstRun.data.ready) return <Navigate to="/first-run" replace />;
  if (me.error?.code === 'notSignedIn' && !me.data) {
    return (
      <Navigate
        to={`/sign-in?to=${encodeURIComponent(location.pathname + location.search)}`}
        replace
      />
    );
  }
  const failure = firstRun.error ?? me.error ?? company.error;
  // What is there stays there: whoever reads or types is told in its place, not instead of it.
  if (failure && !(me.data && company.data))
    return (
      <main className="mx-auto max-w-xl p-10">
        <FailureNote failure={failure} onRetry={() => void firstRun.refetch()} />
      </main>
    );
  if (!me.data || !company.data) return <Loading what="Iron Ladder" />;
  return (
    <>
      {children}
      {isSessionEnded && <SignInHere />}
    </>
  );
}
