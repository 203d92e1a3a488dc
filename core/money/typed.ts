import { type AmountFault, parseDecimal, writeDecimal } from './amount';

export type TypedAmount =
  { ok: true; value: number; decimal: string } | { ok: false; fault: AmountFault | 'ambiguous' };

/** What stands before the decimals: "1,234.50" or "1.234,50". */
export type NumberStyle = 'point' | 'comma';

const GROUPED: Readonly<Record<NumberStyle, RegExp>> = {
  point: /^([-+\u2212]?)(\d{1,3}(?:[ ,\u00a0\u202f'’]\d{3})+)(?:\.(\d+))?$/,
  comma: /^([-+\u2212]?)(\d{1,3}(?:[ .\u00a0\u202f'’]\d{3})+)(?:,(\d+))?$/,
};
const PLAIN: Readonly<Record<NumberStyle, RegExp>> = {
  point: /^([-+\u2212]?)(\d+)(?:\.(\d+))?$/,
  comma: /^([-+\u2212]?)(\d+)(?:,(\d+))?$/,
};
const SHORT = /^([-+\u2212]?\d+(?:\.\d+)?) ?([km])$/i;
/** One and a fraction, or one thousand: nothing in it tells. */
const ONE_GROUP = /^[-+\u2212]?\d{1,3}\.\d{3}$/;
const STYLES = ['point', 'comma'] as const;

/**
 * Reads what a person types or pastes: "80000", "80,000", "80 000.50", "1.234,50", "80k", "1.2m",
 * with or without a currency or percent sign. What two styles read differently ("5.000": five, or
 * five thousand) is refused unless a style is given. Returns whole units of the last of so many
 * decimals.
 */
export function readTyped(text: string, decimals: number, style?: NumberStyle): TypedAmount {
  const bare = text.trim().replace(/^\p{Sc}\s?|\s?(?:\p{Sc}|%)$/gu, '');
  const short = SHORT.exec(bare);
  if (short) return finish(expand(short[1]!, short[2]!), decimals);
  if (!style && ONE_GROUP.test(bare)) return { ok: false, fault: 'ambiguous' };
  const readings = new Map(
    (style ? [style] : STYLES).map((each) => [each, readIn(bare, each, decimals)]),
  );
  const values = new Set([...readings.values()].flatMap((each) => (each.ok ? [each.value] : [])));
  if (values.size > 1) return { ok: false, fault: 'ambiguous' };
  return [...readings.values()].find((each) => each.ok) ?? readings.get(style ?? 'point')!;
}

/**
 * The one style in which every text of a pasted block can be read; null when both or neither do.
 */
export function styleOf(texts: readonly string[], decimals: number): NumberStyle | null {
  const possible = STYLES.filter((style) =>
    texts.every((text) => text.trim() === '' || readTyped(text, decimals, style).ok),
  );
  return possible.length === 1 ? possible[0]! : null;
}

function readIn(text: string, style: NumberStyle, decimals: number): TypedAmount {
  const match = PLAIN[style].exec(text) ?? GROUPED[style].exec(text);
  if (!match) return { ok: false, fault: 'notANumber' };
  const [, sign, whole, fraction] = match;
  // Zeros beyond the decimals are let pass only where they cannot be thousands: "80,000" is never
  // 80.
  if (style === 'comma' && (fraction?.length ?? 0) > decimals)
    return { ok: false, fault: 'tooManyDecimals' };
  return finish(
    `${sign}${whole!.replace(/\D/g, '')}${fraction === undefined ? '' : `.${fraction}`}`,
    decimals,
  );
}

function finish(plain: string, decimals: number): TypedAmount {
  const result = parseDecimal(plain, decimals);
  return result.ok
    ? { ok: true, value: result.minor, decimal: writeDecimal(result.minor, decimals) }
    : result;
}

/** Moves the point by text, so that 1.2m is exactly 1200000. */
function expand(number: string, suffix: string): string {
  const zeros = suffix.toLowerCase() === 'k' ? 3 : 6;
  const [whole = '', fraction = ''] = number.split('.');
  const padded = fraction.padEnd(zeros, '0');
  const rest = padded.slice(zeros);
  return `${whole}${padded.slice(0, zeros)}${rest ? `.${rest}` : ''}`;
}
