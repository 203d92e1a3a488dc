/**
 * Minor-unit exponents that differ from 2. Source: ISO 4217:2015, list one, column "minor unit";
 * checked against Intl in the test.
 */
const EXPONENTS: Readonly<Record<string, number>> = {
  BIF: 0,
  CLP: 0,
  DJF: 0,
  GNF: 0,
  ISK: 0,
  JPY: 0,
  KMF: 0,
  KRW: 0,
  PYG: 0,
  RWF: 0,
  UGX: 0,
  UYI: 0,
  VND: 0,
  VUV: 0,
  XAF: 0,
  XOF: 0,
  XPF: 0,
  BHD: 3,
  IQD: 3,
  JOD: 3,
  KWD: 3,
  LYD: 3,
  OMR: 3,
  TND: 3,
  CLF: 4,
  UYW: 4,
};

/** True for three capital letters that Intl knows as a currency. */
export function isCurrency(code: string): boolean {
  return /^[A-Z]{3}$/.test(code) && Intl.supportedValuesOf('currency').includes(code);
}

/**
 * How many decimals an amount in this currency has: `exponentOf('EUR') === 2`, `exponentOf('JPY')
 * === 0`. Source: ISO 4217. Codes not in the list of exceptions have 2.
 */
export function exponentOf(currency: string): number {
  return EXPONENTS[currency] ?? 2;
}
