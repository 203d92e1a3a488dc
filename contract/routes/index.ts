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
import * as past from './history';
import * as pipeline from './pipeline';
import * as plans from './plans';
import * as print from './print';
import * as rates from './rates';
import * as rules from './rules';
import * as standings from './attainment';
import * as targets from './targets';

/** Endpoints by domain, as the API description groups them. */
const DOMAINS = {
  Access: access, Accounts: accounts, Company: company, Measures: measures, 'Status rules': rules, Attainment: standings,
  Targets: targets, Plans: plans, Deals: deals, Customers: customers, Corrections: ledger, Lists: lists, History: past,
  Pipeline: pipeline, 'Exchange rates': rates, Files: files, 'Order systems': feed, Boards: boards, Print: print,
};

export type Domain = keyof typeof DOMAINS;

/** Every endpoint there is; the server refuses to start when one is not implemented. */
export const ROUTES: readonly AnyRoute[] = Object.values(DOMAINS).flatMap((domain) => Object.values(domain) as AnyRoute[]);

/** Under which heading the description lists an endpoint. */
export const DOMAIN_OF: ReadonlyMap<string, Domain> = new Map(
  Object.entries(DOMAINS).flatMap(([name, domain]) => (Object.values(domain) as AnyRoute[]).map((route) => [route.id, name as Domain])),
);

/** What each heading is about. */
export const DOMAIN_TEXTS: Readonly<Record<Domain, string>> = {
  Access: 'Signing in, sessions and access tokens.',
  Accounts: 'Who may sign in, with which role and for which unit.',
  Company: 'The company, its calendar, units and days off.',
  Measures: 'What is counted, and values that are typed in.',
  'Status rules': 'What counts as good, by measure and from which day on.',
  Attainment: 'Where units stand against their targets: figures, rankings, series and what is behind them.',
  Targets: 'Targets of units and periods, their history and acknowledgements.',
  Plans: 'Drafts, publication and closed months.',
  Deals: 'Booking and changing deals, and the table of them.',
  Customers: 'Customers, products and what needs fixing.',
  Corrections: 'Changes in closed months, and totals that are too large.',
  Lists: 'Names to choose from, and merging them.',
  History: 'Deals as they stood at a moment, and what changed since.',
  Pipeline: 'Open deals and the forecast.',
  'Exchange rates': 'Rates by currency and day.',
  Files: 'Imports, exports and the stream of events.',
  'Order systems': 'Systems that send deals by themselves.',
  Boards: 'Wall boards and pictures of people.',
  Print: 'An attainment as a page or a table.',
};
