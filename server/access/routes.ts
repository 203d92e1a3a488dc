import { eq, sql } from 'drizzle-orm';
import type { FastifyReply, FastifyRequest } from 'fastify';
import * as routes from '#contract/routes/access';
import type { Me } from '#contract/schemas/access';
import { recordAudit } from '../audit/record';
import type { Database } from '../db/client';
import { knownDevice } from '../db/tables/index';
import type { Endpoints } from '../endpoints';
import type { Replica } from '../ledger/replica';
import { ProblemError } from '../problem';
import type { Settings } from '../settings';
import { clearSession, readDevice, readSession, setDevice, setSession } from './cookies';
import { loadDisplay, saveDisplay } from './display';
import { normalEmail } from './email';
import { createSecret, hashSecret } from './secrets';
import {
  endAllSessions,
  endSession,
  findByPassword,
  type SignedIn,
  startSession,
} from './sessions';
import { SignInGate, type Trier } from './signInGate';
import { createToken, listTokens, revokeAllTokens, revokeToken } from './tokens';

export function toMe(replica: Replica, principal: SignedIn, csrf: string): Me {
  return {
    id: principal.userId,
    name: principal.name,
    email: principal.email,
    role: principal.role,
    unitId: principal.unitId,
    unitCode: replica.company?.tree.find(principal.unitId)?.code ?? '',
    csrf,
  };
}

/**
 * Signs a person in here: a session in place of the browser's own, and the browser is known from
 * now on. @returns the CSRF value
 */
export async function admitHere(
  { db, settings }: { db: Database; settings: Settings },
  userId: number,
  request: FastifyRequest,
  reply: FastifyReply,
): Promise<string> {
  const { secret, csrf } = await startSession(db, userId, {
    device: request.headers['user-agent'],
    before: readSession(request, settings),
  });
  setSession(reply, settings, secret);
  const device = readDevice(request, settings) ?? createSecret();
  await db
    .insert(knownDevice)
    .values({ hash: deviceHash(device, userId), userId })
    .onConflictDoUpdate({ target: knownDevice.hash, set: { usedAt: sql`now()` } });
  setDevice(reply, settings, device);
  return csrf;
}

/** Of the browser and person together: that one person used it says nothing for another. */
const deviceHash = (secret: string, userId: number) => hashSecret(`${secret} ${userId}`);

export function addAccessRoutes({ implement, context, identities }: Endpoints): void {
  const { db, replica, settings } = context;
  const gate = new SignInGate(db);

  const findTrier = async (request: FastifyRequest, text: string): Promise<Trier> => {
    const email = normalEmail(text);
    const secret = readDevice(request, settings);
    const {
      rows: [user],
    } = await db.execute<{ id: number }>(
      sql`select id from app_user where lower(email) = ${email}`,
    );
    const hash = secret && user ? deviceHash(secret, user.id) : null;
    const known =
      hash !== null &&
      (await db.select().from(knownDevice).where(eq(knownDevice.hash, hash))).length > 0;
    return { email, address: request.ip, device: known ? hash : null };
  };

  implement(routes.signIn, async ({ body, request, reply }) => {
    const trier = await findTrier(request, body.email);
    await gate.enter(trier);
    const principal = await findByPassword(db, body.email, body.password);
    if (!principal) {
      const {
        rows: [user],
      } = await db.execute<{ id: number }>(
        sql`select id from app_user where lower(email) = ${trier.email}`,
      );
      if (user)
        await recordAudit(db, [
          {
            userId: user.id,
            entity: 'user',
            entityId: String(user.id),
            action: 'sign-in refused',
            after: { address: request.ip },
          },
        ]);
      throw new ProblemError('wrongCredentials');
    }
    await gate.succeed(trier);
    const csrf = await admitHere(context, principal.userId, request, reply);
    identities.forget();
    await recordAudit(db, [
      {
        userId: principal.userId,
        entity: 'user',
        entityId: String(principal.userId),
        action: 'signed in',
        after: { address: request.ip },
      },
    ]);
    return toMe(replica, principal, csrf);
  });

  implement(routes.getMe, async ({ principal }) => toMe(replica, principal, principal.csrf ?? ''));

  implement(routes.getDisplay, async ({ principal }) => loadDisplay(db, principal.userId));
  implement(routes.saveDisplay, async ({ principal, body }) =>
    saveDisplay(db, principal.userId, body),
  );

  implement(routes.signOut, async ({ request, reply }) => {
    const secret = readSession(request, settings);
    if (secret) await endSession(db, secret);
    identities.forget();
    clearSession(reply, settings);
    return {};
  });

  implement(routes.signOutEverywhere, async ({ principal, reply }) => {
    await db.transaction(async (tx) => {
      await endAllSessions(tx, principal.userId);
      await revokeAllTokens(tx, principal.userId);
      await recordAudit(tx, [
        {
          userId: principal.userId,
          entity: 'user',
          entityId: String(principal.userId),
          action: 'signed out everywhere',
        },
      ]);
    });
    identities.forget();
    clearSession(reply, settings);
    return {};
  });

  implement(routes.listTokens, async ({ principal }) => listTokens(db, principal.userId));
  implement(routes.createToken, async ({ principal, body }) =>
    createToken(db, principal.userId, body),
  );
  implement(routes.revokeToken, async ({ principal, params }) => {
    await revokeToken(db, principal.userId, params.id);
    identities.forget();
    return {};
  });
}
