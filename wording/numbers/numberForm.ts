import { language } from '../language';

interface NumberForm {
  decimal: string;
  /** Before the sign of percent: nothing, or a space that does not break. */
  beforePercent: string;
}

const forms = new Map<string, NumberForm>();

function numberForm(): NumberForm {
  const { numbers } = language();
  let form = forms.get(numbers);
  if (!form) {
    const parts = new Intl.NumberFormat(numbers, {
      style: 'percent',
      minimumFractionDigits: 1,
    }).formatToParts(0.5);
    const valueOf = (wanted: Intl.NumberFormatPartTypes) =>
      parts.find(({ type }) => type === wanted)?.value ?? '';
    form = { decimal: valueOf('decimal'), beforePercent: valueOf('literal') };
    forms.set(numbers, form);
  }
  return form;
}

/** A true minus sign, Intl writes a hyphen in English. */
export function withTrueMinus(text: string): string {
  return text.replace('-', '\u2212');
}

/** A number as JavaScript writes it ("-82.5") in the reader's form. */
export function localNumber(text: string): string {
  const { decimal } = numberForm();
  return withTrueMinus(decimal === '.' ? text : text.replace('.', decimal));
}

/** A number that is written in the reader's form as a percent: "82.5%", "82,5 %". */
export function percentText(number: string): string {
  return `${number}${numberForm().beforePercent}%`;
}
