import * as routes from '#contract/routes/contests';
import type { Endpoints } from '../endpoints';
import { sendPicture } from '../pictures';
import { giveAward, listAwards, showOwnAwards, takeAwardBack } from './awards';
import {
  addAwardPicture,
  listAwardPictures,
  readAwardPicture,
  removeAwardPicture,
} from './pictures';
import {
  addContest,
  answerContest,
  changeContest,
  changeMembers,
  endContest,
  previewContest,
  removeContest,
  startContest,
} from './service';
import { listContests, viewContest } from './view';

export function addContestRoutes({ implement, context }: Endpoints): void {
  implement(routes.listAwardPictures, ({ scope, principal }) =>
    listAwardPictures(context, scope, principal),
  );
  implement(routes.getAwardPicture, async ({ params, scope, principal, reply }) =>
    sendPicture(reply, await readAwardPicture(context, scope, principal, params.id)),
  );
  implement(routes.addAwardPicture, ({ principal, request }) =>
    addAwardPicture(context, principal, request.body),
  );
  implement(routes.removeAwardPicture, ({ params, scope, principal }) =>
    removeAwardPicture(context, scope, principal, params.id),
  );
  implement(routes.listContests, ({ query, scope, principal }) =>
    listContests(context, { scope, principal }, query),
  );
  implement(routes.getContest, ({ params, query, scope, principal }) =>
    viewContest(context, { scope, principal }, params.id, query.round),
  );
  implement(routes.addContest, async ({ body, scope, principal }) => {
    const reader = { scope, principal };
    return viewContest(context, reader, await addContest(context, reader, body));
  });
  implement(routes.previewContest, ({ body, scope, principal }) =>
    previewContest(context, { scope, principal }, body),
  );
  implement(routes.changeContest, async ({ params, body, scope, principal }) => {
    const reader = { scope, principal };
    await changeContest(context, reader, params.id, body);
    return viewContest(context, reader, params.id);
  });
  implement(routes.startContest, async ({ params, body, scope, principal }) => {
    const reader = { scope, principal };
    await startContest(context, reader, params.id, body.members);
    return viewContest(context, reader, params.id);
  });
  implement(routes.changeContestMembers, async ({ params, body, scope, principal }) => {
    const reader = { scope, principal };
    await changeMembers(context, reader, params.id, body);
    return viewContest(context, reader, params.id);
  });
  implement(routes.answerContest, async ({ params, body, scope, principal }) => {
    const reader = { scope, principal };
    await answerContest(context, reader, params.id, body.takesPart);
    return viewContest(context, reader, params.id);
  });
  implement(routes.endContest, async ({ params, scope, principal }) => {
    const reader = { scope, principal };
    await endContest(context, reader, params.id);
    return viewContest(context, reader, params.id);
  });
  implement(routes.removeContest, async ({ params, scope, principal }) => {
    await removeContest(context, { scope, principal }, params.id);
    return {};
  });
  implement(routes.listAwards, ({ query, scope, principal }) =>
    listAwards(context, scope, principal, query.unit),
  );
  implement(routes.giveAward, ({ body, scope, principal }) =>
    giveAward(context, scope, principal, body),
  );
  implement(routes.takeAwardBack, ({ params, body, scope, principal }) =>
    takeAwardBack(context, scope, principal, params.id, body.reason),
  );
  implement(routes.showOwnAwards, async ({ body, principal }) => {
    await showOwnAwards(context, principal, body.areShown);
    return body;
  });
}
