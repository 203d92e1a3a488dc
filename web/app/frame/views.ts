type NamedView = readonly [path: string, name: string];

export const MAIN_VIEWS: readonly NamedView[] = [
  ['/', 'Start'],
  ['/standing', 'Standing'],
  ['/ladder', 'Ladder'],
  ['/plan', 'Plan'],
  ['/deals', 'Deals'],
  ['/compare', 'Compare'],
  ['/explore', 'Explore'],
];

/** The ways to look at where a unit stands. */
export const STANDING_VIEWS: readonly NamedView[] = [
  ['/profile', 'Overview'],
  ['/standing', 'Summary'],
  ['/standing/parts', 'Day by day'],
  ['/standing/slices', 'By product and customer'],
  ['/standing/scorecard', 'Scorecard'],
  ['/standing/pairs', 'Compare measures'],
  ['/standing/ahead', 'Year ahead'],
];

/** What is recorded: deals, and what is typed in. */
export const DEALS_VIEWS: readonly NamedView[] = [
  ['/deals', 'Deals'],
  ['/deals/pipeline', 'Pipeline'],
  ['/deals/customers', 'Customers'],
  ['/deals/activities', 'Activities'],
  ['/deals/changes', 'Changes'],
  ['/deals/to-fix', 'To fix'],
  ['/deals/month-end', 'Month end'],
];

/** What comes to a person and goes out from them. */
export const DESK_VIEWS: readonly NamedView[] = [
  ['/actions', 'Actions'],
  ['/alerts', 'Alerts'],
  ['/reports', 'Reports'],
  ['/contests', 'Contests'],
  ['/commission', 'Commission'],
];

/** All that a phone reaches by More, under their headings. */
export const VIEW_GROUPS: readonly (readonly [heading: string, views: readonly NamedView[]])[] = [
  ['Standing', STANDING_VIEWS],
  ['Deals', DEALS_VIEWS],
  [
    'Why',
    [
      ['/compare', 'Compare'],
      ['/explore', 'Explore'],
    ],
  ],
  ['What to do', DESK_VIEWS],
];

/** What a view is called where there is room for one name: "Pipeline"; empty for no view. */
export function nameOfView(pathname: string): string {
  const named = [
    ...MAIN_VIEWS,
    ...VIEW_GROUPS.flatMap(([, views]) => views),
    ['/setup', 'Setup'] as const,
  ];
  const fitting = named.filter(([path]) =>
    path === '/' ? pathname === '/' : `${pathname}/`.startsWith(`${path}/`),
  );
  // The longest address says it best; of two names of one view the main one.
  return fitting.sort(([a], [b]) => b.length - a.length)[0]?.[1] ?? '';
}
