import { sql } from 'drizzle-orm';
import type { FieldFault } from '#contract/errors/catalogue';
import type { CustomerChange } from '#contract/schemas/customer';
import type { CustomValues } from '#core/customField/field';
import { recordAudit } from '../audit/record';
import {
  checkCustomValues,
  fieldsOf,
  type GivenValues,
  mergeCustomValues,
} from '../customFields/index';
import type { Queryable } from '../db/client';
import { announce } from '../db/notify';
import { cleanName } from '../input';
import type { CompanyState } from '../ledger/companyState';
import { resolveNames } from '../lists/index';

/** What is known of a customer beside their deals. */
export interface CustomerDetails {
  group: string | null;
  email: string | null;
  address: string | null;
  ownerId: number | null;
  notes: string | null;
  /** Values of custom fields by code; null: none. */
  custom: CustomValues | null;
}
/** What is given of one: of custom fields only those that change, null takes a value away. */
export type GivenDetails = Partial<Omit<CustomerDetails, 'custom'>> & {
  custom?: GivenValues | null;
};
export type StoredCustomer = CustomerDetails & { id: number; name: string };

export const DETAIL_FIELDS = ['group', 'email', 'address', 'owner', 'notes'] as const;

/** One at sign with something before it and a domain after it, as mail is addressed (RFC 5321). */
const EMAIL = /^[^\s@]+@[^\s@]+\.[^\s@]+$/;

/** What is given of a customer; a field that is left out is not in the answer either. */
export function checkDetails(
  input: Omit<CustomerChange, 'reason'>,
  { tree, customFields, currency }: Pick<CompanyState, 'tree' | 'customFields' | 'currency'>,
  fieldAt?: (code: string) => string,
): { ok: true; given: GivenDetails } | { ok: false; faults: FieldFault[] } {
  const faults: FieldFault[] = [];
  const given: GivenDetails = {};
  for (const field of ['group', 'address', 'notes'] as const)
    if (input[field] !== undefined)
      given[field] =
        (field === 'group' ? cleanName(input[field] ?? '') : input[field]?.trim()) || null;
  if (input.email !== undefined) {
    given.email = input.email?.trim() || null;
    if (given.email !== null && !EMAIL.test(given.email))
      faults.push({ field: 'email', code: 'notAnEmail' });
  }
  if (input.owner !== undefined) {
    const owner = input.owner?.trim() ? tree.findByCode(input.owner.trim()) : null;
    if (owner === undefined) faults.push({ field: 'owner', code: 'unknownSalesperson' });
    else if (owner && owner.kind !== 'salesperson')
      faults.push({ field: 'owner', code: 'notASalesperson', params: { kind: owner.kind } });
    given.ownerId = owner?.id ?? null;
  }
  if (input.customFields !== undefined) {
    const custom = checkCustomValues(
      input.customFields,
      fieldsOf(customFields, 'customer'),
      currency,
      fieldAt,
    );
    faults.push(...custom.faults);
    if (custom.values) given.custom = custom.values;
  }
  return faults.length > 0 ? { ok: false, faults } : { ok: true, given };
}

/** Customers by lower-cased name; a second spelling leads to the customer it means. */
export async function loadCustomers(
  tx: Queryable,
  names: readonly string[] | null,
): Promise<Map<string, StoredCustomer>> {
  const { rows } = await tx.execute<StoredCustomer & { key: string } & Record<string, unknown>>(
    sql`select lower(w.name) as key, c.id, c.name, c.customer_group as "group", c.email, c.address,
      c.owner_id as "ownerId", c.notes, c.custom from customer w join customer c on c.id =
        coalesce(w.merged_into, w.id)
      where ${
        names === null
          ? sql`w.merged_into is null`
          : sql`lower(w.name) in (select lower(n) from unnest(${sql.param([...names])}::text[]) n)`
      } order by c.id`,
  );
  return new Map(rows.map(({ key, ...row }) => [key, row]));
}

/**
 * Writes what is given of customers, by name; new ones are added. A group is spelled as other
 * customers have it. Each change has its line in the history.
 */
export async function writeDetails(
  tx: Queryable,
  changes: readonly { name: string; given: GivenDetails }[],
  userId: number,
  reason: string | null,
): Promise<void> {
  if (changes.length === 0) return;
  const ids = await resolveNames(
    tx,
    'customer',
    changes.map(({ name }) => name),
  );
  const spelled = await loadGroupSpellings(tx);
  const stored = await loadCustomers(
    tx,
    changes.map(({ name }) => name),
  );
  const rows = changes.map(({ name, given }) => {
    const { id, name: storedName, ...before } = stored.get(name.toLowerCase())!;
    const after = {
      ...before,
      ...given,
      custom: mergeCustomValues(before.custom, given.custom ?? null),
    };
    const key = after.group?.toLowerCase();
    if (key !== undefined && !spelled.has(key)) spelled.set(key, after.group!);
    return {
      id: ids.get(name.toLowerCase()) ?? id,
      name: storedName,
      before,
      after: { ...after, group: key === undefined ? null : spelled.get(key)! },
    };
  });
  const given = JSON.stringify(rows.map(({ id, after }) => ({ id, ...after })));
  await tx.execute(sql`update customer c set customer_group = g."group", email = g.email, address =
    g.address, owner_id = g."ownerId", notes = g.notes, custom = nullif(g.custom, 'null'::jsonb) from jsonb_to_recordset(${given}::jsonb)
      as g(id int, "group" text, email text, address text, "ownerId" int, notes text, custom jsonb) where c.id =
        g.id`);
  await recordAudit(
    tx,
    rows.map(({ id, name, before, after }) => ({
      userId,
      entity: 'list',
      entityId: `customer ${id}`,
      action: 'described',
      before,
      after: { name, ...after },
      reason,
    })),
  );
  await announce(tx, 'deals', null);
}

/** What second spellings mean: names in small letters. */
export async function loadSecondSpellings(tx: Queryable): Promise<Map<string, string>> {
  const { rows } = await tx.execute<{ name: string; means: string }>(
    sql`select lower(w.name) as name, lower(c.name) as means from customer w join customer c on c.id
      = w.merged_into`,
  );
  return new Map(rows.map((row) => [row.name, row.means]));
}

/** Groups that customers have, by their small letters. */
async function loadGroupSpellings(tx: Queryable): Promise<Map<string, string>> {
  const { rows } = await tx.execute<{ name: string }>(sql`select min(customer_group) as name from
    customer where customer_group is not null group by lower(customer_group)`);
  return new Map(rows.map(({ name }) => [name.toLowerCase(), name]));
}
