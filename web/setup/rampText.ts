const MOST = 24;

/** Percents with commas or spaces between; null for anything else. */
export function readShares(text: string): number[] | null {
  const parts = text
    .split(/[,;\s]+/)
    .map((part) => part.replace(/%$/, ''))
    .filter((part) => part !== '');
  const shares = parts.map(Number);
  return parts.length > 0 &&
    parts.length <= MOST &&
    shares.every((share) => share >= 0 && share <= 100)
    ? shares
    : null;
}
