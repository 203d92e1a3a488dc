import type { FieldFault } from '#contract/errors/catalogue';
import type { UnitInput, UnitsInput, UnitSummary } from '#contract/schemas/unit';
import { makeCode } from '#core/units/code';
import type { Principal, Scope } from '../access/index';
import { toUnitSummary } from '../attainment/index';
import type { Context } from '../context';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { checkPlace, checkUnit, type UnitFacts } from './check';
import { writeUnits } from './write';

interface Caller {
  scope: Scope;
  principal: Principal;
}

/**
 * Adds one unit; without a code it gets one made of its name.
 * @throws ProblemError invalidInput, outsideUnit
 */
export async function createUnit(
  context: Context,
  caller: Caller,
  input: UnitInput,
): Promise<UnitSummary> {
  const [made] = await createAll(context, caller, [input], {
    reason: input.reason ?? null,
    at: () => '',
  });
  return made!;
}

/**
 * Adds people or units of a list under one unit: all or none. Whoever stands there already under
 * the same name is refused, so that a list sent twice adds nobody twice.
 * @throws ProblemError invalidInput, outsideUnit
 */
export async function createUnits(
  context: Context,
  caller: Caller,
  { units, parent, kind, from, reason }: UnitsInput,
): Promise<UnitSummary[]> {
  const { tree } = context.replica.company!;
  const above = tree.findByCode(parent.trim());
  // Before any name is compared: who stands in another part is nobody's to find out.
  if (above && !caller.scope.sees(above.id))
    throw new ProblemError('outsideUnit', { unit: parent });
  const names = new Set(
    (above ? tree.membershipsUnder(above.id) : [])
      .filter(({ to }) => to > context.replica.asOf)
      .map(({ unitId }) => toKey(tree.find(unitId)!.name)),
  );
  const faults: FieldFault[] = [];
  units.forEach(({ name }, index) => {
    const key = toKey(name);
    if (names.has(key)) faults.push({ field: `units/${index}/name`, code: 'sameName' });
    names.add(key);
  });
  assertNoFieldErrors(faults);
  return createAll(
    context,
    caller,
    units.map((each) => ({ ...each, parent, kind, from: from ?? null })),
    { reason: reason ?? null, at: (index) => `units/${index}/` },
  );
}

const toKey = (name: string) => name.trim().replace(/\s+/g, ' ').toLowerCase();

async function createAll(
  context: Context,
  { scope, principal }: Caller,
  inputs: readonly UnitInput[],
  { reason, at }: { reason: string | null; at: (index: number) => string },
): Promise<UnitSummary[]> {
  const { tree } = context.replica.company!;
  const units = new Map<string, UnitFacts[]>();
  const faults: FieldFault[] = [];
  const isTaken = (code: string) => units.has(code) || tree.findByCode(code) !== undefined;
  inputs.forEach((input, index) => {
    const unit = input.unit ?? makeCode(input.name, input.kind, isTaken);
    const checked = checkUnit({ ...input, unit });
    const mine: FieldFault[] = checked.ok ? [] : checked.faults;
    if (checked.ok) {
      const { facts } = checked;
      if (facts.kind === 'company') mine.push({ field: 'kind', code: 'secondCompany' });
      if (isTaken(facts.code)) mine.push({ field: 'unit', code: 'codeTaken' });
      const parent = facts.parent === null ? undefined : tree.findByCode(facts.parent);
      const misplaced = checkPlace(facts, parent?.kind);
      if (misplaced) mine.push(misplaced);
      units.set(facts.code, [facts]);
    }
    faults.push(...mine.map((fault) => ({ ...fault, field: `${at(index)}${fault.field}` })));
  });
  assertNoFieldErrors(faults);
  for (const parent of new Set([...units.values()].map((places) => places[0]!.parent!)))
    if (!scope.sees(tree.findByCode(parent)!.id))
      throw new ProblemError('outsideUnit', { unit: parent });
  await context.db.transaction((tx) => writeUnits(tx, units, principal.userId, reason));
  await context.replica.afterWrite({ company: true });
  const after = context.replica.company!.tree;
  return [...units.keys()].map((code) => toUnitSummary(after.findByCode(code)!));
}
