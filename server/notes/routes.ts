import * as routes from '#contract/routes/notes';
import type { Endpoints } from '../endpoints';
import { exportActions } from './exportActions';
import { listNotes, replyToNote, resolveNote, writeNote } from './service';

export function addNoteRoutes({ implement, context }: Endpoints): void {
  implement(routes.listNotes, ({ query, scope, principal }) =>
    listNotes(context, scope, principal, query),
  );
  implement(routes.exportActions, async ({ query, scope, principal, reply }) => {
    const { mine, ...rest } = query;
    const file = await exportActions(context, scope, principal, {
      ...rest,
      ...(mine === undefined ? {} : { isMine: mine }),
    });
    return reply
      .header('content-type', 'text/csv; charset=utf-8')
      .header('content-disposition', 'attachment; filename="actions.csv"')
      .send(file) as never;
  });
  implement(routes.writeNote, ({ body, scope, principal }) =>
    writeNote(context, scope, principal, body),
  );
  implement(routes.replyToNote, ({ params, body, scope, principal }) =>
    replyToNote(context, scope, principal, { ...params, ...body }),
  );
  implement(routes.resolveNote, ({ params, body, scope, principal }) =>
    resolveNote(context, scope, principal, { ...params, ...body }),
  );
}
