import * as routes from '#contract/routes/rates';
import type { Endpoints } from '../endpoints';
import { changeRates, listRates } from './service';

export function addRateRoutes({ implement, context }: Endpoints): void {
  implement(routes.listRates, async () => ({
    reporting: context.replica.company!.currency,
    rates: listRates(context),
  }));
  implement(routes.changeRates, async ({ body, principal }) =>
    changeRates(context, principal, body),
  );
}
