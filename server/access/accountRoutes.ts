import { sql } from 'drizzle-orm';
import type { FastifyRequest } from 'fastify';
import * as routes from '#contract/routes/accounts';
import type { OwnSession } from '#contract/schemas/account';
import { recordAudit } from '../audit/record';
import type { Endpoints } from '../endpoints';
import { ProblemError } from '../problem';
import type { Settings } from '../settings';
import { readAccountLink, redeemAccountLink, savePassword } from './accountLinks';
import {
  changeAccount,
  deactivateAccount,
  inviteAccount,
  linkAccount,
  listAccounts,
  loadHoldings,
  reactivateAccount,
} from './accounts';
import { readSession } from './cookies';
import { refuseWeak } from './passwordRules';
import { admitHere, toMe } from './routes';
import { hashPassword, hashSecret, verifyPassword } from './secrets';
import type { SignedIn } from './sessions';
import { SignInGate } from './signInGate';

/** Where people reach this server: as it is set, else as whoever asks has reached it. */
function originOf(request: FastifyRequest, { publicUrl }: Settings): string {
  return publicUrl?.origin ?? `${request.protocol}://${request.host}`;
}

export function addAccountRoutes({ implement, context, identities }: Endpoints): void {
  const { db, replica, settings } = context;
  const gate = new SignInGate(db);

  implement(routes.listAccounts, async ({ scope, principal }) =>
    listAccounts({ context, scope, principal }),
  );
  implement(routes.inviteAccount, async ({ scope, principal, body, request }) =>
    inviteAccount({ context, scope, principal }, body, originOf(request, settings)),
  );
  implement(routes.changeAccount, async ({ scope, principal, params, body }) =>
    changeAccount({ context, scope, principal }, params.id, body),
  );
  implement(routes.linkAccount, async ({ scope, principal, params, request }) =>
    linkAccount({ context, scope, principal }, params.id, originOf(request, settings)),
  );
  implement(routes.getAccountHoldings, async ({ scope, principal, params }) =>
    loadHoldings({ context, scope, principal }, params.id),
  );
  implement(routes.deactivateAccount, async ({ scope, principal, params, body }) => {
    const account = await deactivateAccount({ context, scope, principal }, params.id, body);
    identities.forget();
    return account;
  });
  implement(routes.reactivateAccount, async ({ scope, principal, params }) =>
    reactivateAccount({ context, scope, principal }, params.id),
  );

  implement(routes.readAccountLink, async ({ body }) => readAccountLink(db, body.secret));
  implement(routes.redeemAccountLink, async ({ body, request, reply }) => {
    const userId = await redeemAccountLink(db, body.secret, body.password);
    identities.forget();
    const csrf = await admitHere(context, userId, request, reply);
    const {
      rows: [user],
    } = await db.execute<SignedIn & Record<string, unknown>>(sql`
      select id as "userId", name, email, role, unit_id as "unitId" from app_user where id =
        ${userId}`);
    return toMe(replica, user!, csrf);
  });

  implement(routes.changePassword, async ({ principal, body, request, reply }) => {
    const { userId, email } = principal;
    const trier = { email: `change ${email}`, device: null, address: '' };
    await gate.enter(trier);
    const {
      rows: [row],
    } = await db.execute<{ hash: string | null }>(
      sql`select password_hash as hash from app_user where id = ${userId}`,
    );
    if (!row?.hash || !(await verifyPassword(row.hash, body.current)))
      throw new ProblemError('wrongPassword', {}, [
        { field: 'current', code: 'format', params: { problem: 'not your present password' } },
      ]);
    await gate.succeed(trier);
    refuseWeak(body.next, email, 'next');
    const passwordHash = await hashPassword(body.next);
    await db.transaction(async (tx) => {
      await savePassword(tx, userId, passwordHash);
      await recordAudit(tx, [
        { userId, entity: 'user', entityId: String(userId), action: 'password changed' },
      ]);
    });
    identities.forget();
    return toMe(replica, principal, await admitHere(context, userId, request, reply));
  });

  implement(routes.listOwnSessions, async ({ principal, request }) => {
    const secret = readSession(request, settings);
    const { rows } = await db.execute<OwnSession & Record<string, unknown>>(sql`
      select hash as id, device, created_at::text as "createdAt", last_used_at::text as
        "lastUsedAt", hash = ${secret ? hashSecret(secret) : ''} as "isThis"
      from session where user_id = ${principal.userId} and expires_at > now() order by last_used_at
        desc`);
    return rows;
  });

  implement(routes.endOwnSession, async ({ principal, params }) => {
    const { rowCount } = await db.execute(
      sql`delete from session where hash = ${params.session} and user_id = ${principal.userId}`,
    );
    if (!rowCount) throw new ProblemError('notFound');
    identities.forget();
    return {};
  });
}
