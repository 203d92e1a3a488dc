import * as routes from '#contract/routes/files';
import type { LiveEvent } from '#contract/schemas/event';
import type { Announcement } from '../db/notify';
import type { Endpoints } from '../endpoints';
import { identify } from '../access/identify';
import { mayDo } from '../access/permissions';

const HEARTBEAT_MS = 15_000;

/** Server-sent events (WHATWG HTML): says that something the reader may see has changed, never what; figures are asked for anew. */
export function addLiveRoutes({ implement, context }: Endpoints): void {
  const { replica, db } = context;

  implement(routes.streamEvents, async ({ principal, request, reply }) => {
    reply.hijack();
    const { raw } = reply;
    raw.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' });
    raw.write('retry: 1000\n\n');

    const mayHear = ({ topic, unitIds }: Announcement) => {
      if (!replica.company || (topic === 'drafts' && !mayDo(principal.role, 'plan'))) return false;
      if (unitIds === null || topic === 'units' || topic === 'company') return true;
      const { tree } = replica.booksFor(principal.unitId);
      return unitIds.some((id) => tree.find(id) !== undefined);
    };
    const stop = replica.onChange((announcement) => {
      if (!mayHear(announcement)) return;
      raw.write(`data: ${JSON.stringify({ topic: announcement.topic } satisfies LiveEvent)}\n\n`);
    });
    // A session that has ended hears no more: asked again with every heartbeat.
    const heartbeat = setInterval(async () => {
      const still = await identify(db, request).catch(() => principal);
      if (!still || still.unitId !== principal.unitId) raw.end();
      else raw.write(': here\n\n');
    }, HEARTBEAT_MS);
    raw.on('close', () => {
      clearInterval(heartbeat);
      stop();
    });
    return undefined as never;
  });
}
