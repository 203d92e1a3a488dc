import * as routes from '#contract/routes/reports';
import type { Endpoints } from '../endpoints';
import {
  listReports,
  loadDailyMail,
  removeReport,
  saveDailyMail,
  saveReport,
  sendToMe,
  shareView,
} from './service';

export function addReportRoutes({ implement, context }: Endpoints): void {
  implement(routes.listReports, ({ scope, principal }) => listReports(context, scope, principal));
  implement(routes.createReport, ({ body, scope, principal }) =>
    saveReport(context, scope, principal, null, body),
  );
  implement(routes.changeReport, ({ params, body, scope, principal }) =>
    saveReport(context, scope, principal, params.id, body),
  );
  implement(routes.removeReport, ({ params, principal }) =>
    removeReport(context, principal, params.id),
  );
  implement(routes.sendReportToMe, ({ params, principal }) =>
    sendToMe(context, principal, params.id),
  );
  implement(routes.shareView, ({ body, scope, principal }) =>
    shareView(context, scope, principal, body),
  );
  implement(routes.getDailyMail, ({ principal }) => loadDailyMail(context.db, principal.userId));
  implement(routes.saveDailyMail, ({ body, principal }) =>
    saveDailyMail(context.db, principal.userId, body),
  );
}
