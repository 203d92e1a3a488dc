import type { UnitKind } from './unit';

const LONGEST = 36;

/** Letters that no decomposition turns into one of the alphabet; from memory, as names are spelt. */
const SPELT: Readonly<Record<string, string>> = {
  ß: 'ss',
  ø: 'o',
  æ: 'ae',
  œ: 'oe',
  ł: 'l',
  đ: 'd',
};

/** The plain letters and digits of a text, word by word. */
function wordsOf(text: string): string[] {
  return text
    .toLowerCase()
    .replace(/[ßøæœłđ]/g, (letter) => SPELT[letter]!)
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .split(/[^a-z0-9]+/)
    .filter(Boolean);
}

/**
 * A short code for a unit's name, one that is not taken: "ivarga" for the salesperson Ilse Varga,
 * "deck-rigging" for the team Deck & rigging, with a number behind where that is taken. The kind
 * where a name has no letter of the alphabet.
 */
export function makeCode(name: string, kind: UnitKind, isTaken: (code: string) => boolean): string {
  const words = wordsOf(name);
  const base =
    (kind === 'salesperson' && words.length > 1
      ? `${words[0]![0]}${words.at(-1)!}`
      : words.join('-')
    ).slice(0, LONGEST) || kind;
  let code = base;
  for (let n = 2; isTaken(code); n++) code = `${base}-${n}`;
  return code;
}
