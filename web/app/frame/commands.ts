import type { Me } from '#contract/schemas/access';
import { EN_FRAME } from '#wording/messages/en/frame';
import { messagesOf } from '#wording/messages/translate';

const t = messagesOf('frame', EN_FRAME);

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
    name: t('bookADeal'),
    also: t('newSaleRecordOrderWon'),
    key: 'n',
    param: ['book', 'new'],
    roles: WRITERS,
  },
  {
    name: t('importDeals'),
    also: t('uploadFileCsvXlsxSpreadsheet'),
    path: '/deals',
    param: ['import', 'deals'],
    roles: WRITERS,
  },
  { name: t('start'), also: t('homeOverviewTodayToDo'), path: '/' },
  { name: t('alerts'), also: t('notificationsRulesWarningTellMe'), path: '/alerts' },
  { name: t('reports'), also: t('mailSendScheduleWeeklyPdf'), path: '/reports' },
  { name: t('actions'), also: t('tasksNotesToDoFollow'), path: '/actions' },
  {
    name: t('commission'),
    also: t('payBonusIncentiveStatementPayroll'),
    path: '/commission',
  },
  { name: t('contests'), also: t('spiffCompetitionAwardPrizeGame'), path: '/contests' },
  { name: t('whereWeStand'), also: t('standingAttainmentStatusSummary'), path: '/standing' },
  { name: t('scorecard'), also: t('kpiMeasuresTotal'), path: '/standing/scorecard' },
  { name: t('yearAhead'), also: t('forecastMonthsOutlook'), path: '/standing/ahead' },
  { name: t('ladder'), also: t('rankingLeaderboardLeague'), path: '/ladder' },
  {
    name: t('compareWithLastYear'),
    also: t('compareGrowthBridgeWaterfallLead'),
    path: '/compare',
  },
  {
    name: t('exploreWhyIsItSo'),
    also: t('exploreSliceDiceAnalyseDrill'),
    path: '/explore',
  },
  { name: t('setTargets'), also: t('quotaPlanGoalBudget'), path: '/plan' },
  { name: t('lookAheadPipeline'), also: t('forecastFunnelOpenDeals'), path: '/deals/pipeline' },
  { name: t('customers'), also: t('accountsBuyersClients'), path: '/deals/customers' },
  {
    name: t('typeInActivities'),
    also: t('callsVisitsTypedValuesTotals'),
    path: '/deals/activities',
  },
  { name: t('whatChanged'), also: t('historyAuditSinceFriday'), path: '/deals/changes' },
  { name: t('whatToFix'), also: t('errorsDuplicatesOverdueQuality'), path: '/deals/to-fix' },
  {
    name: t('monthEndCloseAMonth'),
    also: t('closePeriodClosingLock'),
    path: '/deals/month-end',
  },
  { name: t('setupCompanyAndCalendar'), also: t('fiscalYearCurrency'), path: '/setup/company' },
  {
    name: t('setupHolidaysAndDaysOff'),
    also: t('holidayClosedDayBankWorking'),
    path: '/setup/company',
  },
  {
    name: t('setupUnitsAndPeople'),
    also: t('teamBranchSalespersonJoinerLeaver'),
    path: '/setup/people',
    roles: MANAGERS,
  },
  {
    name: t('setupAccounts'),
    also: t('userInvitePasswordRoleSign'),
    path: '/setup/accounts',
    roles: ADMINISTRATORS,
  },
  { name: t('setupMeasures'), also: t('kpiFormulaMetric'), path: '/setup/measures' },
  { name: t('setupStatusRules'), also: t('thresholdGradeColour'), path: '/setup/status' },
  {
    name: t('setupLists'),
    also: t('productsStagesSourcesLocationsCategories'),
    path: '/setup/lists',
    roles: ADMINISTRATORS,
  },
  {
    name: t('setupCustomFields'),
    also: t('ownFieldColumn'),
    path: '/setup/custom-fields',
    roles: ADMINISTRATORS,
  },
  {
    name: t('setupOrderSystems'),
    also: t('feedIntegrationErp'),
    path: '/setup/feeds',
    roles: ADMINISTRATORS,
  },
  {
    name: t('setupWebhooks'),
    also: t('eventsIntegrationAutomationPush'),
    path: '/setup/webhooks',
    roles: ADMINISTRATORS,
  },
  {
    name: t('setupWallBoards'),
    also: t('screenTvDisplay'),
    path: '/setup/boards',
    roles: MANAGERS,
  },
  { name: t('setupExchangeRates'), also: t('currencyConversion'), path: '/setup/rates' },
  { name: t('setupFiles'), also: t('exportDownloadCsv'), path: '/setup/files' },
  {
    name: t('yourPasswordAndDevices'),
    also: t('passwordSignOutTokenSession'),
    path: '/setup/access',
  },
  {
    name: t('appearance'),
    also: t('darkThemeColoursDecimalsThousands'),
    path: '/setup/appearance',
  },
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
