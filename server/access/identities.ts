import type { FastifyRequest } from 'fastify';
import type { Database } from '../db/client';
import type { Settings } from '../settings';
import { readSession } from './cookies';
import type { Principal } from './principal';
import { hashSecret } from './secrets';
import { findBySession, findByToken, type Identity } from './sessions';
import '@fastify/cookie';

declare module 'fastify' {
  interface FastifyRequest {
    principal: Principal | null;
  }
}

/**
 * Longer than this nobody is believed without asking the database, should its messages get lost.
 */
const KEPT_MS = 30_000;
/** Beyond so many they begin anew: nobody fills the memory with sign-ins. */
const MOST_KEPT = 10_000;

/** What tells that somebody's rights may have changed. */
export interface AccessNews {
  /** False while nothing is heard from the database: then nobody is kept. */
  readonly connected: boolean;
  onAccessChange(listener: () => void): () => void;
}

/**
 * Who sends a request. The database is asked once, then not again until it says that a user, a
 * session or a token has changed: a page asks ten times in a row, and 200 screens all day.
 */
export class Identities {
  private kept = new Map<string, Identity & { until: number }>();
  private generation = 0;

  constructor(
    private db: Database,
    private news: AccessNews,
    private settings: Settings,
    private now: () => number = Date.now,
  ) {
    news.onAccessChange(() => this.forget());
  }

  /**
   * By access token when the request carries one, else by the browser's cookie; null when by
   * neither.
   */
  async identify(request: FastifyRequest): Promise<Principal | null> {
    const bearer = /^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1];
    const secret = bearer ?? readSession(request, this.settings);
    if (!secret) return null;
    const hash = hashSecret(secret);
    const key = bearer ? `token ${hash}` : `session ${hash}`;
    const known = this.kept.get(key);
    if (known && this.news.connected && this.now() < known.until) return known.principal;
    const { generation } = this;
    const found = bearer ? await findByToken(this.db, hash) : await findBySession(this.db, hash);
    if (!found) {
      this.kept.delete(key);
      return null;
    }
    await found.noteUse?.();
    // What was read while something changed may be what it was before.
    if (generation === this.generation) this.keep(key, found);
    return found.principal;
  }

  /**
   * Everybody is looked up anew: called at once by whatever ends a session or a token here; other
   * servers hear of it.
   */
  forget(): void {
    this.generation++;
    this.kept.clear();
  }

  private keep(key: string, found: Identity): void {
    if (this.kept.size >= MOST_KEPT) this.kept.clear();
    this.kept.set(key, {
      ...found,
      until: Math.min(this.now() + KEPT_MS, found.endsAt ?? Infinity),
    });
  }
}
