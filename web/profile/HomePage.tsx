import { Navigate, useLocation } from 'react-router';
import { useGetMeQuery } from '../app/api';

/** A salesperson lands on their own page, everybody else on where their unit stands. */
export function HomePage() {
  const { data: me } = useGetMeQuery();
  const { search } = useLocation();
  return me ? (
    <Navigate
      to={{ search, pathname: me.role === 'salesperson' ? '/profile' : '/standing' }}
      replace
    />
  ) : null;
}
