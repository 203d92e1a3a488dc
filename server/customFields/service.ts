import { and, eq, sql } from 'drizzle-orm';
import type { FieldFault } from '#contract/errors/catalogue';
import { DEAL_COLUMNS } from '#contract/importMapping';
import {
  type CustomField,
  type CustomFieldChange,
  type CustomFieldInput,
  MOST_CUSTOM_FIELDS,
} from '#contract/schemas/customField';
import type { CustomFieldKind, CustomFieldOwner } from '#core/customField/field';
import { fieldsOfCustom } from '#core/measure/customPart';
import { listCustomAddends } from '#core/measure/measureParts';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable } from '../db/client';
import { LOCKS } from '../db/locks';
import { announce } from '../db/notify';
import { customField } from '../db/tables/index';
import { cleanName } from '../input';
import { assertNoFieldErrors, ProblemError } from '../problem';

const CODE = /^[a-z][a-z0-9_]{0,23}$/;
const CUSTOMER_COLUMNS = ['customer', 'group', 'email', 'address', 'owner', 'notes'];
/** What a column of the files means already. */
const TAKEN: Readonly<Record<CustomFieldOwner, ReadonlySet<string>>> = {
  deal: new Set<string>([...DEAL_COLUMNS, 'line', 'price']),
  customer: new Set(CUSTOMER_COLUMNS),
};
const TABLES: Readonly<Record<CustomFieldOwner, string>> = { deal: 'deal', customer: 'customer' };

/** Every field, archived ones too, in their order. */
export function listCustomFields({ replica }: Context): CustomField[] {
  return replica.company!.customFields.map((field) => ({ ...field, choices: [...field.choices] }));
}

/** Gives deals or customers a field. @throws ProblemError invalidInput, tooManyCustomFields */
export async function addCustomField(
  context: Context,
  userId: number,
  input: CustomFieldInput,
): Promise<CustomField> {
  const { owner, code, kind } = input;
  const name = cleanName(input.name);
  const choices = tidyChoices(kind, input.choices);
  await write(context, async (tx) => {
    const all = await loadAll(tx, owner);
    assertNoFieldErrors([
      ...(CODE.test(code) ? [] : [{ field: 'code', code: 'customFieldCode' as const }]),
      ...(all.some((each) => each.code === code) || TAKEN[owner].has(code)
        ? [{ field: 'code', code: 'customFieldCodeTaken' as const }]
        : []),
      ...findNameFaults(all, name, null),
      ...findChoiceFaults(kind, choices),
    ]);
    refuseTooMany(all);
    await tx.insert(customField).values({
      owner,
      code,
      name,
      kind,
      choices,
      position: Math.max(0, ...all.map((each) => each.position + 1)),
      createdBy: userId,
    });
    await recordAudit(tx, [
      {
        userId,
        entity: 'custom field',
        entityId: `${owner} ${code}`,
        action: 'created',
        after: { name, kind, choices },
      },
    ]);
  });
  return find(context, owner, code);
}

/**
 * Changes a field. Its kind stays while anything has a value or a measure reads it; a choice stays
 * while anything has it. @throws ProblemError invalidInput, unknownCustomField, customFieldChanged,
 * tooManyCustomFields
 */
export async function changeCustomField(
  context: Context,
  userId: number,
  { owner, code }: { owner: CustomFieldOwner; code: string },
  change: CustomFieldChange,
): Promise<CustomField> {
  const name = cleanName(change.name);
  const { kind, isArchived = false } = change;
  await write(context, async (tx) => {
    const all = await loadAll(tx, owner);
    const stored = all.find((each) => each.code === code);
    if (!stored) throw new ProblemError('unknownCustomField', { code });
    if (stored.version !== change.version)
      throw new ProblemError('customFieldChanged', {
        yours: change.version,
        theirs: stored.version,
      });
    const choices = tidyChoices(kind, change.choices ?? stored.choices);
    assertNoFieldErrors([
      ...findNameFaults(all, name, code),
      ...findChoiceFaults(kind, choices),
      ...(kind === stored.kind ? [] : await findKindFaults(context, tx, owner, code)),
      ...(await findChosen(tx, owner, code, {
        gone: stored.choices.filter((each) => !choices.includes(each)),
        readers: listReaders(context, owner, code),
      })),
    ]);
    if (!isArchived && stored.archivedAt !== null) refuseTooMany(all);
    await tx
      .update(customField)
      .set({
        name,
        kind,
        choices,
        archivedAt: isArchived ? sql`coalesce(${customField.archivedAt}, now())` : null,
        version: sql`${customField.version} + 1`,
      })
      .where(and(eq(customField.owner, owner), eq(customField.code, code)));
    await recordAudit(tx, [
      {
        userId,
        entity: 'custom field',
        entityId: `${owner} ${code}`,
        action: 'changed',
        before: {
          name: stored.name,
          kind: stored.kind,
          choices: stored.choices,
          isArchived: stored.archivedAt !== null,
        },
        after: { name, kind, choices, isArchived },
      },
    ]);
  });
  return find(context, owner, code);
}

/** Puts the fields of deals or customers in this order; those not named come after. */
export async function orderCustomFields(
  context: Context,
  userId: number,
  { owner, codes }: { owner: CustomFieldOwner; codes: readonly string[] },
): Promise<CustomField[]> {
  await write(context, async (tx) => {
    const all = await loadAll(tx, owner);
    const unknown = codes.filter((code) => !all.some((each) => each.code === code));
    assertNoFieldErrors(unknown.map(() => ({ field: 'codes', code: 'unknownCustomField' })));
    const ordered = [
      ...codes,
      ...all.map((each) => each.code).filter((code) => !codes.includes(code)),
    ];
    for (const [position, code] of ordered.entries())
      await tx
        .update(customField)
        .set({ position })
        .where(and(eq(customField.owner, owner), eq(customField.code, code)));
    await recordAudit(tx, [
      {
        userId,
        entity: 'custom field',
        entityId: owner,
        action: 'ordered',
        before: all.map((each) => each.code),
        after: ordered,
      },
    ]);
  });
  return listCustomFields(context).filter((each) => each.owner === owner);
}

/** Deletes a field that nothing uses. @throws ProblemError unknownCustomField, customFieldInUse */
export async function deleteCustomField(
  context: Context,
  userId: number,
  { owner, code }: { owner: CustomFieldOwner; code: string },
): Promise<void> {
  await write(context, async (tx) => {
    const stored = (await loadAll(tx, owner)).find((each) => each.code === code);
    if (!stored) throw new ProblemError('unknownCustomField', { code });
    const uses = await describeUses(context, tx, owner, code);
    if (uses) throw new ProblemError('customFieldInUse', { name: stored.name, uses });
    await tx
      .delete(customField)
      .where(and(eq(customField.owner, owner), eq(customField.code, code)));
    await recordAudit(tx, [
      {
        userId,
        entity: 'custom field',
        entityId: `${owner} ${code}`,
        action: 'deleted',
        before: { name: stored.name, kind: stored.kind, choices: stored.choices },
      },
    ]);
  });
}

/** One change of fields at a time; everybody hears of it. */
async function write(context: Context, work: (tx: Queryable) => Promise<void>): Promise<void> {
  await context.db.transaction(async (tx) => {
    await tx.execute(sql`select pg_advisory_xact_lock(${LOCKS.customFields})`);
    await work(tx);
    await announce(tx, 'company', null);
  });
  await context.replica.afterWrite({ company: true });
}

function find(context: Context, owner: CustomFieldOwner, code: string): CustomField {
  return listCustomFields(context).find((each) => each.owner === owner && each.code === code)!;
}

type Row = typeof customField.$inferSelect;

function loadAll(tx: Queryable, owner: CustomFieldOwner): Promise<Row[]> {
  return tx
    .select()
    .from(customField)
    .where(eq(customField.owner, owner))
    .orderBy(customField.position, customField.id);
}

function refuseTooMany(all: readonly Row[]): void {
  if (all.filter((each) => each.archivedAt === null).length >= MOST_CUSTOM_FIELDS)
    throw new ProblemError('tooManyCustomFields', { most: MOST_CUSTOM_FIELDS });
}

const tidyChoices = (kind: CustomFieldKind, choices: readonly string[] = []) =>
  kind === 'choice' ? choices.map(cleanName) : [];

function findNameFaults(all: readonly Row[], name: string, code: string | null): FieldFault[] {
  if (name === '') return [{ field: 'name', code: 'required' }];
  return all.some((each) => each.code !== code && each.name.toLowerCase() === name.toLowerCase())
    ? [{ field: 'name', code: 'customFieldNameTaken' }]
    : [];
}

function findChoiceFaults(kind: CustomFieldKind, choices: readonly string[]): FieldFault[] {
  if (kind !== 'choice') return [];
  const different = new Set(choices.map((each) => each.toLowerCase()));
  return choices.length < 2 || different.size < choices.length || different.has('')
    ? [{ field: 'choices', code: 'choicesNeeded' }]
    : [];
}

/** The names of the measures that read a field of deals. */
function listReaders({ replica }: Context, owner: CustomFieldOwner, code: string) {
  if (owner !== 'deal') return [];
  return replica.company!.measureRecords.flatMap(({ name, definition }) => {
    const addends = listCustomAddends(definition);
    const reads = addends.some((addend) => {
      const { dates, fields } = fieldsOfCustom(addend);
      return dates.includes(code) || fields.includes(code);
    });
    return reads ? [{ name, addends }] : [];
  });
}

async function describeUses(
  context: Context,
  tx: Queryable,
  owner: CustomFieldOwner,
  code: string,
): Promise<string | null> {
  const readers = listReaders(context, owner, code);
  const {
    rows: [row],
  } = await tx.execute<{ count: number }>(
    sql`select count(*)::int as count from ${sql.identifier(TABLES[owner])} t where t.custom ?
      ${code}`,
  );
  const uses = [
    ...(row!.count > 0
      ? [`${row!.count} ${owner}${row!.count === 1 ? '' : 's'} with a value`]
      : []),
    ...(readers.length > 0 ? [`the measure ${readers.map((each) => each.name).join(', ')}`] : []),
  ];
  return uses.length === 0 ? null : uses.join(' and ');
}

async function findKindFaults(
  context: Context,
  tx: Queryable,
  owner: CustomFieldOwner,
  code: string,
): Promise<FieldFault[]> {
  const uses = await describeUses(context, tx, owner, code);
  return uses ? [{ field: 'kind', code: 'kindInUse', params: { uses: `it has ${uses}` } }] : [];
}

/** Choices that would go although something has them, or a measure counts them. */
async function findChosen(
  tx: Queryable,
  owner: CustomFieldOwner,
  code: string,
  { gone, readers }: { gone: readonly string[]; readers: ReturnType<typeof listReaders> },
): Promise<FieldFault[]> {
  if (gone.length === 0) return [];
  const { rows } = await tx.execute<{ choice: string; count: number }>(sql`
    select t.custom->>${code} as choice, count(*)::int as count from
      ${sql.identifier(TABLES[owner])} t where t.custom->>${code} =
        any(${sql.param(gone)}::text[]) group by 1 order by 2 desc`);
  const counted = readers.flatMap(({ name, addends }) =>
    addends.flatMap(({ custom }) =>
      custom.kind === 'choice' && custom.field === code && gone.includes(custom.choice)
        ? [{ choice: custom.choice, count: `the measure ${name}` }]
        : [],
    ),
  );
  const [first] = [
    ...rows.map(({ choice, count }) => ({
      choice,
      count: `${count} ${owner}${count === 1 ? '' : 's'}`,
    })),
    ...counted,
  ];
  return first ? [{ field: 'choices', code: 'choiceInUse', params: first }] : [];
}
