import { and, eq, isNull } from 'drizzle-orm';
import * as routes from '#contract/routes/access';
import type { Me } from '#contract/schemas/access';
import { recordAudit } from '../audit/record';
import { accessToken } from '../db/tables/index';
import type { Endpoints } from '../endpoints';
import { Refused } from '../problem';
import type { Replica } from '../ledger/replica';
import type { Principal } from './principal';
import { createSecret, hashSecret } from './secrets';
import { endAllSessions, endSession, findByPassword, SESSION_DAYS, startSession } from './sessions';
import { SignInLimit } from './signInLimit';

export const COOKIE = 'iron_ladder';

export function toMe(replica: Replica, principal: Omit<Principal, 'csrf'>, csrf: string): Me {
  return {
    id: principal.userId, name: principal.name, email: principal.email, role: principal.role,
    unitId: principal.unitId, unitCode: replica.company?.tree.find(principal.unitId)?.code ?? '', csrf,
  };
}

export function cookieOptions(secure: boolean) {
  return { httpOnly: true, sameSite: 'lax', secure, path: '/', maxAge: SESSION_DAYS * 86_400 } as const;
}

export function addAccessRoutes({ implement, context, identities }: Endpoints): void {
  const { db, replica } = context;
  const limit = new SignInLimit();

  implement(routes.signIn, async ({ body, request, reply }) => {
    limit.check(request.ip, body.email);
    const principal = await findByPassword(db, body.email, body.password);
    if (!principal) {
      limit.countFailure(request.ip, body.email);
      throw new Refused('wrongCredentials');
    }
    limit.forget(body.email);
    const { secret, csrf } = await startSession(db, principal.userId);
    reply.setCookie(COOKIE, secret, cookieOptions(request.protocol === 'https'));
    return toMe(replica, principal, csrf);
  });

  implement(routes.getMe, async ({ principal }) => toMe(replica, principal, principal.csrf ?? ''));

  implement(routes.signOut, async ({ request, reply }) => {
    const secret = request.cookies[COOKIE];
    if (secret) await endSession(db, secret);
    identities.forget();
    reply.clearCookie(COOKIE, { path: '/' });
    return {};
  });

  implement(routes.signOutEverywhere, async ({ principal, reply }) => {
    await endAllSessions(db, principal.userId);
    identities.forget();
    reply.clearCookie(COOKIE, { path: '/' });
    return {};
  });

  const tokenColumns = { id: accessToken.id, name: accessToken.name, createdAt: accessToken.createdAt, lastUsedAt: accessToken.lastUsedAt };

  implement(routes.listTokens, async ({ principal }) =>
    db.select(tokenColumns).from(accessToken).where(and(eq(accessToken.userId, principal.userId), isNull(accessToken.revokedAt))).orderBy(accessToken.id));

  implement(routes.createToken, async ({ principal, body }) => {
    const secret = `il_${createSecret()}`;
    const token = await db.transaction(async (tx) => {
      const [made] = await tx.insert(accessToken).values({ userId: principal.userId, name: body.name.trim(), hash: hashSecret(secret) }).returning(tokenColumns);
      await recordAudit(tx, [{ userId: principal.userId, entity: 'token', entityId: String(made!.id), action: 'created', after: { name: made!.name } }]);
      return made!;
    });
    return { token, secret };
  });

  implement(routes.revokeToken, async ({ principal, params }) => {
    await db.transaction(async (tx) => {
      const revoked = await tx.update(accessToken).set({ revokedAt: new Date().toISOString() })
        .where(and(eq(accessToken.id, params.id), eq(accessToken.userId, principal.userId), isNull(accessToken.revokedAt))).returning({ id: accessToken.id });
      if (revoked.length === 0) throw new Refused('notFound');
      await recordAudit(tx, [{ userId: principal.userId, entity: 'token', entityId: String(params.id), action: 'revoked' }]);
    });
    identities.forget();
    return {};
  });
}
