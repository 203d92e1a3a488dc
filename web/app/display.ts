import { useMemo } from 'react';
import * as routes from '#contract/routes/access';
import { type Display, FIRST_DISPLAY } from '#core/money/display';
import type { FigureUnit } from '#core/money/figureUnit';
import {
  showBelowInColumn,
  showColumn,
  showDifference,
  showFigure,
  showGap,
} from '#wording/numbers/display';
import { api } from './api';

export const { useGetDisplayQuery, useSaveDisplayMutation } = api.injectEndpoints({
  endpoints: (build) => ({
    getDisplay: build.query<Display, void>({
      query: () => ({ route: routes.getDisplay }),
      providesTags: ['Display'],
    }),
    saveDisplay: build.mutation<Display, Display>({
      query: (body) => ({ route: routes.saveDisplay, body }),
      invalidatesTags: ['Display'],
    }),
  }),
});

/** Shows figures of one unit as the reader has chosen. */
export interface Shown {
  figure(value: number): string;
  column(value: number): string;
  difference(value: number): string;
  /** Never rounded over what it is measured by. */
  belowInColumn(value: number, limit: number | null): string;
  gapInColumn(gap: number | null, target: number | null): string;
}

/** How the reader wants figures shown; what ships until it is known. */
export function useDisplay(): Display {
  const { data } = useGetDisplayQuery();
  return data ?? FIRST_DISPLAY;
}

/** The same with the ways to show a figure; `unit` may be made anew at each call. */
export function useShown(unit: FigureUnit): Shown {
  const display = useDisplay();
  const { kind, currency, decimals } = unit;
  return useMemo(
    () => showIn({ kind, currency, decimals } as FigureUnit, display),
    [kind, currency, decimals, display],
  );
}

/** Ways to show figures of a unit. Fractions of a smallest unit are no money. */
export function showIn(unit: FigureUnit, display: Display): Shown {
  const whole = (value: number) => (unit.kind === 'money' ? Math.round(value) : value);
  const column = (value: number) => showColumn(whole(value), unit, display);
  return {
    figure: (value) => showFigure(whole(value), unit, display),
    column,
    difference: (value) => showDifference(whole(value), unit, display),
    belowInColumn: (value, limit) => showBelowInColumn(whole(value), limit, unit, display),
    gapInColumn: (gap, target) => showGap(gap, target, display, column),
  };
}
