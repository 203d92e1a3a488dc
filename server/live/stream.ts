import type { FastifyReply } from 'fastify';
import type { LiveEvent } from '#contract/schemas/event';
import type { Announcement } from '../db/notify';
import type { Replica } from '../ledger/replica';

const HEARTBEAT_MS = 15_000;

interface StreamOptions {
  replica: Replica;
  mayHear(announcement: Announcement): boolean;
  /** Asked with every heartbeat: whoever may not listen any more hears no more. */
  isStillIn(): Promise<boolean>;
}

/** Server-sent events (WHATWG HTML) until the listener leaves: says that something has changed, never what. */
export function streamChanges(reply: FastifyReply, { replica, mayHear, isStillIn }: StreamOptions): never {
  reply.hijack();
  const { raw } = reply;
  raw.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' });
  raw.write('retry: 1000\n\n');
  const stop = replica.onChange((announcement) => {
    if (mayHear(announcement)) raw.write(`data: ${JSON.stringify({ topic: announcement.topic } satisfies LiveEvent)}\n\n`);
  });
  const heartbeat = setInterval(async () => {
    if (await isStillIn()) raw.write(': here\n\n');
    else raw.end();
  }, HEARTBEAT_MS);
  raw.on('close', () => {
    clearInterval(heartbeat);
    stop();
  });
  return undefined as never;
}
