/** "IV" of "Ilse Varga"; one letter of a single name. */
export function initialsOf(name: string): string {
  const words = name.trim().split(/\s+/).filter(Boolean);
  const [first, last] = [words[0], words.length > 1 ? words.at(-1) : ''];
  return [first, last]
    .map((word) => [...(word ?? '')][0] ?? '')
    .join('')
    .toUpperCase();
}
