import { sql } from 'drizzle-orm';
import type { Context } from '../context';
import { findDueWebhooks, sendDueTo } from './send';

const LOOK_EVERY_MS = 1_000;
const PRUNE_EVERY_MS = 600_000;

/**
 * Sends events as long as the server runs; an address that is slow holds up no other. @returns what
 * stops it
 */
export function startWebhooks(context: Context): () => void {
  const { replica, db } = context;
  const busy = new Set<number>();
  let isStopping = false;
  const drain = async (id: number) => {
    if (busy.has(id)) return;
    busy.add(id);
    try {
      while (!isStopping && (await sendDueTo(context, id)) > 0);
    } catch {
      // The database is away: what is due stays due.
    } finally {
      busy.delete(id);
    }
  };
  const look = setInterval(async () => {
    if (!replica.connected || !replica.company) return;
    const due = await findDueWebhooks(context).catch(() => []);
    for (const id of due) void drain(id);
  }, LOOK_EVERY_MS);
  const prune = setInterval(() => {
    void db
      .execute(
        sql`delete from webhook_delivery where state = 'sent' and sent_at < now() - interval
          '30 days'`,
      )
      .catch(() => undefined);
  }, PRUNE_EVERY_MS);
  return () => {
    isStopping = true;
    clearInterval(look);
    clearInterval(prune);
  };
}
