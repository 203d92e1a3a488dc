import { createBrowserRouter } from 'react-router';
import { CrashPage } from './app/CrashPage';
import { Frame } from './app/frame/Frame';
import { Gate } from './app/Gate';
import { BookingLayer } from './records/BookingLayer';

/**
 * While the first view is fetched the page stays empty: a flash of words would be read as an
 * answer.
 */
const Nothing = () => null;

/** The only file that names every view; each is loaded when it is first opened. */
export const router = createBrowserRouter([
  {
    path: '/sign-in',
    lazy: async () => ({ Component: (await import('./access/SignInPage')).SignInPage }),
    ErrorBoundary: CrashPage,
    HydrateFallback: Nothing,
  },
  {
    path: '/welcome',
    lazy: async () => ({ Component: (await import('./access/WelcomePage')).WelcomePage }),
    ErrorBoundary: CrashPage,
    HydrateFallback: Nothing,
  },
  {
    path: '/first-run',
    lazy: async () => ({ Component: (await import('./firstrun/FirstRunPage')).FirstRunPage }),
    ErrorBoundary: CrashPage,
    HydrateFallback: Nothing,
  },
  {
    path: '/begin',
    lazy: async () => {
      const { BeginPage } = await import('./firstrun/BeginPage');
      return {
        Component: () => (
          <Gate>
            <BeginPage />
          </Gate>
        ),
      };
    },
    ErrorBoundary: CrashPage,
    HydrateFallback: Nothing,
  },
  {
    path: '/board/:secret',
    lazy: async () => ({ Component: (await import('./board/BoardPage')).BoardPage }),
    ErrorBoundary: CrashPage,
    HydrateFallback: Nothing,
  },
  {
    element: (
      <Gate>
        <Frame />
      </Gate>
    ),
    ErrorBoundary: CrashPage,
    HydrateFallback: Nothing,
    children: [
      {
        element: <BookingLayer />,
        children: [
          {
            index: true,
            lazy: async () => ({ Component: (await import('./start/StartPage')).StartPage }),
          },
          {
            path: 'profile',
            lazy: async () => ({ Component: (await import('./profile/ProfilePage')).ProfilePage }),
          },
          {
            path: 'standing',
            lazy: async () => ({
              Component: (await import('./standing/StandingPage')).StandingPage,
            }),
          },
          {
            path: 'standing/parts',
            lazy: async () => ({ Component: (await import('./standing/PartsPage')).PartsPage }),
          },
          {
            path: 'standing/slices',
            lazy: async () => ({ Component: (await import('./standing/SlicesPage')).SlicesPage }),
          },
          {
            path: 'standing/scorecard',
            lazy: async () => ({
              Component: (await import('./standing/ScorecardPage')).ScorecardPage,
            }),
          },
          {
            path: 'standing/pairs',
            lazy: async () => ({
              Component: (await import('./standing/MeasureComparisonPage')).MeasureComparisonPage,
            }),
          },
          {
            path: 'standing/ahead',
            lazy: async () => ({ Component: (await import('./standing/AheadPage')).AheadPage }),
          },
          {
            path: 'reports',
            lazy: async () => ({ Component: (await import('./reports/ReportsPage')).ReportsPage }),
          },
          {
            path: 'alerts',
            lazy: async () => ({ Component: (await import('./alerts/AlertsPage')).AlertsPage }),
          },
          {
            path: 'contests',
            lazy: async () => ({
              Component: (await import('./contests/ContestsPage')).ContestsPage,
            }),
          },
          {
            path: 'commission',
            lazy: async () => ({
              Component: (await import('./commission/CommissionPage')).CommissionPage,
            }),
          },
          {
            path: 'actions',
            lazy: async () => ({ Component: (await import('./actions/ActionsPage')).ActionsPage }),
          },
          {
            path: 'ladder',
            lazy: async () => ({ Component: (await import('./ladder/LadderPage')).LadderPage }),
          },
          {
            path: 'plan',
            lazy: async () => ({ Component: (await import('./plan/PlanPage')).PlanPage }),
          },
          {
            path: 'deals',
            lazy: async () => ({ Component: (await import('./deals/DealsPage')).DealsPage }),
          },
          {
            path: 'compare',
            lazy: async () => ({ Component: (await import('./compare/ComparePage')).ComparePage }),
          },
          {
            path: 'explore',
            lazy: async () => ({ Component: (await import('./explore/ExplorePage')).ExplorePage }),
          },
          {
            path: 'deals/customers',
            lazy: async () => ({
              Component: (await import('./customers/CustomersPage')).CustomersPage,
            }),
          },
          {
            path: 'deals/customers/:id',
            lazy: async () => ({
              Component: (await import('./customers/CustomerPage')).CustomerPage,
            }),
          },
          {
            path: 'deals/products/:id',
            lazy: async () => ({
              Component: (await import('./customers/ProductPage')).ProductPage,
            }),
          },
          {
            path: 'deals/to-fix',
            lazy: async () => ({
              Component: (await import('./dataQuality/DataQualityPage')).DataQualityPage,
            }),
          },
          {
            path: 'deals/month-end',
            lazy: async () => ({
              Component: (await import('./monthEnd/MonthEndPage')).MonthEndPage,
            }),
          },
          {
            path: 'deals/changes',
            lazy: async () => ({ Component: (await import('./history/PastPage')).PastPage }),
          },
          {
            path: 'deals/pipeline',
            lazy: async () => ({
              Component: (await import('./pipeline/PipelinePage')).PipelinePage,
            }),
          },
          {
            path: 'deals/activities',
            lazy: async () => ({
              Component: (await import('./activities/ActivitiesPage')).ActivitiesPage,
            }),
          },
          {
            path: 'setup/:chapter?',
            lazy: async () => ({ Component: (await import('./setup/SetupPage')).SetupPage }),
          },
          {
            path: '*',
            lazy: async () => ({ Component: (await import('./app/NotFoundPage')).NotFoundPage }),
          },
        ],
      },
    ],
  },
]);
