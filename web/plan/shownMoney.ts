import type { OwnTarget, PlanGridData } from '#contract/schemas/planGrid';
import type { TargetChange } from '#contract/schemas/target';
import { parseDecimal } from '#core/money/amount';
import { exponentOf } from '#core/money/currency';
import { decimalsOf, type FigureUnit } from '#core/money/figureUnit';
import { convertBack, convertMinor } from '#core/money/rate';

/** A change's amounts in the reporting currency, and as they are where they are in another. */
export interface ReadAmounts {
  target: number | null;
  floor: number | null;
  stretch: number | null;
  own: OwnTarget | null;
}

/**
 * What a plan's amounts are shown and set in: the reporting currency, or another one at the plan's
 * fixed rate.
 */
export class ShownMoney {
  readonly currency: string;
  /** Null for the reporting currency, and for a currency of which the plan has no rate. */
  readonly rate: string | null;
  readonly figure: FigureUnit;

  constructor(
    private sheet: PlanGridData,
    currency: string,
  ) {
    const { valueKind, decimals } = sheet.measure;
    this.rate =
      currency === sheet.currency || valueKind !== 'money' ? null : (sheet.rates[currency] ?? null);
    this.currency = this.rate === null ? sheet.currency : currency;
    this.figure =
      valueKind === 'money'
        ? { kind: 'money', currency: this.currency }
        : { kind: valueKind, decimals };
  }

  /** An amount in the reporting currency as it is shown. */
  toShown(value: number | null): number | null {
    return value === null || this.rate === null
      ? value
      : convertBack(Math.round(value), this.currency, this.sheet.currency, this.rate);
  }

  /** A change's amounts in the reporting currency, and as they are where they are in another. */
  readChange({ target, floor, stretch, currency }: TargetChange): ReadAmounts {
    const rate =
      currency && currency !== this.sheet.currency ? this.sheet.rates[currency] : undefined;
    const decimals =
      rate === undefined
        ? decimalsOf({
            ...this.figure,
            ...(this.sheet.measure.valueKind === 'money' ? { currency: this.sheet.currency } : {}),
          })
        : exponentOf(currency!);
    const read = (text: string | null | undefined) => {
      const amount = text == null ? null : parseDecimal(text, decimals);
      return amount?.ok ? amount.minor : null;
    };
    const typed = { target: read(target), floor: read(floor), stretch: read(stretch) };
    if (rate === undefined) return { ...typed, own: null };
    const convert = (value: number | null) =>
      value === null ? null : convertMinor(value, currency!, this.sheet.currency, rate);
    return {
      target: convert(typed.target),
      floor: convert(typed.floor),
      stretch: convert(typed.stretch),
      own: typed.target === null ? null : { currency: currency!, ...typed, target: typed.target },
    };
  }
}
