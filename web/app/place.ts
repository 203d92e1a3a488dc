import { useCallback, useEffect } from 'react';
import { useSearchParams } from 'react-router';
import type { MeasureCode } from '#core/measure/measure';
import { useGetCompanyQuery, useGetMeQuery } from './api';

/** Whose numbers, when, and of what: lives in the address bar, so a link opens exactly what its sender saw. */
export interface Place {
  unit: string;
  period: string;
  measure: MeasureCode;
  /** Goes somewhere else; what is left out stays. */
  go(to: Partial<Pick<Place, 'unit' | 'period' | 'measure'>>): void;
}

/** Where a step that has not arrived yet leads: the next quick one starts from there, or it would undo the first. */
let underWay: string | null = null;

/** The place the address names; the reader's own unit and the running month where it names none. */
export function usePlace(): Place {
  const [search, setSearch] = useSearchParams();
  const { data: me } = useGetMeQuery();
  const { data: company } = useGetCompanyQuery();
  useEffect(() => {
    underWay = null;
  }, [search]);
  const go = useCallback<Place['go']>((to) => {
    const next = new URLSearchParams(underWay ?? window.location.search);
    for (const [key, value] of Object.entries(to)) next.set(key, value);
    underWay = next.toString();
    setSearch(next);
  }, [setSearch]);
  return {
    unit: search.get('unit') ?? me?.unitCode ?? '',
    period: search.get('period') ?? company?.currentPeriod ?? '',
    measure: search.get('measure') || 'revenue',
    go,
  };
}
