import type { FastifyReply } from 'fastify';
import type { LiveEvent } from '#contract/schemas/event';
import type { Announcement } from '../db/notify';
import type { Replica } from '../ledger/replica';
import { ProblemError } from '../problem';

const HEARTBEAT_MS = 15_000;
/** Of one server; more than screens of a large company. */
const MOST_STREAMS = 5_000;

const listening = new WeakMap<Replica, Map<string, number>>();

/** Counts who listens. @returns what lets them go. @throws ProblemError tooManyStreams */
function enter(replica: Replica, { key, most }: { key: string; most: number }): () => void {
  const counts = listening.get(replica) ?? new Map<string, number>();
  listening.set(replica, counts);
  const all = [...counts.values()].reduce((sum, each) => sum + each, 0);
  const own = counts.get(key) ?? 0;
  if (own >= most || all >= MOST_STREAMS) throw new ProblemError('tooManyStreams', { most });
  counts.set(key, own + 1);
  return () => {
    const left = (counts.get(key) ?? 1) - 1;
    if (left === 0) counts.delete(key);
    else counts.set(key, left);
  };
}

interface StreamOptions {
  replica: Replica;
  /** Who listens, and how many of them may at a time. */
  listener: { key: string; most: number };
  mayHear(announcement: Announcement): boolean;
  /** Asked with every heartbeat: whoever may not listen any more hears no more. */
  isStillIn(): Promise<boolean>;
}

/**
 * Server-sent events (WHATWG HTML) until the listener leaves, or nothing is heard any more: says
 * that something has changed, never what. @throws ProblemError unavailable
 */
export function streamChanges(
  reply: FastifyReply,
  { replica, listener, mayHear, isStillIn }: StreamOptions,
): never {
  if (!replica.connected) throw new ProblemError('unavailable');
  const leave = enter(replica, listener);
  reply.hijack();
  const { raw } = reply;
  raw.writeHead(200, {
    'content-type': 'text/event-stream',
    'cache-control': 'no-store',
    'x-accel-buffering': 'no',
  });
  raw.write('retry: 1000\n\n');
  const stop = replica.onChange((announcement) => {
    if (mayHear(announcement))
      raw.write(`data: ${JSON.stringify({ topic: announcement.topic } satisfies LiveEvent)}\n\n`);
  });
  // A stream that hears nothing would say by its silence that nothing has changed: who listens
  // shall see that it is cut.
  const stopWaiting = replica.onLost(() => raw.end());
  const heartbeat = setInterval(async () => {
    if (await isStillIn()) raw.write(': here\n\n');
    else raw.end();
  }, HEARTBEAT_MS);
  // Whoever signs out, or loses their right, hears nothing from that moment on.
  const stopWatching = replica.onAccessChange(
    () =>
      void isStillIn().then((still) => {
        if (!still) raw.end();
      }),
  );
  raw.on('close', () => {
    clearInterval(heartbeat);
    leave();
    stopWatching();
    stop();
    stopWaiting();
  });
  return undefined as never;
}
