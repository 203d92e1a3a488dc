import { useMemo } from 'react';
import { baseScaleOf, isLineMeasure, LINE_MEASURES } from '#core/commission/base';
import { buildMeasure } from '#core/measure/measure';
import { useListMeasuresQuery } from '../app/api';

/** A measure that commission may be paid on. */
export interface PaidOn {
  code: string;
  name: string;
  /** Else a rate is an amount for each. */
  isMoney: boolean;
}

export interface PaidOnChoices {
  /** Those known line by line first; without archived ones. */
  choices: readonly PaidOn[];
  find(code: string): PaidOn;
}

/**
 * The measures that add up and of which more is better; null while they load.
 */
export function usePaidOn(): PaidOnChoices | null {
  const { data } = useListMeasuresQuery();
  return useMemo(() => {
    if (!data) return null;
    const found = data.measures.flatMap((record) => {
      const scale = baseScaleOf(buildMeasure(record));
      return scale ? [{ ...record, isMoney: scale.isMoney }] : [];
    });
    const orderOf = ({ code }: PaidOn) =>
      isLineMeasure(code) ? LINE_MEASURES.indexOf(code) : LINE_MEASURES.length;
    return {
      choices: found
        .filter(({ isArchived }) => !isArchived)
        .sort((a, b) => orderOf(a) - orderOf(b) || a.name.localeCompare(b.name)),
      find: (code) =>
        found.find((each) => each.code === code) ?? { code, name: code, isMoney: true },
    };
  }, [data]);
}
