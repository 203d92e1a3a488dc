import { useCallback, useEffect, useMemo, useRef } from 'react';
import type { MeasureCode } from '#core/measure/measure';
import { usePlace } from './place';

/** What was asked for a moment ago is not asked for again. */
export const SOON = { ifOlderThan: 10 };
/** A pointer that only passes by asks for nothing. */
const DWELL_MS = 50;

interface Spot {
  unit: string;
  period: string;
  measure: MeasureCode;
}

type Loader = (spot: Spot) => void;

/** What the views on the screen would have to ask for elsewhere. */
const loaders = new Set<Loader>();

/** Says what a view asks for at a place, so that it can be fetched before anyone goes there. */
export function useLoadsAhead(load: Loader): void {
  const newest = useRef(load);
  useEffect(() => {
    newest.current = load;
  });
  useEffect(() => {
    const loader: Loader = (spot) => newest.current(spot);
    loaders.add(loader);
    return () => void loaders.delete(loader);
  }, []);
}

export interface Pointing {
  onPointerEnter(): void;
  onPointerLeave(): void;
  onFocus(): void;
}

/**
 * Fetches what is shown of a unit or period while the pointer rests on it, or the keyboard stands
 * there: whoever then chooses it need not wait.
 */
export function useLookAhead(): (to: Partial<Pick<Spot, 'unit' | 'period'>>) => Pointing {
  const { unit, period, measure } = usePlace();
  const waiting = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(waiting.current), []);
  const here = useMemo(() => ({ unit, period, measure }), [unit, period, measure]);
  return useCallback(
    (to) => {
      const look = () => {
        clearTimeout(waiting.current);
        const spot = { ...here, ...to };
        if (
          spot.unit === '' ||
          spot.period === '' ||
          (spot.unit === here.unit && spot.period === here.period)
        )
          return;
        waiting.current = setTimeout(() => loaders.forEach((load) => load(spot)), DWELL_MS);
      };
      return {
        onPointerEnter: look,
        onPointerLeave: () => clearTimeout(waiting.current),
        onFocus: look,
      };
    },
    [here],
  );
}
