import type { FieldFault } from '#contract/errors/catalogue';
import type { MeasureInput } from '#contract/schemas/measure';
import { type Addend, FIELD_UNITS, statesOf } from '#core/measure/definition';
import { unitOf } from '#core/measure/measure';

const CODE = /^[a-z][a-z0-9_]{0,23}$/;

/** Every fault of a measure, at its field; none for a sound one. */
export function findMeasureFaults(
  input: Omit<MeasureInput, 'code'> & { code?: string },
): FieldFault[] {
  const { definition } = input;
  const faults: FieldFault[] = [];
  if (input.code !== undefined && !CODE.test(input.code))
    faults.push({ field: 'code', code: 'measureCode' });
  for (const field of ['name', 'group', 'description'] as const)
    if (input[field].trim() === '') faults.push({ field, code: 'required' });
  const check = (addend: Addend, at: string) => {
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
    const isCount = ['deals', 'newCustomers'].includes(definition.of.field);
    const isSum = ['money', 'quantity'].includes(FIELD_UNITS[definition.of.field]);
    if (definition.kind === 'count' ? !isCount : !isSum)
      faults.push({
        field: 'definition/of/field',
        code: definition.kind === 'count' ? 'countField' : 'sumField',
      });
  }
  if (definition.kind === 'ratio') {
    check(definition.numerator, 'definition/numerator');
    check(definition.denominator, 'definition/denominator');
    if (isSame(definition.numerator, definition.denominator))
      faults.push({ field: 'definition/denominator', code: 'sameAddends' });
  }
  const unit = unitOf(definition);
  if (unit !== null && unit !== input.valueKind)
    faults.push({ field: 'unit', code: 'unitOfDefinition', params: { unit } });
  return faults;
}

function isSame(left: Addend, right: Addend): boolean {
  return (
    left.field === right.field && [...left.states].sort().join() === [...right.states].sort().join()
  );
}
