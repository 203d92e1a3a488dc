import type { FieldFault } from '#contract/errors/catalogue';
import type { MeasureInput } from '#contract/schemas/measure';
import { customPartOf } from '#core/measure/customPart';
import {
  type DealAddend,
  isCustom,
  isTyped,
  type RatioAddend,
  statesOf,
  unitOfAddend,
} from '#core/measure/definition';
import { COUNT_RATIO_UNITS, type Measure, unitOf } from '#core/measure/measure';
import type { StoredCustomField } from '../ledger/companyState';
import { findCustomFaults } from './checkCustom';

const CODE = /^[a-z][a-z0-9_]{0,23}$/;

/** Every fault of a measure, at its field; none for a sound one. `known`: those there are. */
export function findMeasureFaults(
  input: Omit<MeasureInput, 'code'> & { code?: string },
  known: readonly Measure[],
  customFields: readonly StoredCustomField[],
): FieldFault[] {
  const { definition } = input;
  const faults: FieldFault[] = [];
  if (input.code !== undefined && !CODE.test(input.code))
    faults.push({ field: 'code', code: 'measureCode' });
  for (const field of ['name', 'group', 'description'] as const)
    if (input[field].trim() === '') faults.push({ field, code: 'required' });
  faults.push(...findCustomFaults(definition, customFields));
  const check = (addend: DealAddend, at: string) => {
    if (isCustom(addend)) return;
    const unknown = addend.states.filter((state) => !statesOf(addend.field).includes(state));
    if (unknown.length > 0)
      faults.push({
        field: `${at}/states`,
        code: 'fieldState',
        params: { states: unknown.join(' and ') },
      });
  };
  if (definition.kind === 'sum' || definition.kind === 'count') {
    check(definition.of, 'definition/of');
    const { of } = definition;
    const unit = unitOfAddend(of);
    const isCount = unit === 'count' && (isCustom(of) || of.field !== 'timedDeals');
    const isSum = unit === 'money' || unit === 'quantity';
    if (definition.kind === 'count' ? !isCount : !isSum)
      faults.push({
        field: 'definition/of/field',
        code: definition.kind === 'count' ? 'countField' : 'sumField',
      });
  }
  if (definition.kind === 'ratio') {
    for (const side of ['numerator', 'denominator'] as const) {
      const addend = definition[side];
      if (!isTyped(addend)) check(addend, `definition/${side}`);
      else if (!isSummed(addend, known))
        faults.push({ field: `definition/${side}`, code: 'notSummed' });
    }
    if (isSame(definition.numerator, definition.denominator))
      faults.push({ field: 'definition/denominator', code: 'sameAddends' });
  }
  const unit = unitOf(definition);
  const isRatioOfCounts = unit === null && definition.kind === 'ratio';
  if (unit !== null && unit !== input.valueKind)
    faults.push({ field: 'unit', code: 'unitOfDefinition', params: { unit } });
  else if (isRatioOfCounts && !COUNT_RATIO_UNITS.some((each) => each === input.valueKind))
    faults.push({
      field: 'unit',
      code: 'unitOfDefinition',
      params: { unit: 'percent or a number' },
    });
  return faults;
}

/** Typed in, added up, and in whole numbers or money: what can be a side of a ratio. */
function isSummed(
  { measure, valueKind }: Extract<RatioAddend, { measure: string }>,
  known: readonly Measure[],
): boolean {
  const found = known.find((each) => each.code === measure);
  return (
    found?.definition.kind === 'typed' &&
    found.definition.accumulation === 'sum' &&
    found.valueKind === valueKind &&
    (valueKind === 'money' || found.decimals === 0)
  );
}

function isSame(left: RatioAddend, right: RatioAddend): boolean {
  if (isTyped(left) || isTyped(right))
    return isTyped(left) && isTyped(right) && left.measure === right.measure;
  if (isCustom(left) || isCustom(right))
    return isCustom(left) && isCustom(right) && customPartOf(left) === customPartOf(right);
  return (
    left.field === right.field && [...left.states].sort().join() === [...right.states].sort().join()
  );
}
