import type { FastifyReply } from 'fastify';
import type { LiveEvent } from '#contract/schemas/event';
import type { Announcement } from '../db/notify';
import type { Replica } from '../ledger/replica';
import { Refused } from '../problem';

const HEARTBEAT_MS = 15_000;

interface StreamOptions {
  replica: Replica;
  mayHear(announcement: Announcement): boolean;
  /** Asked with every heartbeat: whoever may not listen any more hears no more. */
  isStillIn(): Promise<boolean>;
}

/** Server-sent events (WHATWG HTML) until the listener leaves, or nothing is heard any more: says that something has changed, never what. @throws Refused unavailable */
export function streamChanges(reply: FastifyReply, { replica, mayHear, isStillIn }: StreamOptions): never {
  if (!replica.connected) throw new Refused('unavailable');
  reply.hijack();
  const { raw } = reply;
  raw.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' });
  raw.write('retry: 1000\n\n');
  const stop = replica.onChange((announcement) => {
    if (mayHear(announcement)) raw.write(`data: ${JSON.stringify({ topic: announcement.topic } satisfies LiveEvent)}\n\n`);
  });
  // A stream that hears nothing would say by its silence that nothing has changed: who listens shall see that it is cut.
  const stopWaiting = replica.onLost(() => raw.end());
  const heartbeat = setInterval(async () => {
    if (await isStillIn()) raw.write(': here\n\n');
    else raw.end();
  }, HEARTBEAT_MS);
  raw.on('close', () => {
    clearInterval(heartbeat);
    stop();
    stopWaiting();
  });
  return undefined as never;
}
