import * as access from './access';
import * as accounts from './accounts';
import * as alerts from './alerts';
import * as attainment from './attainment';
import * as boards from './boards';
import * as commission from './commission';
import * as company from './company';
import * as contests from './contests';
import * as corrections from './corrections';
import * as customers from './customers';
import * as customFields from './customFields';
import * as dataQuality from './dataQuality';
import * as deals from './deals';
import * as events from './events';
import * as exports from './exports';
import * as feed from './feed';
import * as history from './history';
import * as imports from './imports';
import * as keptViews from './keptViews';
import * as ledger from './ledger';
import * as lists from './lists';
import * as mail from './mail';
import * as measures from './measures';
import * as notes from './notes';
import * as periods from './periods';
import * as photos from './photos';
import * as pipeline from './pipeline';
import * as plans from './plans';
import * as print from './print';
import * as products from './products';
import * as rates from './rates';
import * as reports from './reports';
import type { AnyRoute } from './route';
import * as rules from './rules';
import * as slices from './slices';
import * as start from './start';
import * as targets from './targets';
import * as units from './units';
import * as webhooks from './webhooks';

/** Endpoints by domain, as the API description groups them. */
const DOMAINS = {
  Access: access,
  Accounts: accounts,
  Alerts: alerts,
  Attainment: attainment,
  'Compare and explore': slices,
  Boards: boards,
  Commission: commission,
  Company: company,
  Contests: contests,
  Corrections: { ...corrections, ...ledger },
  Customers: customers,
  'Custom fields': customFields,
  'Data quality': dataQuality,
  Deals: deals,
  Events: events,
  'Exchange rates': rates,
  Exports: exports,
  History: history,
  Imports: imports,
  'Kept views': keptViews,
  Lists: lists,
  Mail: mail,
  Measures: measures,
  Notes: notes,
  'Order systems': feed,
  Periods: periods,
  Photos: photos,
  Pipeline: pipeline,
  Plans: plans,
  Print: print,
  Products: products,
  Reports: reports,
  Start: start,
  'Status rules': rules,
  Targets: targets,
  Units: units,
  Webhooks: webhooks,
};

export type Domain = keyof typeof DOMAINS;

/** Every endpoint there is; the server refuses to start when one is not implemented. */
export const ROUTES: readonly AnyRoute[] = Object.values(DOMAINS).flatMap(
  (domain) => Object.values(domain) as AnyRoute[],
);

/** Under which heading the description lists an endpoint. */
export const DOMAIN_OF: ReadonlyMap<string, Domain> = new Map(
  Object.entries(DOMAINS).flatMap(([name, domain]) =>
    (Object.values(domain) as AnyRoute[]).map((route) => [route.id, name as Domain]),
  ),
);

/** What each heading is about. */
export const DOMAIN_TEXTS: Readonly<Record<Domain, string>> = {
  Access: 'Signing in, sessions and access tokens.',
  Accounts: 'Who may sign in, with which role and for which unit.',
  Alerts: 'Rules of what to be told of, and what one was told.',
  Company: 'The company, its calendar and days off.',
  Units: 'Branches, teams and salespeople, and where they belong.',
  Measures: 'What is counted, and values that are typed in.',
  'Status rules': 'What counts as good, by measure and from which day on.',
  Attainment:
    'Where units stand against their targets: figures, rankings, series and what is behind them.',
  Start: 'What a reader sees first, and since when they were away.',
  Targets: 'Targets of units and periods, their history and acknowledgements.',
  Plans: 'Drafts of targets and their publication.',
  Periods: 'Closing months and opening them again.',
  Deals: 'Booking and changing deals, and the table of them.',
  Customers: 'Customers and what they bought.',
  'Custom fields': 'Fields the company has given its deals and customers.',
  Products: 'Products and who buys them.',
  'Compare and explore':
    'Figures against others, and lines of deals to add up by anything they have.',
  'Data quality': 'What needs fixing: unassigned, overdue, without cost, probably twice.',
  Corrections: 'Changes in closed months, and totals that are too large.',
  'Kept views': 'States of views under a name, shared and pinned.',
  Notes: 'What people wrote down about figures, and who sees to it.',
  Reports: 'Kept views that go out by mail, shares and the daily mail.',
  Lists: 'Names to choose from, and merging them.',
  Mail: 'Mail that is to go out, has gone, or could not be sent.',
  History: 'Deals as they stood at a moment, and what changed since.',
  Pipeline: 'Open deals and the forecast.',
  'Exchange rates': 'Rates by currency and day.',
  Imports: 'Files of deals, targets, units, values and rates.',
  Exports: 'The same as files to take along.',
  Events: 'The stream that says when to ask again.',
  'Order systems': 'Systems that send deals by themselves.',
  Commission: 'Commission plans, statements, and what is owed.',
  Contests: 'Contests and awards.',
  Webhooks: 'Addresses that are told of events, and what became of each.',
  Boards: 'Wall boards.',
  Photos: 'Pictures of people.',
  Print: 'An attainment as a page or a table.',
};
