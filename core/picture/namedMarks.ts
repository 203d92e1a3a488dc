/** So many of each end of a crowded ladder are named. */
const NAMED_EACH_END = 5;

/**
 * Which of some ranked marks carry their name: all where there is room; else the first and the
 * last of them, and those asked for (oneself, what is pointed at), as far as there is room. Their
 * indexes in order.
 */
export function namedMarks(count: number, room: number, asked: readonly number[] = []): number[] {
  if (count <= room) return Array.from({ length: count }, (_, index) => index);
  const most = Math.max(room, 1);
  const chosen = new Set(asked.filter((index) => index >= 0 && index < count).slice(0, most));
  for (let i = 0; i < NAMED_EACH_END; i++)
    for (const index of [i, count - 1 - i]) if (chosen.size < most) chosen.add(index);
  return [...chosen].sort((a, b) => a - b);
}
