/** A share of the goal in whole percent, never rounded up to it. @param progress 0.925: "92%" */
export const showProgress = (progress: number) => `${Math.floor(progress * 100 + 1e-9)}%`;

/** "1st", "22nd"; "not ranked" for who has no place. */
export function formatRank(rank: number | null): string {
  if (rank === null) return 'not ranked';
  const tens = rank % 100;
  const ending = tens >= 11 && tens <= 13 ? 'th' : (['th', 'st', 'nd', 'rd'][rank % 10] ?? 'th');
  return `${rank}${ending}`;
}
