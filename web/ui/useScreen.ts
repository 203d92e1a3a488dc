import { useSyncExternalStore } from 'react';

/** In CSS pixels; the same as the variants `max-phone` and `max-desk` of the style sheet. */
const WIDTHS = { phone: 600, desk: 1000 } as const;

const QUERIES = {
  phone: matchMedia(`(width < ${WIDTHS.phone}px)`),
  desk: matchMedia(`(width < ${WIDTHS.desk}px)`),
};

/** Whether the page is narrower than a phone held across, or than a desk's screen. */
export function useIsNarrowerThan(screen: keyof typeof WIDTHS): boolean {
  const query = QUERIES[screen];
  return useSyncExternalStore(
    (onChange) => {
      query.addEventListener('change', onChange);
      return () => query.removeEventListener('change', onChange);
    },
    () => query.matches,
  );
}
