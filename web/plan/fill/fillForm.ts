import { readTyped } from '#core/money/typed';
import type { Period } from '#core/period/calendar';
import { fillCells } from '#core/targets/fill/fill';
import type { FillResult, FillWay, LineTerms, PeopleWeight, Phasing } from '#core/targets/fill/way';
import { EN_PLAN } from '#wording/messages/en/plan';
import { messagesOf } from '#wording/messages/translate';
import { cellsOf, type Selection, toBlockOf } from '../../ui/grid/selection';
import type { Sheet, SheetRow } from '../sheet';
import type { Workbench } from '../workbench';

const t = messagesOf('plan', EN_PLAN);

export const WAYS = ['total', 'priorYear', 'each', 'percent', 'partial', 'copy'] as const;
export type WayKind = (typeof WAYS)[number];

/** What is typed in the dialog, as text. */
export interface FillForm {
  way: WayKind;
  amount: string;
  percent: string;
  people: PeopleWeight;
  phasing: Phasing;
  /** In whole units of the measure: 1, 100, 1000 ... */
  rounding: number;
  who: 'selected' | 'people' | 'below' | 'own';
  when: 'selected' | 'shown';
  terms: Readonly<Record<number, TermsText>>;
  /** Shares of the periods in percent, by period, for a phasing of one's own. */
  shares: Readonly<Record<string, string>>;
  plan: number | null;
}

export interface TermsText {
  isLocked?: boolean;
  least?: string;
  most?: string;
  share?: string;
}

export type FormFaults = Partial<
  Record<'amount' | 'percent' | 'terms' | 'shares' | 'plan', string>
>;

/** The lines that a choice of "who" means. */
export function linesOf(sheet: Sheet, who: FillForm['who'], selection: Selection): SheetRow[] {
  const below = sheet.rows.slice(0, sheet.ownRow);
  if (who === 'own' || sheet.ownRow === 0) return [sheet.rows[sheet.ownRow]!];
  if (who === 'people') return below.filter((row) => row.unit.kind === 'salesperson');
  if (who === 'below') return below.filter((row) => row.depth === 1);
  const { top, bottom } = toBlockOf(selection);
  return sheet.rows.slice(top, bottom + 1);
}

/**
 * The periods that a choice of "when" means: the shortest ones shown, of all columns or of those
 * selected.
 */
export function periodsOf(sheet: Sheet, when: FillForm['when'], selection: Selection): Period[] {
  const leaves = sheet.columns.filter((column) => !column.isSum).map((column) => column.period);
  if (when === 'shown') return leaves;
  const chosen = [...cellsOf({ ...toBlockOf(selection), top: 0, bottom: 0 })].map(
    ({ column }) => sheet.columns[column]!.period,
  );
  return leaves.filter((leaf) =>
    chosen.some((period) => leaf.from >= period.from && leaf.to <= period.to),
  );
}

/** Reads a percent such as "5", "5.5%" or "−3" in basis points; null for what is none. */
export function readBasisPoints(text: string): number | null {
  const match = /^([+\-\u2212]?) ?(\d{1,5}(?:\.\d{1,2})?) ?%?$/.exec(text.trim());
  return match
    ? Math.round(Number(match[2]) * 100) * (match[1] === '' || match[1] === '+' ? 1 : -1)
    : null;
}

export interface ReadFill {
  faults: FormFaults;
  /** Null while a field cannot be read. */
  result: FillResult | null;
  lines: SheetRow[];
  periods: Period[];
}

/** What the form would do: every cell it would change, or what is wrong and where. */
export function readFill(
  form: FillForm,
  sheet: Sheet,
  selection: Selection,
  other: Workbench | null,
): ReadFill {
  const { bench } = sheet;
  const lines = linesOf(sheet, form.who, selection);
  const periods = periodsOf(sheet, form.when, selection);
  const faults: FormFaults = {};
  const way = readWay(form, bench, lines, periods, faults);
  if (!way || Object.keys(faults).length > 0) return { faults, result: null, lines, periods };
  if (way.kind === 'copy' && !other)
    return {
      faults: { plan: form.plan === null ? t('planIsMissing') : '' },
      result: null,
      lines,
      periods,
    };
  // Amounts of two currencies must never be mixed.
  if (way.kind === 'copy' && other!.currency !== bench.currency)
    return {
      faults: { plan: t('thatPlanHasNoFixed', { currency: bench.currency }) },
      result: null,
      lines,
      periods,
    };
  const step = form.rounding * bench.oneUnit;
  return {
    faults,
    result: fillCells(
      { way, unitIds: lines.map((line) => line.unit.id), periods, step },
      bench.toFillSource(other?.toFillSource().targetOf),
    ),
    lines,
    periods,
  };
}

function readWay(
  form: FillForm,
  bench: Workbench,
  lines: readonly SheetRow[],
  periods: readonly Period[],
  faults: FormFaults,
): FillWay | null {
  if (form.way === 'copy') return { kind: 'copy' };
  if (form.way === 'priorYear' || form.way === 'percent') {
    const growth = readBasisPoints(form.percent);
    if (growth === null)
      faults.percent =
        form.percent.trim() === '' ? '' : t('isNotAPercentWrite', { percent: form.percent });
    return growth === null ? null : { kind: form.way, growth };
  }
  if (form.way === 'partial' && form.amount.trim() === '') return { kind: 'partial', full: null };
  const amount = readAmount(form.amount, bench);
  if (amount === null) {
    faults.amount =
      form.amount.trim() === '' ? '' : t('isNotAnAmountWriteFor', { amount: form.amount });
    return null;
  }
  if (form.way === 'each') return { kind: 'each', amount };
  if (form.way === 'partial') return { kind: 'partial', full: amount };
  const terms = new Map<number, LineTerms>();
  for (const { unit } of lines)
    terms.set(unit.id, readTerms(form.terms[unit.id] ?? {}, unit.name, bench, faults));
  const periodShares = form.phasing === 'custom' ? readShares(form, periods, faults) : undefined;
  return {
    kind: 'total',
    total: amount,
    people: form.people,
    phasing: form.phasing,
    terms,
    ...(periodShares ? { periodShares } : {}),
  };
}

/** What is left to 100 % is said while it is typed. */
function readShares(form: FillForm, periods: readonly Period[], faults: FormFaults): number[] {
  const shares = periods.map((period) => {
    const text = form.shares[period.id] ?? '';
    const share = text.trim() === '' ? 0 : readBasisPoints(text);
    if (share === null || share < 0) faults.shares ??= t('isNotAShareIn', { text });
    return share ?? 0;
  });
  const total = shares.reduce((sum, share) => sum + share, 0);
  if (total !== 10_000) faults.shares ??= t('theSharesOfThePeriods', { sum: total / 100 });
  return shares;
}

function readTerms(text: TermsText, name: string, bench: Workbench, faults: FormFaults): LineTerms {
  const bound = (value: string | undefined) => {
    if (!value?.trim()) return null;
    const amount = readAmount(value, bench);
    if (amount === null) faults.terms ??= t('isNotAnAmount', { name, text: value });
    return amount;
  };
  const share = text.share?.trim() ? readBasisPoints(text.share) : 0;
  if (share === null || share < 0)
    faults.terms ??= t('isNotAShareInPercent', { name, share: text.share });
  return {
    isLocked: text.isLocked ?? false,
    least: bound(text.least),
    most: bound(text.most),
    share: share ?? 0,
  };
}

function readAmount(text: string, bench: Workbench): number | null {
  const typed = readTyped(text, bench.decimals);
  return typed.ok ? typed.value : null;
}
