import { shareOut } from './share';

/** One salesperson's part of a deal, in hundredths of a percent (6000 = 60 %). */
export interface CreditShare<Key> {
  salesperson: Key;
  basisPoints: number;
}

export const WHOLE_CREDIT = 10_000;

/**
 * Divides a deal's amount over its credits by largest remainder, so that the parts add up to the
 * deal exactly (docs/calculations.md, 3).
 * @throws RangeError when the shares do not add up to 100 %.
 */
export function divideCredit<Key>(
  minor: number,
  shares: readonly CreditShare<Key>[],
): { salesperson: Key; minor: number }[] {
  const total = shares.reduce((sum, share) => sum + share.basisPoints, 0);
  if (total !== WHOLE_CREDIT)
    throw new RangeError(`Credit shares add up to ${total / 100} %, not 100 %.`);
  if (shares.length === 1) return [{ salesperson: shares[0]!.salesperson, minor }];
  const parts = shareOut(
    minor,
    shares.map((share) => share.basisPoints),
  );
  return shares.map((share, index) => ({ salesperson: share.salesperson, minor: parts[index]! }));
}

/** The text form of `deals.csv`: `ivarga:60;tbrandt:40`. */
export function toCreditText(shares: readonly CreditShare<string>[]): string {
  return shares.map((share) => `${share.salesperson}:${share.basisPoints / 100}`).join(';');
}

/**
 * Reads the text form; null when it is not one, or the shares do not add up to 100, or a name
 * stands twice.
 */
export function parseCreditText(text: string): CreditShare<string>[] | null {
  const shares: CreditShare<string>[] = [];
  for (const part of text.split(';')) {
    const match = /^\s*([^:\s]+)\s*:\s*(\d{1,3}(?:\.\d{1,2})?)\s*$/.exec(part);
    if (!match) return null;
    shares.push({ salesperson: match[1]!, basisPoints: Math.round(Number(match[2]) * 100) });
  }
  const names = new Set(shares.map((share) => share.salesperson));
  const total = shares.reduce((sum, share) => sum + share.basisPoints, 0);
  const valid =
    names.size === shares.length &&
    total === WHOLE_CREDIT &&
    shares.every((share) => share.basisPoints > 0);
  return valid ? shares : null;
}
