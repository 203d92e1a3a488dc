import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';

const t = messagesOf('frame', EN_FRAME);
type NamedView = readonly [path: string, name: string];

export const MAIN_VIEWS: readonly NamedView[] = [
  ['/', t('start')],
  ['/standing', t('standing')],
  ['/ladder', t('ladder')],
  ['/plan', t('plan')],
  ['/deals', t('deals')],
  ['/compare', t('compare')],
  ['/explore', t('explore')],
];

/** The ways to look at where a unit stands. */
export const STANDING_VIEWS: readonly NamedView[] = [
  ['/profile', t('overview')],
  ['/standing', t('summary')],
  ['/standing/parts', t('dayByDay')],
  ['/standing/slices', t('byProductAndCustomer')],
  ['/standing/scorecard', t('scorecard')],
  ['/standing/pairs', t('compareMeasures')],
  ['/standing/ahead', t('yearAhead')],
];

/** What is recorded: deals, and what is typed in. */
export const DEALS_VIEWS: readonly NamedView[] = [
  ['/deals', t('deals')],
  ['/deals/pipeline', t('pipeline')],
  ['/deals/customers', t('customers')],
  ['/deals/activities', t('activities')],
  ['/deals/changes', t('changes')],
  ['/deals/to-fix', t('toFixView')],
  ['/deals/month-end', t('monthEnd')],
];

/** What comes to a person and goes out from them. */
export const DESK_VIEWS: readonly NamedView[] = [
  ['/actions', t('actions')],
  ['/alerts', t('alerts')],
  ['/reports', t('reports')],
  ['/contests', t('contests')],
  ['/commission', t('commission')],
];

/** All that a phone reaches by More, under their headings. */
export const VIEW_GROUPS: readonly (readonly [heading: string, views: readonly NamedView[]])[] = [
  [t('standing'), STANDING_VIEWS],
  [t('deals'), DEALS_VIEWS],
  [
    t('why'),
    [
      ['/compare', t('compare')],
      ['/explore', t('explore')],
    ],
  ],
  [t('whatToDo'), DESK_VIEWS],
];

/** What a view is called where there is room for one name: "Pipeline"; empty for no view. */
export function nameOfView(pathname: string): string {
  const named = [
    ...MAIN_VIEWS,
    ...VIEW_GROUPS.flatMap(([, views]) => views),
    ['/setup', t('setup')] as const,
  ];
  const fitting = named.filter(([path]) =>
    path === '/' ? pathname === '/' : `${pathname}/`.startsWith(`${path}/`),
  );
  // The longest address says it best; of two names of one view the main one.
  return fitting.sort(([a], [b]) => b.length - a.length)[0]?.[1] ?? '';
}
