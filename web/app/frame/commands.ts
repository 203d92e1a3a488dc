import type { Me } from '#contract/schemas/access';

/** Something to do or a place to go to, found by its name or by another word for it. */
export interface NamedCommand {
  name: string;
  /** Other words people say for it. */
  also: string;
  /** The key that does it at once. */
  key?: string;
  path?: string;
  /** What the address says besides, at the view one is on. */
  param?: readonly [name: string, value: string];
  /** Who has it; everybody where it is left out. */
  roles?: readonly Me['role'][];
}

const WRITERS = ['administrator', 'manager', 'salesperson'] as const;
const MANAGERS = ['administrator', 'manager'] as const;
const ADMINISTRATORS = ['administrator'] as const;

/** All there is, in the order of the work; Setup by its pages. */
export const COMMANDS: readonly NamedCommand[] = [
  {
    name: 'Book a deal',
    also: 'new sale record order won',
    key: 'n',
    param: ['book', 'new'],
    roles: WRITERS,
  },
  {
    name: 'Import deals',
    also: 'upload file csv xlsx spreadsheet',
    path: '/deals',
    param: ['import', 'deals'],
    roles: WRITERS,
  },
  { name: 'Start', also: 'home overview today to do first page', path: '/' },
  { name: 'Alerts', also: 'notifications rules warning tell me bell', path: '/alerts' },
  { name: 'Reports', also: 'mail send schedule weekly pdf', path: '/reports' },
  { name: 'Actions', also: 'tasks notes to do follow up', path: '/actions' },
  {
    name: 'Commission',
    also: 'pay bonus incentive statement payroll accelerator',
    path: '/commission',
  },
  { name: 'Contests', also: 'spiff competition award prize game', path: '/contests' },
  { name: 'Where we stand', also: 'standing attainment status summary', path: '/standing' },
  { name: 'Scorecard', also: 'kpi measures total', path: '/standing/scorecard' },
  { name: 'Year ahead', also: 'forecast months outlook', path: '/standing/ahead' },
  { name: 'Ladder', also: 'ranking leaderboard league', path: '/ladder' },
  {
    name: 'Compare with last year',
    also: 'compare growth bridge waterfall lead prior period abc year on year yoy benchmark',
    path: '/compare',
  },
  {
    name: 'Explore: why is it so',
    also: 'explore slice dice analyse drill pivot customer product category source reason cause',
    path: '/explore',
  },
  { name: 'Set targets', also: 'quota plan goal budget', path: '/plan' },
  { name: 'Look ahead: pipeline', also: 'forecast funnel open deals', path: '/deals/pipeline' },
  { name: 'Customers', also: 'accounts buyers clients', path: '/deals/customers' },
  {
    name: 'Type in activities',
    also: 'calls visits typed values totals',
    path: '/deals/activities',
  },
  { name: 'What changed', also: 'history audit since friday', path: '/deals/changes' },
  { name: 'What to fix', also: 'errors duplicates overdue quality', path: '/deals/to-fix' },
  {
    name: 'Month end: close a month',
    also: 'close period closing lock',
    path: '/deals/month-end',
  },
  { name: 'Setup: company and calendar', also: 'fiscal year currency', path: '/setup/company' },
  {
    name: 'Setup: holidays and days off',
    also: 'holiday closed day bank working days',
    path: '/setup/company',
  },
  {
    name: 'Setup: units and people',
    also: 'team branch salesperson joiner leaver move ramp',
    path: '/setup/people',
    roles: MANAGERS,
  },
  {
    name: 'Setup: accounts',
    also: 'user invite password role sign in',
    path: '/setup/accounts',
    roles: ADMINISTRATORS,
  },
  { name: 'Setup: measures', also: 'kpi formula metric', path: '/setup/measures' },
  { name: 'Setup: status rules', also: 'threshold grade colour', path: '/setup/status' },
  {
    name: 'Setup: lists',
    also: 'products stages sources locations categories drop-down',
    path: '/setup/lists',
    roles: ADMINISTRATORS,
  },
  {
    name: 'Setup: custom fields',
    also: 'own field column',
    path: '/setup/custom-fields',
    roles: ADMINISTRATORS,
  },
  {
    name: 'Setup: order systems',
    also: 'feed integration erp',
    path: '/setup/feeds',
    roles: ADMINISTRATORS,
  },
  {
    name: 'Setup: webhooks',
    also: 'events integration automation push',
    path: '/setup/webhooks',
    roles: ADMINISTRATORS,
  },
  {
    name: 'Setup: wall boards',
    also: 'screen tv display',
    path: '/setup/boards',
    roles: MANAGERS,
  },
  { name: 'Setup: exchange rates', also: 'currency conversion', path: '/setup/rates' },
  { name: 'Setup: files', also: 'export download csv', path: '/setup/files' },
  {
    name: 'Your password and devices',
    also: 'password sign out token session account',
    path: '/setup/access',
  },
  { name: 'Appearance', also: 'dark theme colours decimals thousands', path: '/setup/appearance' },
];

/** Those a role has whose name, or another word for it, holds what was typed. */
export function findCommands(typed: string, role: Me['role'] | undefined): NamedCommand[] {
  const wanted = typed.trim().toLowerCase();
  return COMMANDS.filter(
    ({ name, also, roles }) =>
      (!roles || (role !== undefined && roles.includes(role))) &&
      `${name} ${also}`.toLowerCase().includes(wanted),
  );
}
