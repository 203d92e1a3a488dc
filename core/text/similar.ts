/** Words that say what kind of company it is, not which. */
const FORMS = new Set([
  'ltd',
  'limited',
  'llc',
  'inc',
  'plc',
  'gmbh',
  'ag',
  'kg',
  'bv',
  'nv',
  'sa',
  'sarl',
  'srl',
  'spa',
  'as',
  'ab',
  'oy',
  'aps',
  'co',
  'company',
  'the',
]);

/**
 * What is compared of a name: small letters without accents and signs, without the words for the
 * kind of company; in their order.
 */
export function nameKey(name: string): string {
  const bare = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/&/g, ' and ')
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
  const words = bare.split(' ').filter((word) => !FORMS.has(word));
  return words.length > 0 ? words.join(' ') : bare;
}

/** Pieces of three letters, with the edges marked, so that short names have some too. */
function piecesOf(key: string): Set<string> {
  const padded = `  ${key} `;
  const pieces = new Set<string>();
  for (let at = 0; at + 3 <= padded.length; at++) pieces.add(padded.slice(at, at + 3));
  return pieces;
}

/** Short names differ by one letter and are two: Tern and Fern. */
const LONG_ENOUGH = 6;
const ONE_SLIP = 0.9;

/** Whether one letter was left out, added, mistaken, or two were exchanged. */
function isOneSlip(left: string, right: string): boolean {
  if (Math.min(left.length, right.length) < LONG_ENOUGH || Math.abs(left.length - right.length) > 1)
    return false;
  let from = 0;
  while (from < left.length && left[from] === right[from]) from++;
  const [a, b] = [left.slice(from), right.slice(from)];
  return (
    a.slice(1) === b ||
    a === b.slice(1) ||
    a.slice(1) === b.slice(1) ||
    (a[0] === b[1] && a[1] === b[0] && a.slice(2) === b.slice(2))
  );
}

const STEM = 4;
const ENDING = 3;

/** The same word but for its ending (Fishery, Fisheries), or for a slip of the pen. */
function isOneWord(left: string, right: string): boolean {
  let from = 0;
  while (from < left.length && left[from] === right[from]) from++;
  if (from >= STEM && Math.max(left.length, right.length) - from <= ENDING) return true;
  const areExchanged =
    left.length >= STEM &&
    left[from] === right[from + 1] &&
    left[from + 1] === right[from] &&
    left.slice(from + 2) === right.slice(from + 2);
  return areExchanged || isOneSlip(left, right);
}

/**
 * Whether two names could be one customer: where each has a word that the other does not have in
 * any spelling, it tells them apart (Ferry Boats and Skerry Boats).
 */
export function couldBeOne(left: string, right: string): boolean {
  const rest = nameKey(right).split(' ');
  const alone: string[] = [];
  for (const word of nameKey(left).split(' ')) {
    const at = rest.indexOf(word);
    if (at >= 0) rest.splice(at, 1);
    else alone.push(word);
  }
  const isDistinct = alone.some((word) => {
    const at = rest.findIndex((other) => isOneWord(word, other));
    if (at >= 0) rest.splice(at, 1);
    return at < 0;
  });
  return !(isDistinct && rest.length > 0);
}

/**
 * How much two names are alike, 0 to 1: the share of pieces they have in common; 1 for names that
 * differ only in accents, signs, capitals and the kind of company.
 */
export function similarity(left: string, right: string): number {
  return compare(prepare(left), prepare(right));
}

interface Prepared {
  key: string;
  pieces: Set<string>;
}

function prepare(name: string): Prepared {
  const key = nameKey(name);
  return { key, pieces: piecesOf(key) };
}

function compare(left: Prepared, right: Prepared): number {
  if (left.key === right.key) return 1;
  let common = 0;
  for (const piece of left.pieces) if (right.pieces.has(piece)) common++;
  const share = common / (left.pieces.size + right.pieces.size - common);
  return isOneSlip(left.key, right.key) ? Math.max(share, ONE_SLIP) : share;
}

export interface Named {
  id: number;
  name: string;
}

export interface Pair {
  left: Named;
  right: Named;
  similarity: number;
}

/**
 * From here on two names are shown as likely the same; tried on lists of invented names, no source.
 */
export const LIKELY = 0.6;
/** A piece that so many names share says nothing. */
const COMMONEST = 200;

/**
 * Finds names like a given one among many, by the pieces they share: never every one with every
 * other.
 */
export class NameIndex {
  private byPiece = new Map<string, number[]>();
  private prepared: Prepared[];

  constructor(private names: readonly Named[]) {
    this.prepared = names.map(({ name }) => prepare(name));
    this.prepared.forEach(({ pieces }, index) => {
      for (const piece of pieces) {
        const found = this.byPiece.get(piece);
        if (found) found.push(index);
        else this.byPiece.set(piece, [index]);
      }
    });
  }

  /** The likeliest first, none below `least`. */
  findLike(name: string, least = LIKELY): { named: Named; similarity: number }[] {
    return this.findLikePrepared(prepare(name), least);
  }

  private findLikePrepared(
    wanted: Prepared,
    least: number,
  ): { named: Named; similarity: number }[] {
    const shared = new Map<number, number>();
    let commonest = 0;
    for (const piece of wanted.pieces) {
      const found = this.byPiece.get(piece) ?? [];
      if (found.length > COMMONEST) commonest++;
      else for (const index of found) shared.set(index, (shared.get(index) ?? 0) + 1);
    }
    const likely: { named: Named; similarity: number }[] = [];
    for (const [index, count] of shared) {
      const other = this.prepared[index]!;
      // At best all the commonest pieces are shared too.
      const best = count + commonest;
      const isFar = best / (wanted.pieces.size + other.pieces.size - best) < least;
      if (isFar && Math.abs(other.key.length - wanted.key.length) > 1) continue;
      const similarity = isFar
        ? isOneSlip(wanted.key, other.key)
          ? ONE_SLIP
          : 0
        : compare(wanted, other);
      if (similarity >= least) likely.push({ named: this.names[index]!, similarity });
    }
    return likely.sort((a, b) => b.similarity - a.similarity || a.named.id - b.named.id);
  }

  /**
   * Pairs of different names that are likely one, the likeliest first; only of the newest `newest`
   * names with any other.
   */
  findPairs(most: number, newest = Infinity, least = LIKELY): Pair[] {
    const pairs = new Map<string, Pair>();
    const from = [...this.names.keys()]
      .sort((a, b) => this.names[b]!.id - this.names[a]!.id)
      .slice(0, newest);
    for (const index of from) {
      const mine = this.names[index]!;
      for (const { named, similarity } of this.findLikePrepared(this.prepared[index]!, least)) {
        if (named.id === mine.id || !couldBeOne(named.name, mine.name)) continue;
        const [left, right] = named.id < mine.id ? [named, mine] : [mine, named];
        pairs.set(`${left.id}|${right.id}`, { left, right, similarity });
      }
    }
    return [...pairs.values()]
      .sort((a, b) => b.similarity - a.similarity || a.left.id - b.left.id)
      .slice(0, most);
  }
}
