import { type SQL, sql } from 'drizzle-orm';
import type {
  Account,
  AccountDeactivation,
  AccountHoldings,
  AccountInput,
  AccountLink,
  AccountState,
} from '#contract/schemas/account';
import { recordAudit } from '../audit/record';
import type { Context } from '../context';
import type { Queryable, Transaction } from '../db/client';
import { announce } from '../db/notify';
import { queueMail } from '../mail/index';
import { assertNoFieldErrors, ProblemError } from '../problem';
import { createAccountLink } from './accountLinks';
import { normalEmail } from './email';
import type { Principal } from './principal';
import type { Scope } from './scope';
import { endAllSessions } from './sessions';

interface AccountCall {
  context: Context;
  scope: Scope;
  principal: Principal;
}

interface AccountRow extends Record<string, unknown> {
  id: number;
  email: string;
  name: string;
  role: Account['role'];
  unit_id: number;
  state: AccountState;
  signed_in: string | null;
  created: string;
}

const ACCOUNT = sql`u.id, u.email, u.name, u.role, u.unit_id, u.last_signed_in_at::text as
  signed_in, u.created_at::text as created,
  case when u.disabled_at is not null then 'deactivated' when u.password_hash is null then
    'invited' else 'active' end as state`;

function toAccount({ context }: AccountCall, row: AccountRow): Account {
  const unit = context.replica.company!.tree.find(row.unit_id);
  return {
    id: row.id,
    email: row.email,
    name: row.name,
    role: row.role,
    unit: unit?.code ?? '',
    unitName: unit?.name ?? '',
    state: row.state,
    lastSignedInAt: row.signed_in,
    createdAt: row.created,
  };
}

async function loadAccounts(
  { context, scope }: AccountCall,
  db: Queryable,
  where: SQL,
): Promise<AccountRow[]> {
  const { rows } = await db.execute<AccountRow>(
    sql`select ${ACCOUNT} from app_user u where ${where} order by lower(u.name), u.id`,
  );
  const { tree } = context.replica.company!;
  // Whoever administers a part of the company sees the accounts of that part.
  return rows.filter(
    (row) => scope.isWhole || (scope.sees(row.unit_id) && tree.root?.id !== row.unit_id),
  );
}

/** @throws ProblemError unknownAccount */
async function findAccount(call: AccountCall, db: Queryable, id: number): Promise<AccountRow> {
  const [row] = await loadAccounts(call, db, sql`u.id = ${id}`);
  if (!row) throw new ProblemError('unknownAccount', { account: id });
  return row;
}

export async function listAccounts(call: AccountCall): Promise<Account[]> {
  return (await loadAccounts(call, call.context.db, sql`true`)).map((row) => toAccount(call, row));
}

/**
 * A salesperson is one of the tree: bound to a team they would book and read as all of it. @throws
 * ProblemError unknownUnit, invalidInput
 */
function findUnitFor({ scope }: AccountCall, { unit, role }: AccountInput): number {
  const found = scope.findUnit(unit);
  if (role === 'salesperson' && found.kind !== 'salesperson')
    assertNoFieldErrors([{ field: 'unit', code: 'needsPerson' }]);
  return found.id;
}

/**
 * Adds an account without a password and a link to choose one. @throws ProblemError emailTaken,
 * unknownUnit
 */
export async function inviteAccount(
  call: AccountCall,
  input: AccountInput,
  origin: string,
): Promise<AccountLink> {
  const unitId = findUnitFor(call, input);
  const email = normalEmail(input.email);
  return call.context.db.transaction(async (tx) => {
    const {
      rows: [made],
    } = await tx.execute<{ id: number }>(sql`
      insert into app_user (email, name, role, unit_id) values (${email}, ${input.name.trim()},
        ${input.role}, ${unitId})
      on conflict do nothing returning id`);
    if (!made) throw new ProblemError('emailTaken', { email });
    await record(call, tx, made.id, 'invited', null, {
      email,
      name: input.name.trim(),
      role: input.role,
      unit: input.unit,
    });
    return makeLink(call, tx, made.id, origin);
  });
}

/**
 * Changes who somebody is and what they may do. @throws ProblemError unknownAccount, emailTaken,
 * unknownUnit, lastAdministrator, ownAccount
 */
export async function changeAccount(
  call: AccountCall,
  id: number,
  input: AccountInput,
): Promise<Account> {
  const unitId = findUnitFor(call, input);
  const email = normalEmail(input.email);
  return call.context.db.transaction(async (tx) => {
    const before = await findAccount(call, tx, id);
    const isOther = before.role !== input.role || before.unit_id !== unitId;
    if (isOther && id === call.principal.userId) throw new ProblemError('ownAccount');
    const taken = await tx.execute(
      sql`select 1 from app_user where lower(email) = ${email} and id <> ${id}`,
    );
    if (taken.rows.length > 0) throw new ProblemError('emailTaken', { email });
    await tx.execute(
      sql`update app_user set email = ${email}, name = ${input.name.trim()}, role = ${input.role},
        unit_id = ${unitId} where id = ${id}`,
    );
    await keepAnAdministrator(tx, call);
    const after = await findAccount(call, tx, id);
    await record(call, tx, id, 'changed', toAccount(call, before), toAccount(call, after));
    return toAccount(call, after);
  });
}

/**
 * A new link to choose a password; the password there is holds until it is used. @throws
 * ProblemError unknownAccount
 */
export async function linkAccount(
  call: AccountCall,
  id: number,
  origin: string,
): Promise<AccountLink> {
  return call.context.db.transaction(async (tx) => {
    const row = await findAccount(call, tx, id);
    if (row.state === 'deactivated') throw new ProblemError('unknownAccount', { account: id });
    await record(call, tx, id, row.state === 'invited' ? 'invited again' : 'password link made');
    return makeLink(call, tx, id, origin);
  });
}

async function makeLink(
  call: AccountCall,
  tx: Transaction,
  id: number,
  origin: string,
): Promise<AccountLink> {
  const { secret, expiresAt } = await createAccountLink(tx, id, call.principal.userId);
  const account = toAccount(call, await findAccount(call, tx, id));
  // After the number sign: no server, proxy or log on the way is told the secret.
  const link = `${origin}/welcome#${secret}`;
  const isInvitation = account.state === 'invited';
  const isMailed = call.context.settings.mailServer !== null;
  // A secret that nobody sends does not wait in the database.
  if (isMailed)
    await queueMail(tx, [
      {
        key: `link ${id} ${expiresAt}`,
        kind: isInvitation ? 'invitation' : 'password',
        userId: id,
        address: account.email,
        ...describeLink(account, call.principal.name, link, isInvitation),
      },
    ]);
  return { account, link, expiresAt, isMailed };
}

function describeLink(
  { name, unitName }: Account,
  by: string,
  link: string,
  isInvitation: boolean,
) {
  const subject = isInvitation
    ? `${by} invites you to Iron Ladder`
    : 'Choose a new password for Iron Ladder';
  return {
    subject,
    title: subject,
    parts: [
      {
        kind: 'text' as const,
        text: isInvitation
          ? `Hello ${name},\n${by} has made you an account for ${unitName}. Choose a password to begin; the link is good for 7 days, once.`
          : `Hello ${name},\n${by} has made you a link to choose a new password. It is good for 7 days, once; until then your present one holds.`,
      },
      { kind: 'link' as const, text: 'Choose a password', url: link },
    ],
    footer: 'If you did not expect this, do nothing and tell your administrator.',
  };
}

/** What somebody has that goes on without them. @throws ProblemError unknownAccount */
export async function loadHoldings(call: AccountCall, id: number): Promise<AccountHoldings> {
  const { db } = call.context;
  await findAccount(call, db, id);
  const {
    rows: [row],
  } = await db.execute<AccountHoldings & Record<string, unknown>>(sql`select
    (select count(*)::int from session where user_id = ${id} and expires_at > now()) as sessions,
    (select count(*)::int from access_token where user_id = ${id} and revoked_at is null and
      expires_at > now()) as tokens,
    coalesce((select json_agg(name order by name) from board where created_by = ${id} and
      withdrawn_at is null), '[]') as boards,
    coalesce((select json_agg(name order by name) from feed_source where user_id = ${id} and not
      is_stopped), '[]') as feeds,
    coalesce((select json_agg(name order by name) from deal_view where user_id = ${id} and
      shared_with is not null), '[]') as "sharedViews"`);
  return row!;
}

/**
 * Ends an account with its sessions and tokens; boards and feeds are taken over or ended. @throws
 * ProblemError unknownAccount, lastAdministrator, ownAccount
 */
export async function deactivateAccount(
  call: AccountCall,
  id: number,
  { boards, feeds }: AccountDeactivation,
): Promise<Account> {
  const { userId } = call.principal;
  if (id === userId) throw new ProblemError('ownAccount');
  return call.context.db.transaction(async (tx) => {
    await findAccount(call, tx, id);
    await tx.execute(
      sql`update app_user set disabled_at = coalesce(disabled_at, now()) where id = ${id}`,
    );
    await keepAnAdministrator(tx, call);
    await endAllSessions(tx, id);
    await tx.execute(
      sql`update access_token set revoked_at = now() where user_id = ${id} and revoked_at is null`,
    );
    await tx.execute(sql`delete from account_link where user_id = ${id}`);
    await tx.execute(sql`delete from known_device where user_id = ${id}`);
    await tx.execute(
      boards === 'takeOver'
        ? sql`update board set created_by = ${userId} where created_by = ${id} and withdrawn_at is
          null`
        : sql`update board set withdrawn_at = now() where created_by = ${id} and withdrawn_at is
          null`,
    );
    await tx.execute(
      feeds === 'takeOver'
        ? sql`update feed_source set user_id = ${userId} where user_id = ${id}`
        : sql`update feed_source set is_stopped = true where user_id = ${id}`,
    );
    await record(call, tx, id, 'deactivated', null, { boards, feeds });
    await announce(tx, 'boards', null);
    return toAccount(call, await findAccount(call, tx, id));
  });
}

/** Lets somebody sign in again, with the password they had. @throws ProblemError unknownAccount */
export async function reactivateAccount(call: AccountCall, id: number): Promise<Account> {
  return call.context.db.transaction(async (tx) => {
    await findAccount(call, tx, id);
    await tx.execute(sql`update app_user set disabled_at = null where id = ${id}`);
    await record(call, tx, id, 'reactivated');
    return toAccount(call, await findAccount(call, tx, id));
  });
}

/**
 * @throws ProblemError lastAdministrator when nobody is left who may do everything, for the whole
 * company
 */
async function keepAnAdministrator(tx: Transaction, { context }: AccountCall): Promise<void> {
  // Two administrators who take the right from each other at once must not both succeed.
  await tx.execute(sql`select 1 from app_user where role = 'administrator' order by id for update`);
  const { rows } = await tx.execute(sql`select 1 from app_user
    where role = 'administrator' and disabled_at is null and password_hash is not null and unit_id
      = ${context.replica.company!.tree.root!.id} limit 1`);
  if (rows.length === 0) throw new ProblemError('lastAdministrator');
}

async function record(
  { principal }: AccountCall,
  tx: Queryable,
  id: number,
  action: string,
  before?: unknown,
  after?: unknown,
): Promise<void> {
  await recordAudit(tx, [
    { userId: principal.userId, entity: 'user', entityId: String(id), action, before, after },
  ]);
}
