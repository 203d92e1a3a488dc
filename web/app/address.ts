import { useCallback, useEffect } from 'react';
import { useSearchParams } from 'react-router';

/**
 * Where a step that has not arrived yet leads: the next quick one starts from there, or it would
 * undo the first.
 */
let underWay: string | null = null;

/**
 * What stands in the address, and how it is changed: null takes a part out, what is not named
 * stays.
 */
export function useAddress(): {
  search: URLSearchParams;
  put(changes: Readonly<Record<string, string | null>>, options?: { replace?: boolean }): void;
} {
  const [search, setSearch] = useSearchParams();
  useEffect(() => {
    underWay = null;
  }, [search]);
  const put = useCallback(
    (changes: Readonly<Record<string, string | null>>, { replace = true } = {}) => {
      const next = new URLSearchParams(underWay ?? window.location.search);
      for (const [key, value] of Object.entries(changes))
        value === null || value === '' ? next.delete(key) : next.set(key, value);
      // Going where one is arrives nowhere: nothing would end being under way.
      if (next.toString() === new URLSearchParams(window.location.search).toString()) return;
      underWay = next.toString();
      setSearch(next, { replace });
    },
    [setSearch],
  );
  return { search, put };
}
