import type { FastifyReply, FastifyRequest } from 'fastify';
import { isSecure, type Settings } from '../settings';
import { SESSION_DAYS } from './sessions';

const DEVICE_DAYS = 365;

/**
 * The prefix makes browsers refuse the cookie unless it is for TLS, this host and every path (RFC
 * 6265bis, 4.1.3.2).
 */
const nameOf = (name: string, settings: Settings) => (isSecure(settings) ? `__Host-${name}` : name);

const options = (settings: Settings, days: number) =>
  ({
    httpOnly: true,
    sameSite: 'lax',
    secure: isSecure(settings),
    path: '/',
    maxAge: days * 86_400,
  }) as const;

/** The secret of the browser's session, if it sends one. */
export function readSession(request: FastifyRequest, settings: Settings): string | undefined {
  return request.cookies[nameOf('iron_ladder', settings)];
}

export function setSession(reply: FastifyReply, settings: Settings, secret: string): void {
  reply.setCookie(nameOf('iron_ladder', settings), secret, options(settings, SESSION_DAYS));
}

export function clearSession(reply: FastifyReply, settings: Settings): void {
  reply.clearCookie(nameOf('iron_ladder', settings), { path: '/', secure: isSecure(settings) });
}

/** The secret by which a browser is known again in which somebody has signed in before. */
export function readDevice(request: FastifyRequest, settings: Settings): string | undefined {
  return request.cookies[nameOf('iron_ladder_device', settings)];
}

export function setDevice(reply: FastifyReply, settings: Settings, secret: string): void {
  reply.setCookie(nameOf('iron_ladder_device', settings), secret, options(settings, DEVICE_DAYS));
}
