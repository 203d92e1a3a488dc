/** Words that say what kind of company it is, not which. */
const FORMS = new Set(['ltd', 'limited', 'llc', 'inc', 'plc', 'gmbh', 'ag', 'kg', 'bv', 'nv', 'sa', 'sarl', 'srl', 'spa', 'as', 'ab', 'oy', 'aps', 'co', 'company', 'the']);

/** What is compared of a name: small letters without accents and signs, without the words for the kind of company; in their order. */
export function nameKey(name: string): string {
  const bare = name.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase().replace(/&/g, ' and ').replace(/[^\p{L}\p{N}]+/gu, ' ').trim();
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
  if (Math.min(left.length, right.length) < LONG_ENOUGH || Math.abs(left.length - right.length) > 1) return false;
  let from = 0;
  while (from < left.length && left[from] === right[from]) from++;
  const [a, b] = [left.slice(from), right.slice(from)];
  return a.slice(1) === b || a === b.slice(1) || a.slice(1) === b.slice(1) || (a[0] === b[1] && a[1] === b[0] && a.slice(2) === b.slice(2));
}

/** How much two names are alike, 0 to 1: the share of pieces they have in common; 1 for names that differ only in accents, signs, capitals and the kind of company. */
export function similarity(left: string, right: string): number {
  const [a, b] = [nameKey(left), nameKey(right)];
  if (a === b) return 1;
  const [mine, theirs] = [piecesOf(a), piecesOf(b)];
  let common = 0;
  for (const piece of mine) if (theirs.has(piece)) common++;
  const share = common / (mine.size + theirs.size - common);
  return isOneSlip(a, b) ? Math.max(share, ONE_SLIP) : share;
}

export interface Named {
  id: number;
  name: string;
}

export interface Pair {
  left: Named;
  right: Named;
  likeness: number;
}

/** From here on two names are shown as likely the same; tried on lists of invented names, no source. */
export const LIKELY = 0.55;
/** A piece that so many names share says nothing. */
const COMMONEST = 200;

/** Finds names like a given one among many, by the pieces they share: never every one with every other. */
export class NameIndex {
  private byPiece = new Map<string, number[]>();
  private sizes: number[];

  constructor(private names: readonly Named[]) {
    this.sizes = names.map(({ name }, index) => {
      const pieces = piecesOf(nameKey(name));
      for (const piece of pieces) {
        const found = this.byPiece.get(piece);
        if (found) found.push(index);
        else this.byPiece.set(piece, [index]);
      }
      return pieces.size;
    });
  }

  /** The likeliest first, none below `least`. */
  findLike(name: string, least = LIKELY): { named: Named; likeness: number }[] {
    const pieces = piecesOf(nameKey(name));
    const shared = new Map<number, number>();
    for (const piece of pieces) {
      const found = this.byPiece.get(piece) ?? [];
      if (found.length > COMMONEST) continue;
      for (const index of found) shared.set(index, (shared.get(index) ?? 0) + 1);
    }
    // What the common pieces would have added is at most all of them: only candidates are counted anew.
    return [...shared.keys()].filter((index) => Math.min(this.sizes[index]!, pieces.size) / Math.max(this.sizes[index]!, pieces.size) >= least)
      .map((index) => ({ named: this.names[index]!, likeness: similarity(name, this.names[index]!.name) })).filter((each) => each.likeness >= least)
      .sort((a, b) => b.likeness - a.likeness || a.named.id - b.named.id);
  }

  /** Pairs of different names that are likely one, the likeliest first. */
  findPairs(most: number, least = LIKELY): Pair[] {
    const pairs: Pair[] = [];
    for (const left of this.names) {
      for (const { named, likeness } of this.findLike(left.name, least)) if (named.id > left.id) pairs.push({ left, right: named, likeness });
    }
    return pairs.sort((a, b) => b.likeness - a.likeness || a.left.id - b.left.id).slice(0, most);
  }
}
