import { skipToken } from '@reduxjs/toolkit/query/react';
import { useEffect, useMemo, useReducer } from 'react';
import type { MeasureCode } from '#core/measure/measure';
import type { SliceDimension } from '#core/targets/targetSlice';
import { useGetPlanGridChangesQuery, useGetPlanGridQuery } from './api';
import { Workbench } from './workbench';

export interface PlanPlace {
  unit: string;
  year: string;
  measure: MeasureCode;
  /** A draft; undefined: what is published. */
  plan?: number | undefined;
  /** By slices of the unit instead of by people. */
  by?: SliceDimension | undefined;
}

/** The sheet of a place with the core over it, kept up with what others change. */
export function useWorkbench(place: PlanPlace | null, currency?: string) {
  const query = useGetPlanGridQuery(
    place
      ? {
          unit: place.unit,
          year: place.year,
          measure: place.measure,
          ...(place.plan === undefined ? {} : { plan: place.plan }),
          ...(place.by === undefined ? {} : { by: place.by }),
        }
      : skipToken,
  );
  const { data: sheet } = query;
  const bench = useMemo(() => (sheet ? new Workbench(sheet, currency) : null), [sheet, currency]);
  const [revision, redraw] = useReducer((count: number) => count + 1, 0);
  const { data: changes } = useGetPlanGridChangesQuery(
    sheet?.plan
      ? {
          unit: sheet.unit.code,
          year: `FY${sheet.year}`,
          measure: sheet.measure.code,
          plan: sheet.plan.id,
          cursor: sheet.cursor,
          ...(sheet.slices ? { by: sheet.slices.by } : {}),
        }
      : skipToken,
  );
  useEffect(() => {
    if (changes && bench?.take(changes)) redraw();
  }, [changes, bench]);
  return {
    bench,
    revision,
    redraw,
    error: query.error,
    /** Whether the sheet still is of another unit, year, measure or plan than is asked for. */
    isOther: query.data !== query.currentData,
    refetch: query.refetch,
  };
}
