import * as access from './access';
import * as accounts from './accounts';
import * as boards from './boards';
import * as company from './company';
import * as customers from './customers';
import * as deals from './deals';
import * as feed from './feed';
import * as files from './files';
import * as ledger from './ledger';
import * as lists from './lists';
import type { AnyRoute } from './route';
import * as measures from './measures';
import * as past from './past';
import * as pipeline from './pipeline';
import * as plans from './plans';
import * as print from './print';
import * as rates from './rates';
import * as rules from './rules';
import * as standings from './standings';
import * as targets from './targets';

/** Every endpoint there is; the server refuses to start when one is not implemented. */
export const ROUTES: readonly AnyRoute[] = [access, accounts, company, measures, rules, standings, targets, plans, deals, customers, ledger, lists, past, pipeline, rates, files, feed, boards, print].flatMap((domain) => Object.values(domain) as AnyRoute[]);
