const BROWSERS: readonly (readonly [RegExp, string])[] = [
  [/Edg\//, 'Edge'],
  [/OPR\//, 'Opera'],
  [/Firefox\//, 'Firefox'],
  [/Chrom(e|ium)\//, 'Chrome'],
  [/Safari\//, 'Safari'],
];
const SYSTEMS: readonly (readonly [RegExp, string])[] = [
  [/iPhone/, 'iPhone'],
  [/iPad/, 'iPad'],
  [/Android/, 'Android'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'Mac'],
  [/Linux/, 'Linux'],
];

/**
 * A browser as people call it, from how it calls itself (RFC 9110, User-Agent): "Firefox on
 * Windows".
 */
export function deviceName(userAgent: string): string {
  const find = (list: typeof BROWSERS) => list.find(([pattern]) => pattern.test(userAgent))?.[1];
  const [browser, system] = [find(BROWSERS), find(SYSTEMS)];
  return browser
    ? `${browser}${system ? ` on ${system}` : ''}`
    : userAgent.slice(0, 60) || 'Unknown browser';
}
