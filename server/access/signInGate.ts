import { isIP } from 'node:net';
import { sql } from 'drizzle-orm';
import type { Database } from '../db/client';
import { ProblemError } from '../problem';

/** So many wrong passwords are free; each one more doubles the wait. */
const FREE_TRIES = 6;
const FREE_TRIES_OF_ADDRESS = 60;
const FIRST_WAIT_S = 15;
const LONGEST_WAIT_S = 900;
/** After so long without a try all begins anew. */
const FORGET_AFTER = '24 hours';

/** Who tries to sign in, as far as it can be known. */
export interface Trier {
  /** In its normal form. */
  email: string;
  /**
   * Hash of the device's secret, where the browser is known for this very person; null: a stranger.
   */
  device: string | null;
  address: string;
}

/**
 * Counts tries to sign in, in the database, for all servers together. A try is counted before its
 * password is looked at and given back when it was right: a hundred at once are a hundred tries.
 * Strangers' tries never keep out a browser the person used before.
 */
export class SignInGate {
  constructor(private db: Database) {}

  /** Counts a try. @throws ProblemError tooManyTries with the seconds to wait */
  async enter(trier: Trier): Promise<void> {
    for (const { key, free } of keysOf(trier)) await this.count(key, free);
  }

  /** The password was right: nothing is held against the person or device. */
  async succeed(trier: Trier): Promise<void> {
    const [own, address] = keysOf(trier);
    await this.db.execute(sql`delete from sign_in_failure where key = ${own!.key}`);
    if (address)
      await this.db.execute(
        sql`update sign_in_failure set failures = greatest(0, failures - 1), wait_until = null
          where key = ${address.key}`,
      );
  }

  private async count(key: string, free: number): Promise<void> {
    const seconds = await this.db.transaction(async (tx) => {
      await tx.execute(
        sql`insert into sign_in_failure (key, failures) values (${key}, 0) on conflict do nothing`,
      );
      const {
        rows: [row],
      } = await tx.execute<{ failures: number; wait: number | null }>(sql`
        select case when at < now() - ${FORGET_AFTER}::interval then 0 else failures end as
          failures,
          extract(epoch from wait_until - now())::float8 as wait
        from sign_in_failure where key = ${key} for update`);
      if ((row!.wait ?? 0) > 0) return Math.ceil(row!.wait!);
      const failures = row!.failures + 1;
      const wait =
        failures < free ? null : Math.min(LONGEST_WAIT_S, FIRST_WAIT_S * 2 ** (failures - free));
      await tx.execute(sql`update sign_in_failure set failures = ${failures}, at = now(),
        wait_until = ${wait === null ? null : sql`now() + make_interval(secs => ${wait})`} where
          key = ${key}`);
      return 0;
    });
    if (seconds > 0) throw new ProblemError('tooManyTries', { seconds });
  }
}

/** Forgets what is long past. */
export async function pruneSignIns(db: Database): Promise<void> {
  await db.execute(sql`delete from sign_in_failure where at < now() - ${FORGET_AFTER}::interval`);
  await db.execute(sql`delete from known_device where used_at < now() - interval '1 year'`);
  await db.execute(sql`delete from account_link where expires_at < now() - interval '30 days'`);
}

function keysOf({ email, device, address }: Trier): { key: string; free: number }[] {
  const own = device ? `device ${device}` : `email ${email.slice(0, 200)}`;
  // A private address is a proxy's or a whole office's: behind one everybody would be locked out by
  // anybody.
  return [
    { key: own, free: FREE_TRIES },
    ...(isPrivate(address) ? [] : [{ key: `address ${address}`, free: FREE_TRIES_OF_ADDRESS }]),
  ];
}

/** Loopback, link-local and private ranges (RFC 1918, RFC 4193), and whatever is no address. */
export function isPrivate(address: string): boolean {
  const plain = address.replace(/^::ffff:/, '');
  if (isIP(plain) === 0) return true;
  return /^(127\.|10\.|192\.168\.|169\.254\.|172\.(1[6-9]|2\d|3[01])\.)|^(::1$|f[cd]|fe80:)/i.test(
    plain,
  );
}
