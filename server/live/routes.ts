import * as eventsRoutes from '#contract/routes/events';
import { mayDo } from '../access/permissions';
import type { Announcement } from '../db/notify';
import type { Endpoints } from '../endpoints';
import { streamChanges } from './stream';

/** What has changed of what the reader may see; figures are asked for anew. */
/** Pages of one person that are open at a time. */
const MOST_PAGES = 300;

export function addLiveRoutes({ implement, context, identities }: Endpoints): void {
  const { replica } = context;

  implement(eventsRoutes.streamEvents, async ({ principal, request, reply }) => {
    const mayHear = ({ topic, unitIds }: Announcement) => {
      if (!replica.company || (topic === 'drafts' && !mayDo(principal.role, 'plan'))) return false;
      if (unitIds === null || topic === 'units' || topic === 'company') return true;
      const { tree } = replica.datasetFor(principal.unitId);
      return unitIds.some((id) => tree.find(id) !== undefined);
    };
    return streamChanges(reply, {
      replica,
      mayHear,
      listener: { key: `user ${principal.userId}`, most: MOST_PAGES },
      isStillIn: async () => {
        const still = await identities.identify(request).catch(() => principal);
        return still !== null && still.unitId === principal.unitId;
      },
    });
  });
}
