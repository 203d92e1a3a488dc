import { localNumber, percentText } from './numberForm';

/**
 * An attainment as whole percent in words that never cross a cut or 100 %: 99.6 % is shown as
 * "99.6%", not "100%" (docs/calculations.md, 7). Decimals are added only where a rounded figure
 * would stand on the other side of a cut than the exact one.
 * @param ratio  0.825 for 82.5 %
 * @param thresholds  whole percents that must not be crossed; 100 is always among them
 */
export function showPercent(ratio: number, thresholds: readonly number[] = []): string {
  const exact = ratio * 100;
  for (let decimals = 0; decimals <= 2; decimals++) {
    // A whole number rounds alike and much faster; it is asked of every unit in a table.
    const shown =
      decimals === 0 && exact >= 0 && exact < 1e15
        ? Math.round(exact)
        : Number(exact.toFixed(decimals));
    if (!crosses(exact, shown, thresholds))
      return percentText(
        decimals === 0 && shown > 0 ? `${shown}` : localNumber(shown.toFixed(decimals)),
      );
  }
  const cut = Math.round(exact);
  return percentText(localNumber((exact < cut ? cut - 0.01 : cut + 0.01).toFixed(2)));
}

function crosses(exact: number, shown: number, thresholds: readonly number[]): boolean {
  if (exact < 100 !== shown < 100) return true;
  for (const cut of thresholds) if (exact < cut !== shown < cut) return true;
  return false;
}

/** A share as a whole percent, for axes and marks that judge nothing: "62%". */
export function showWholePercent(ratio: number): string {
  return percentText(localNumber(String(Math.round(ratio * 100))));
}

/** A change with its sign and one decimal: "+11.4%". */
export function showChange(ratio: number): string {
  const shown = (ratio * 100).toFixed(1);
  return percentText(localNumber(Number(shown) > 0 ? `+${shown}` : shown.replace('-0.0', '0.0')));
}
