import type { CustomField } from '#contract/schemas/customField';
import { type ChosenOf, type CustomDealState, DEAL_DATES } from '#core/measure/customPart';
import {
  DEAL_STATES,
  type DealAddend,
  type Field,
  isCustom,
  statesOf,
} from '#core/measure/definition';
import { fieldName, nameOfDate } from '#wording/fieldNames';

/** A choice of what is added up: a field that every deal has, or one of the company's own. */
export interface AddendOption {
  value: string;
  name: string;
  isCustom: boolean;
}

/** What is counted by another day than the closing; the rest counts by the closing alone. */
const PLACEABLE = ['amount', 'deals'] as const satisfies readonly Field[];
type Placeable = (typeof PLACEABLE)[number];

/** The date by which an addend's deals count. */
export function placedByOf(addend: DealAddend): string {
  return isCustom(addend) ? addend.placedBy : 'closedOn';
}

/** Whether an addend may count by another date than the closing. */
export function mayBePlaced(addend: DealAddend): boolean {
  return isCustom(addend) || (PLACEABLE as readonly string[]).includes(addend.field);
}

/** What may be added up, or counted, of deals. */
export function listOptions(
  kind: 'sum' | 'count' | 'ratio',
  builtIn: readonly Field[],
  fields: readonly CustomField[],
): AddendOption[] {
  const own = fields.filter((field) => {
    const isSum = field.kind === 'money' || field.kind === 'number';
    const isCount = field.kind === 'choice' || field.kind === 'yesNo';
    return (isSum && kind !== 'count') || (isCount && kind !== 'sum');
  });
  return [
    ...builtIn.map((field) => ({ value: field, name: fieldName(field), isCustom: false })),
    ...own.map(({ code, name, kind: of }) => ({
      value: `custom ${code}`,
      name: of === 'choice' || of === 'yesNo' ? `deals by ${name.toLowerCase()}` : name,
      isCustom: true,
    })),
  ];
}

/** The option an addend is. */
export function optionOf(addend: DealAddend): string {
  if (!isCustom(addend)) return addend.field;
  return 'field' in addend.custom ? `custom ${addend.custom.field}` : addend.custom.kind;
}

/** Another thing to add up, of the same deals by the same date as far as that can be. */
export function chooseOption(
  option: string,
  before: DealAddend,
  fields: readonly CustomField[],
): DealAddend {
  const placedBy = placedByOf(before);
  const field = fields.find((each) => option === `custom ${each.code}`);
  if (field) return { custom: toChosen(field), states: before.states, placedBy };
  const builtIn = option as Field;
  const states = statesOf(builtIn).filter((state) => before.states.includes(state));
  const plain = {
    field: builtIn,
    states: states.length > 0 ? states : statesOf(builtIn).slice(0, 1),
  };
  return placeAddend(plain, mayBePlaced(plain) ? placedBy : 'closedOn');
}

function toChosen({ code, kind, choices }: CustomField): ChosenOf {
  if (kind === 'money' || kind === 'number') return { kind: 'sum', field: code, valueKind: kind };
  return { kind: 'choice', field: code, choice: kind === 'yesNo' ? 'yes' : (choices[0] ?? '') };
}

/** The same by another date; open deals have no closing. */
export function placeAddend(addend: DealAddend, placedBy: string): DealAddend {
  const closed = DEAL_STATES.filter((state) => addend.states.includes(state));
  const states: CustomDealState[] =
    placedBy === 'closedOn' ? (closed.length > 0 ? closed : ['won']) : addend.states;
  if (isCustom(addend)) {
    const { kind } = addend.custom;
    return placedBy === 'closedOn' && (kind === 'amount' || kind === 'deals')
      ? { field: kind, states: closed.length > 0 ? closed : ['won'] }
      : { ...addend, states, placedBy };
  }
  return placedBy === 'closedOn'
    ? addend
    : { custom: { kind: addend.field as Placeable }, states, placedBy };
}

/** The deals an addend may be of. */
export function statesFor(addend: DealAddend): readonly CustomDealState[] {
  if (!isCustom(addend)) return statesOf(addend.field);
  return addend.placedBy === 'closedOn' ? DEAL_STATES : ['open', ...DEAL_STATES];
}

/** The dates a deal has, those of every deal first. */
export function listDates(fields: readonly CustomField[]): { value: string; name: string }[] {
  return [
    ...DEAL_DATES.map((date) => ({ value: date as string, name: nameOfDate(date) })),
    ...fields
      .filter(({ kind }) => kind === 'date')
      .map(({ code, name }) => ({ value: code, name })),
  ];
}
