import * as routes from '#contract/routes/boards';
import * as photosRoutes from '#contract/routes/photos';
import { hashSecret } from '../access/index';
import type { Announcement } from '../db/notify';
import type { Endpoints } from '../endpoints';
import { streamChanges } from '../live/index';
import { sendPicture } from '../pictures';
import { ProblemError } from '../problem';
import { KnownBoards } from './knownBoards';
import { listPhotos, readPhoto, removePhoto, savePhoto } from './photos';
import { createBoard, listBoards, restoreBoard, withdrawBoard } from './service';
import { createBoardCaches, viewBoard } from './view';

/** Screens that show one board. */
const MOST_SCREENS = 300;

export function addBoardRoutes({ implement, context }: Endpoints): void {
  const caches = createBoardCaches(context);
  const boards = new KnownBoards(context);
  implement(routes.listBoards, async ({ scope }) => listBoards(context, scope));
  implement(routes.createBoard, async ({ scope, principal, body }) =>
    createBoard(context, scope, principal, body),
  );
  implement(routes.withdrawBoard, async ({ scope, principal, params }) => {
    const done = await withdrawBoard(context, scope, principal, params.id);
    boards.forget();
    return done;
  });
  implement(routes.restoreBoard, async ({ scope, principal, params }) => {
    const done = await restoreBoard(context, scope, principal, params.id);
    boards.forget();
    return done;
  });
  implement(routes.getBoard, async ({ params, reply }) => {
    reply.header('cache-control', 'no-store');
    return viewBoard(context, caches, await boards.find(params.secret));
  });

  implement(routes.streamBoard, async ({ params, reply }) => {
    const { scope, settings } = await boards.find(params.secret);
    const people = new Set(
      settings.units.flatMap((code) =>
        scope.dataset.tree
          .memberSpansUnder(scope.findUnit(code).id)
          .map((each) => each.salespersonId),
      ),
    );
    return streamChanges(reply, {
      replica: context.replica,
      listener: { key: `board ${hashSecret(params.secret)}`, most: MOST_SCREENS },
      // Targets and units change seldom, and above those who stand here too: a board asks once more
      // than it must.
      mayHear: ({ topic, unitIds }: Announcement) =>
        topic !== 'drafts' &&
        (topic !== 'deals' || unitIds === null || unitIds.some((id) => people.has(id))),
      isStillIn: () =>
        boards.find(params.secret).then(
          () => true,
          (error: unknown) => !(error instanceof ProblemError),
        ),
    });
  });

  implement(routes.getBoardPhoto, async ({ params, reply }) => {
    const { scope, settings } = await boards.find(params.secret);
    const { tree, asOf } = scope.dataset;
    const person = scope.findUnit(params.code);
    // Only who stands on the board: a link shows that board and nothing else.
    if (
      !settings.units.some((code) =>
        tree
          .memberSpansUnder(tree.findByCode(code)!.id)
          .some((each) => each.salespersonId === person.id && each.from <= asOf && each.to > asOf),
      )
    )
      throw new ProblemError('notFound');
    return sendPicture(reply, await readPhoto(context, scope, params.code));
  });
  implement(photosRoutes.findPhoto, async ({ params, scope }) => ({
    at: (await listPhotos(context.db, [scope.findUnit(params.code)]))[params.code] ?? null,
  }));
  implement(photosRoutes.getPhoto, async ({ params, scope, reply }) =>
    sendPicture(reply, await readPhoto(context, scope, params.code)),
  );
  implement(photosRoutes.savePhoto, async ({ params, scope, principal, request }) =>
    savePhoto(context, scope, principal, params.code, request.body),
  );
  implement(photosRoutes.removePhoto, async ({ params, scope, principal }) =>
    removePhoto(context, scope, principal, params.code),
  );
}
