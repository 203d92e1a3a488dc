import { eq } from 'drizzle-orm';
import type { FastifyReply, FastifyRequest } from 'fastify';
import * as routes from '#contract/routes/company';
import { admitHere, toMe } from '../access/index';
import { appUser } from '../db/tables/index';
import type { Endpoints } from '../endpoints';
import { changeClosedDays, findHolidays, listClosedDays } from './closedDays';
import { openFreshness } from './freshness';
import { removeSampleData, replaceSampleCompany, viewSampleData } from './sampleData';
import { changeCalendar, changeSharing, createCompany, viewCompany } from './service';

export function addCompanyRoutes({ implement, context }: Endpoints): void {
  implement(routes.getFirstRun, async () => {
    const { company } = context.replica;
    return {
      ready: company !== null,
      isDemo: company?.isDemo ?? false,
      // A stranger is not told whose server this is.
      name: company?.isDemo ? company.name : null,
    };
  });

  const enter = async (userId: number, request: FastifyRequest, reply: FastifyReply) => {
    const [user] = await context.db.select().from(appUser).where(eq(appUser.id, userId));
    const csrf = await admitHere(context, userId, request, reply);
    return toMe(
      context.replica,
      { userId, name: user!.name, email: user!.email, role: user!.role, unitId: user!.unitId },
      csrf,
    );
  };
  implement(routes.createCompany, async ({ body, reply, request }) =>
    enter(await createCompany(context, body), request, reply),
  );

  implement(routes.getSampleData, async () => viewSampleData(context));
  implement(routes.removeSampleData, async ({ body, principal }) => {
    await removeSampleData(context, principal.userId, body);
    return viewCompany(context);
  });
  implement(routes.replaceSampleCompany, async ({ body, reply, request }) =>
    enter(await replaceSampleCompany(context, body), request, reply),
  );

  const findFreshness = openFreshness(context);
  implement(routes.getFreshness, async ({ scope, principal }) =>
    findFreshness(scope, principal.unitId),
  );

  implement(routes.changeCalendar, async ({ body, principal }) =>
    changeCalendar(context, principal.userId, body),
  );

  implement(routes.changeSharing, async ({ body, principal }) =>
    changeSharing(context, principal.userId, body),
  );

  implement(routes.listClosedDays, async ({ query }) =>
    listClosedDays(context, query.from, query.to),
  );
  implement(routes.changeClosedDays, async ({ body, principal }) => {
    await changeClosedDays(context, principal.userId, body);
    return {};
  });
  implement(routes.getHolidays, async ({ query }) => findHolidays(query.country, query.year));

  implement(routes.getCompany, async () => viewCompany(context));
}
