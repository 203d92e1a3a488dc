import { useMemo } from 'react';
import { baseScaleOf, LINE_MEASURES } from '#core/commission/base';
import { buildMeasure } from '#core/measure/measure';
import { useListMeasuresQuery } from '../app/api';

/** A measure that commission may be paid on. */
export interface PaidOn {
  code: string;
  name: string;
  /** Else a rate is an amount for each. */
  isMoney: boolean;
}

/**
 * The measures that add up and of which more is better, those known line by line first; null while
 * they load. `choices` leaves out archived ones, `find` does not.
 */
export function usePaidOn(): { choices: readonly PaidOn[]; find(code: string): PaidOn } | null {
  const { data } = useListMeasuresQuery();
  return useMemo(() => {
    if (!data) return null;
    const found = data.measures.flatMap((record) => {
      const scale = baseScaleOf(buildMeasure(record));
      return scale ? [{ ...record, isMoney: scale.isMoney }] : [];
    });
    const orderOf = ({ code }: PaidOn) =>
      (LINE_MEASURES as readonly string[]).includes(code)
        ? (LINE_MEASURES as readonly string[]).indexOf(code)
        : LINE_MEASURES.length;
    return {
      choices: found
        .filter(({ isArchived }) => !isArchived)
        .sort((a, b) => orderOf(a) - orderOf(b) || a.name.localeCompare(b.name)),
      find: (code) =>
        found.find((each) => each.code === code) ?? { code, name: code, isMoney: true },
    };
  }, [data]);
}
