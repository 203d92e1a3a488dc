import type { FieldFault } from '#contract/errors/catalogue';
import { type CustomAddend, DEAL_DATES } from '#core/measure/customPart';
import { type DealAddend, type Definition, isCustom, isTyped } from '#core/measure/definition';
import { medianAddends } from '#core/measure/measureParts';
import type { StoredCustomField } from '../ledger/companyState';

/** Every fault of what a measure reads of custom fields and dates, at its field. */
export function findCustomFaults(
  definition: Definition,
  customFields: readonly StoredCustomField[],
): FieldFault[] {
  const fields = new Map(
    customFields.filter((each) => each.owner === 'deal').map((each) => [each.code, each]),
  );
  return listPlaced(definition).flatMap(([addend, at]) => checkAddend(addend, at, fields));
}

/** What a definition reads of deals, with where in it that stands. */
function listPlaced(definition: Definition): [CustomAddend, string][] {
  const side = (addend: DealAddend, at: string): [CustomAddend, string][] =>
    isCustom(addend) ? [[addend, at]] : [];
  switch (definition.kind) {
    case 'sum':
    case 'count':
      return side(definition.of, 'definition/of');
    case 'ratio':
      return (['numerator', 'denominator'] as const).flatMap((name) => {
        const addend = definition[name];
        return isTyped(addend) ? [] : side(addend, `definition/${name}`);
      });
    case 'median':
      return [[medianAddends(definition)[0], 'definition']];
    case 'elapsed':
    case 'share': {
      const { of, states, placedBy } = definition;
      return [
        [{ custom: { kind: 'days', from: of.from, to: of.to }, states, placedBy }, 'definition'],
      ];
    }
    default:
      return [];
  }
}

function checkAddend(
  { custom, states, placedBy }: CustomAddend,
  at: string,
  fields: ReadonlyMap<string, StoredCustomField>,
): FieldFault[] {
  const faults: FieldFault[] = [];
  const checkKind = (code: string, path: string, kinds: readonly string[], word: string) => {
    const field = fields.get(code);
    if (!field) faults.push({ field: `${at}/${path}`, code: 'unknownCustomField' });
    else if (!kinds.includes(field.kind))
      faults.push({
        field: `${at}/${path}`,
        code: 'notOfThisKind',
        params: { kind: word, name: field.name },
      });
    return field;
  };
  const checkDate = (date: string, path: string) => {
    if (!(DEAL_DATES as readonly string[]).includes(date)) checkKind(date, path, ['date'], 'date');
  };
  checkDate(placedBy, 'placedBy');
  if (placedBy === 'closedOn' && states.includes('open'))
    faults.push({ field: `${at}/states`, code: 'openByClosing' });
  if ('from' in custom) {
    checkDate(custom.from, 'of/from');
    checkDate(custom.to, 'of/to');
    if (custom.from === custom.to) faults.push({ field: `${at}/of/to`, code: 'datesSame' });
  }
  if (custom.kind === 'sum' || custom.kind === 'value')
    checkKind(custom.field, 'custom/field', [custom.valueKind], custom.valueKind);
  if (custom.kind === 'choice') {
    const field = checkKind(custom.field, 'custom/field', ['choice', 'yesNo'], 'choice or yes/no');
    const choices = field?.kind === 'yesNo' ? ['yes', 'no'] : (field?.choices ?? []);
    if (field && !choices.includes(custom.choice))
      faults.push({
        field: `${at}/custom/choice`,
        code: 'notAChoice',
        params: { choices: choices.join(', ') },
      });
  }
  return faults;
}
