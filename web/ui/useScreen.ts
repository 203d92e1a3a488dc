import { useSyncExternalStore } from 'react';

/** In CSS pixels; the same as the variants `max-phone` and `max-desk` of the style sheet. */
const WIDTHS = { phone: 600, desk: 1000 } as const;

const QUERIES = {
  phone: matchMedia(`(width < ${WIDTHS.phone}px)`),
  desk: matchMedia(`(width < ${WIDTHS.desk}px)`),
};

const TALL = matchMedia('(height >= 950px) and (width >= 1400px)');

/** Whether there is a wall's worth of room: pictures may then be taller. */
export function useIsTall(): boolean {
  return useMatches(TALL);
}

/** Whether the page is narrower than a phone held across, or than a desk's screen. */
export function useIsNarrowerThan(screen: keyof typeof WIDTHS): boolean {
  return useMatches(QUERIES[screen]);
}

function useMatches(query: MediaQueryList): boolean {
  return useSyncExternalStore(
    (onChange) => {
      query.addEventListener('change', onChange);
      return () => query.removeEventListener('change', onChange);
    },
    () => query.matches,
  );
}
