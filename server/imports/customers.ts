import { isDeepStrictEqual } from 'node:util';
import { drizzle } from 'drizzle-orm/node-postgres';
import type { ImportReport } from '#contract/schemas/import';
import {
  checkDetails,
  type CustomerDetails,
  DETAIL_FIELDS,
  type GivenDetails,
  loadCustomers,
  loadSecondSpellings,
  writeDetails,
} from '../customers/index';
import { customCodesOf, mergeCustomValues } from '../customFields/index';
import { type Database, inTransaction } from '../db/client';
import { LOCKS } from '../db/locks';
import { cleanName } from '../input';
import type { CompanyState } from '../ledger/companyState';
import type { ImportCall } from './call';
import { collectRows, findLongText } from './collectRows';
import type { CsvRecord } from './csv';

export const CUSTOMER_COLUMNS = {
  known: ['customer', 'group', 'email', 'address', 'owner', 'notes'],
  required: ['customer'],
};

interface Row {
  name: string;
  given: GivenDetails;
}

/**
 * Imports `customers.csv`, found by name: all rows or none; the same file again changes nothing. A
 * column the file does not have stays as it is; an empty field empties.
 */
export async function importCustomers(
  call: ImportCall,
  source: AsyncIterable<CsvRecord[]>,
): Promise<ImportReport> {
  const { context, principal, fileName, reason } = call;
  const company = context.replica.company!;
  const codes = customCodesOf(company.customFields, 'customer');
  const meant = await loadSecondSpellings(context.db);
  let columns: ReadonlySet<string> = new Set();
  const { heading, tally, rows } = await collectRows<Row>(
    source,
    {
      ...CUSTOMER_COLUMNS,
      known: [...CUSTOMER_COLUMNS.known, ...codes],
      corrections: call.corrections,
    },
    {
      onHeading: (found) =>
        (columns = new Set(
          [...DETAIL_FIELDS, ...codes].filter((field) => found.at[field] != null),
        )),
      check: (valueAt) => checkRow(valueAt, columns, company),
      keyOf: ({ name }) => meant.get(name.toLowerCase()) ?? name.toLowerCase(),
      field: 'customer',
    },
  );
  const facts = [...rows.values()];
  return inTransaction(
    context.jobs,
    async (client) => {
      await client.query('select pg_advisory_xact_lock($1)', [LOCKS.lists]);
      const db: Database = drizzle(client);
      const stored = await loadCustomers(
        db,
        facts.map(({ name }) => name),
      );
      const differing = facts.filter((row) => !isSame(stored.get(row.name.toLowerCase()), row));
      const created = differing.filter(({ name }) => !stored.has(name.toLowerCase())).length;
      const written = !call.isCheck && (tally.refused === 0 || call.isPartial === true);
      if (written) await writeDetails(db, differing, principal.userId, reason ?? fileName);
      return tally.toReport('customers', heading, {
        created,
        changed: differing.length - created,
        unchanged: facts.length - differing.length,
        written,
      });
    },
    ({ written }) => written,
  );
}

function checkRow(
  valueAt: (column: string) => string,
  columns: ReadonlySet<string>,
  company: Pick<CompanyState, 'tree' | 'customFields' | 'currency'>,
) {
  const name = cleanName(valueAt('customer'));
  const checked = checkDetails(
    {
      ...Object.fromEntries(
        DETAIL_FIELDS.flatMap((field) => (columns.has(field) ? [[field, valueAt(field)]] : [])),
      ),
      customFields: Object.fromEntries(
        customCodesOf(company.customFields, 'customer').flatMap((code) =>
          columns.has(code) ? [[code, valueAt(code)]] : [],
        ),
      ),
    },
    company,
    (code) => code,
  );
  const faults = [
    ...findLongText(valueAt, { customer: 200, group: 80, email: 200, address: 300, notes: 2_000 }),
    ...(checked.ok ? [] : checked.faults),
  ];
  if (name === '') faults.push({ field: 'customer', code: 'required' });
  if (faults.length > 0 || !checked.ok) return { ok: false as const, faults };
  return { ok: true as const, facts: { name, given: checked.given } };
}

function isSame(stored: CustomerDetails | undefined, { given }: Row): boolean {
  if (!stored) return false;
  return (Object.keys(given) as (keyof GivenDetails)[]).every((field) =>
    field === 'custom'
      ? isDeepStrictEqual(mergeCustomValues(stored.custom, given.custom ?? null), stored.custom)
      : field === 'group'
        ? stored.group?.toLowerCase() === given.group?.toLowerCase()
        : stored[field] === given[field],
  );
}
