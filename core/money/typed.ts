import { parseAmount, toDecimal, type AmountFault } from './amount';

export type TypedAmount = { ok: true; minor: number; decimal: string } | { ok: false; fault: AmountFault };

const GROUPED = /^([-+\u2212]?)(\d{1,3}(?:[ ,\u00a0\u202f'’]\d{3})+)(\.\d+)?$/;
const SHORT = /^([-+\u2212]?\d+(?:\.\d+)?) ?([km])$/i;

/**
 * Reads what a person types or pastes: "80000", "80,000", "80 000.50", "80k", "1.2m", with or without a currency sign.
 * A comma is only ever a thousands separator, in groups of three; "1,5" and "1.234,50" are refused, not guessed.
 */
export function readTypedAmount(text: string, currency: string): TypedAmount {
  const bare = text.trim().replace(/^\p{Sc}\s?|\s?\p{Sc}$/gu, '');
  const grouped = GROUPED.exec(bare);
  const short = SHORT.exec(bare);
  const plain = grouped ? `${grouped[1]}${grouped[2]!.replace(/\D/g, '')}${grouped[3] ?? ''}` : short ? expand(short[1]!, short[2]!) : bare;
  const result = parseAmount(plain, currency);
  return result.ok ? { ...result, decimal: toDecimal(result.minor, currency) } : result;
}

/** Moves the point by text, so that 1.2m is exactly 1200000. */
function expand(number: string, suffix: string): string {
  const zeros = suffix.toLowerCase() === 'k' ? 3 : 6;
  const [whole = '', fraction = ''] = number.split('.');
  const padded = fraction.padEnd(zeros, '0');
  const rest = padded.slice(zeros);
  return `${whole}${padded.slice(0, zeros)}${rest ? `.${rest}` : ''}`;
}
