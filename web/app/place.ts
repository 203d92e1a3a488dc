import { useCallback } from 'react';
import type { MeasureCode } from '#core/measure/measure';
import { useAddress } from './address';
import { useGetCompanyQuery, useGetMeQuery } from './api';

/**
 * Whose numbers, when, and of what: lives in the address bar, so a link opens exactly what its
 * sender saw.
 */
export interface Place {
  unit: string;
  period: string;
  measure: MeasureCode;
  /** Goes somewhere else; what is left out stays. */
  go(to: Partial<Pick<Place, 'unit' | 'period' | 'measure'>>): void;
}

/** The place the address names; the reader's own unit and the running month where it names none. */
export function usePlace(): Place {
  const { search, put } = useAddress();
  const { data: me } = useGetMeQuery();
  const { data: company } = useGetCompanyQuery();
  const go = useCallback<Place['go']>((to) => put(to, { replace: false }), [put]);
  return {
    unit: search.get('unit') ?? me?.unitCode ?? '',
    period: search.get('period') ?? company?.currentPeriod ?? '',
    measure: search.get('measure') || 'revenue',
    go,
  };
}
