import { sql } from 'drizzle-orm';
import { WEBHOOK_EVENTS } from '#contract/schemas/webhook';
import type { Context } from '../context';
import { createSecretBox } from '../secretBox';
import { addWebhook } from './service';

/**
 * Points the demo's webhook at the stand-in receiver, which may have another port at each start;
 * makes it the first time. @returns its secret, read anew at each call; null once an administrator
 * has removed it
 */
export async function pointDemoWebhook(
  context: Context,
  name: string,
  url: string,
): Promise<(() => Promise<string>) | null> {
  const { db, settings } = context;
  settings.webhookHosts = new Set([...settings.webhookHosts, new URL(url).host]);
  const { rows } = await db.execute<{ id: number; removed: boolean }>(
    sql`select id, removed_at is not null as removed from webhook where name = ${name} order by id`,
  );
  const known = rows.find(({ removed }) => !removed);
  if (!known && rows.length > 0) return null;
  const id = known?.id ?? (await makeIt(context, name, url));
  if (id === null) return null;
  await db.execute(sql`update webhook set url = ${url} where id = ${id}`);
  return async () => {
    const { rows } = await db.execute<{ secret: string }>(
      sql`select secret from webhook where id = ${id}`,
    );
    return createSecretBox(settings.secretKey).open(rows[0]?.secret ?? '');
  };
}

async function makeIt(context: Context, name: string, url: string): Promise<number | null> {
  const { rows } = await context.db.execute<{ id: number }>(
    sql`select id from app_user where role = 'administrator' order by id limit 1`,
  );
  if (!rows[0]) return null;
  const events = [...WEBHOOK_EVENTS];
  return (await addWebhook(context, rows[0].id, { name, url, events })).webhook.id;
}
