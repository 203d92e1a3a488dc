import * as routes from '#contract/routes/notes';
import type { Endpoints } from '../endpoints';
import { listNotes, replyToNote, resolveNote, writeNote } from './service';

export function addNoteRoutes({ implement, context }: Endpoints): void {
  implement(routes.listNotes, ({ query, scope }) => listNotes(context, scope, query));
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
