import type { CustomField } from '#contract/schemas/customField';
import type { Deal, DealInput, DealStatus } from '#contract/schemas/deal';
import { addLines, type LineNumbers, lineTotal } from '#core/deal/line';
import { writeDecimal } from '#core/money/amount';
import { exponentOf } from '#core/money/currency';
import { readTyped } from '#core/money/typed';
import type { Day } from '#core/period/day';
import { toCustomInput, toCustomTexts } from '../../app/customFields/texts';
import { toIsoText } from '../../app/typedDay';

export interface LineValues {
  product: string;
  quantity: string;
  unitPrice: string;
  unitCost: string;
}

export interface CreditValues {
  salesperson: string;
  percent: string;
}

export interface FormValues {
  salesperson: string;
  customer: string;
  amount: string;
  currency: string;
  status: DealStatus;
  closedOn: string;
  expectedOn: string;
  openedOn: string;
  probability: string;
  stage: string;
  lostReason: string;
  product: string;
  category: string;
  source: string;
  location: string;
  quantity: string;
  cost: string;
  commissionRate: string;
  deal: string;
  notes: string;
  reason: string;
  lines: LineValues[];
  /** Empty for a deal that is one person's. */
  credit: CreditValues[];
  /** Custom fields by their code, as texts. */
  custom: Record<string, string>;
}

const NO_CUSTOM = { fields: [], currency: 'EUR' };

export const NEW_LINE: LineValues = { product: '', quantity: '1', unitPrice: '', unitCost: '' };

const QUANTITY_DECIMALS = 3;
/** A share as one types it: 0.035 is "3.5"; empty where there is none. */
export const toPercentText = (share: number | null | undefined) =>
  share == null ? '' : String(Math.round(share * 10_000) / 100);

export function toValues(
  deal: Deal | null,
  owner: string,
  today: string,
  reporting: string,
  fields: readonly CustomField[] = [],
): FormValues {
  return {
    salesperson: deal?.salesperson ?? owner,
    customer: deal?.customer ?? '',
    amount: deal?.amount ?? '',
    currency: deal?.currency ?? reporting,
    status: deal?.status ?? 'won',
    closedOn: deal?.closedOn ?? (deal ? '' : today),
    expectedOn: deal?.expectedOn ?? '',
    openedOn: deal?.openedOn ?? '',
    probability: toPercentText(deal?.probability),
    stage: deal?.stage ?? '',
    lostReason: deal?.lostReason ?? '',
    product: deal?.product ?? '',
    category: deal?.category ?? '',
    source: deal?.source ?? '',
    location: deal?.location ?? '',
    quantity: deal?.quantity == null ? '' : String(deal.quantity),
    cost: deal?.cost ?? '',
    commissionRate: toPercentText(deal?.commissionRate),
    deal: deal?.deal ?? '',
    notes: deal?.notes ?? '',
    reason: '',
    lines:
      deal?.lines?.map((line) => ({
        product: line.product,
        quantity: String(line.quantity),
        unitPrice: line.unitPrice,
        unitCost: line.unitCost ?? '',
      })) ?? [],
    credit:
      deal?.credit?.map((each) => ({
        salesperson: each.salesperson,
        percent: String(each.percent),
      })) ?? [],
    custom: toCustomTexts(fields, deal?.customFields ?? {}),
  };
}

/**
 * A typed amount as the contract has it; what cannot be read goes as it stands, to be refused with
 * its words.
 */
function toAmountText(text: string, decimals: number): string {
  const typed = readTyped(text, decimals);
  return typed.ok ? typed.decimal : text.trim() || '?';
}

const toNumber = (text: string) => (text.trim() === '' ? null : Number(text.replace(',', '.')));

/** Percent typed as a share: "3" is 0.03. A text that is no number becomes one that is refused. */
function toShare(text: string): number | null {
  const number = toNumber(text);
  return number === null ? null : Number.isNaN(number) ? -1 : Math.round(number * 100) / 10_000;
}

/** The form's texts as the contract has them; what the form does not show stays as it was. */
export function toInput(
  values: FormValues,
  deal: Deal | null,
  today: Day,
  { fields, currency }: { fields: readonly CustomField[]; currency: string } = NO_CUSTOM,
): DealInput {
  const customFields = toCustomInput(fields, values.custom, deal?.customFields ?? {}, {
    today,
    currency,
  });
  const decimals = exponentOf(values.currency);
  const isOpen = values.status === 'open';
  const lines = values.lines.filter((line) => line.product !== '' || line.unitPrice !== '');
  const optional = (text: string) => text || null;
  return {
    salesperson: values.salesperson,
    customer: values.customer,
    currency: values.currency,
    status: values.status,
    amount:
      lines.length > 0
        ? (sumOfLines(lines, decimals) ?? '?')
        : toAmountText(values.amount, decimals),
    closedOn: isOpen ? null : optional(toIsoText(values.closedOn, today, 'past')),
    expectedOn: isOpen
      ? optional(toIsoText(values.expectedOn, today, 'future'))
      : (deal?.expectedOn ?? null),
    openedOn: optional(toIsoText(values.openedOn, today, 'past')),
    probability: isOpen ? toShare(values.probability) : null,
    stage: optional(values.stage),
    lostReason: values.status === 'lost' ? optional(values.lostReason) : null,
    product: optional(values.product),
    category: optional(values.category),
    source: optional(values.source),
    location: optional(values.location),
    quantity: toNumber(values.quantity),
    cost: values.cost.trim() === '' ? null : toAmountText(values.cost, decimals),
    commissionRate: toShare(values.commissionRate),
    credit: toCredit(values),
    refundOf: deal?.refundOf ?? null,
    notes: optional(values.notes.trim()),
    lines:
      lines.length === 0
        ? null
        : lines.map((line) => ({
            product: line.product || ' ',
            quantity: toNumber(line.quantity) ?? 0,
            unitPrice: toAmountText(line.unitPrice, decimals),
            unitCost: line.unitCost.trim() === '' ? null : toAmountText(line.unitCost, decimals),
          })),
    ...(values.deal.trim() ? { deal: values.deal.trim() } : {}),
    ...(customFields ? { customFields } : {}),
  };
}

/** The one who is named first owns the deal. */
function toCredit({ credit, salesperson }: FormValues): DealInput['credit'] {
  if (credit.length === 0) return null;
  const shares = credit.map((each) => ({
    salesperson: each.salesperson,
    percent: toNumber(each.percent) ?? 0,
  }));
  return shares.map((share, index) => (index === 0 ? { ...share, salesperson } : share));
}

/** A line's numbers; null while one of them cannot be read. */
function readLine(line: LineValues, decimals: number): LineNumbers | null {
  const [quantity, price, cost] = [
    readTyped(line.quantity, QUANTITY_DECIMALS),
    readTyped(line.unitPrice, decimals),
    readTyped(line.unitCost, decimals),
  ];
  if (!quantity.ok || !price.ok) return null;
  return {
    quantity: quantity.value,
    unitPrice: price.value,
    unitCost: cost.ok ? cost.value : null,
  };
}

/** Minor units; null while it cannot be read. */
export function totalOfLine(line: LineValues, decimals: number): number | null {
  const read = readLine(line, decimals);
  return read && lineTotal(read.quantity, read.unitPrice);
}

/** The deal's amount as its lines make it; null while one of them cannot be read. */
export function sumOfLines(lines: readonly LineValues[], decimals: number): string | null {
  const read = lines.map((line) => readLine(line, decimals));
  const amount = read.every((line) => line !== null) ? addLines(read).amount : NaN;
  return Number.isSafeInteger(amount) ? writeDecimal(amount, decimals) : null;
}

/** Shares of so many people that add up to 100, the odd rest to the first. */
export function shareEvenly(count: number): string[] {
  const part = Math.floor(10_000 / count) / 100;
  return Array.from({ length: count }, (_, index) =>
    String(index === 0 ? Math.round((100 - part * (count - 1)) * 100) / 100 : part),
  );
}
