/**
 * An attainment as whole percent in words that never cross a cut or 100 %: 99.6 % is shown as "99.6%", not "100%" (CALCULATIONS 7).
 * Decimals are added only where a rounded figure would stand on the other side of a cut than the exact one.
 * @param ratio  0.825 for 82.5 %
 * @param cuts  whole percents that must not be crossed; 100 is always among them
 */
export function showPercent(ratio: number, cuts: readonly number[] = []): string {
  const exact = ratio * 100;
  for (let decimals = 0; decimals <= 2; decimals++) {
    const shown = Number(exact.toFixed(decimals));
    if (!crosses(exact, shown, cuts)) return withMinus(shown.toFixed(decimals));
  }
  const cut = Math.round(exact);
  return withMinus((exact < cut ? cut - 0.01 : cut + 0.01).toFixed(2));
}

function crosses(exact: number, shown: number, cuts: readonly number[]): boolean {
  return [100, ...cuts].some((cut) => exact < cut !== shown < cut);
}

/** A change with its sign and one decimal: "+11.4%". */
export function showChange(ratio: number): string {
  const shown = (ratio * 100).toFixed(1);
  return withMinus(Number(shown) > 0 ? `+${shown}` : shown.replace('-0.0', '0.0'));
}

function withMinus(text: string): string {
  return `${text.replace('-', '\u2212')}%`;
}
