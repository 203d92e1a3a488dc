import '@fastify/cookie';
import type { FastifyRequest } from 'fastify';
import type { Database } from '../db/client';
import type { Principal } from './principal';
import { findBySession, findByToken } from './sessions';

declare module 'fastify' {
  interface FastifyRequest {
    principal: Principal | null;
  }
}

/** Who sends a request: by access token when it carries one, else by the browser's cookie; null when by neither. */
export async function identify(db: Database, request: FastifyRequest): Promise<Principal | null> {
  const bearer = /^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1];
  if (bearer) return findByToken(db, bearer);
  const cookie = request.cookies['iron_ladder'];
  return cookie ? findBySession(db, cookie) : null;
}
