export const THEMES = ['system', 'light', 'dark'] as const;
export type Theme = (typeof THEMES)[number];

const KEY = 'iron-ladder-theme';
const darkQuery = matchMedia('(prefers-color-scheme: dark)');

export function readTheme(): Theme {
  const kept = localStorage.getItem(KEY);
  return THEMES.find((theme) => theme === kept) ?? 'system';
}

/**
 * Shows a theme and remembers it on this machine; "system" follows the machine while the page is
 * open.
 */
export function applyTheme(theme: Theme): void {
  localStorage.setItem(KEY, theme);
  const isDark = theme === 'dark' || (theme === 'system' && darkQuery.matches);
  document.documentElement.dataset['theme'] = isDark ? 'dark' : 'light';
}

darkQuery.addEventListener('change', () => applyTheme(readTheme()));
