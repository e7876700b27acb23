import { createBrowserRouter, Navigate, redirect } from 'react-router';
import { AppFrame } from './AppFrame.tsx';
import { Broken } from './parts/Broken.tsx';
import { Opening } from './parts/states.tsx';
import { Shell } from './shell.tsx';
import { askEarly } from './sites/askEarly.ts';

/** Pages are fetched when they are opened; only the shell and the sign-in come with the first load. */
export const router = createBrowserRouter([
  {
    ErrorBoundary: Broken,
    HydrateFallback: Opening,
    Component: AppFrame,
    children: [
      { path: '/sign-in', lazy: async () => ({ Component: (await import('./people/SignIn.tsx')).SignIn }) },
      { path: '/join/:token', lazy: async () => ({ Component: (await import('./people/Join.tsx')).Join }) },
      { path: '/reset/:token', lazy: async () => ({ Component: (await import('./people/ResetPage.tsx')).ResetPage }) },
      {
        path: '/letter/:token',
        lazy: async () => ({ Component: (await import('./letters/LetterPage.tsx')).LetterPage }),
      },
      {
        path: '/call/:token',
        lazy: async () => ({ Component: (await import('./letters/CallPage.tsx')).CallPage }),
      },
      { path: '/field', lazy: async () => ({ Component: (await import('./jobs/FieldList.tsx')).FieldList }) },
      { path: '/field/:jobId', lazy: async () => ({ Component: (await import('./jobs/FieldJob.tsx')).FieldJob }) },
      {
        path: '/',
        Component: Shell,
        children: [
          { index: true, lazy: async () => ({ Component: (await import('./schedule/DayPage.tsx')).DayPage }) },
          { path: 'sites', lazy: async () => ({ Component: (await import('./sites/SiteList.tsx')).SiteList }) },
          { path: 'sites/new', lazy: async () => ({ Component: (await import('./enquiries/NewSite.tsx')).NewSite }) },
          {
            path: 'sites/:id',
            loader: askEarly,
            lazy: async () => ({ Component: (await import('./spread/SiteSpread.tsx')).SiteSpread }),
          },
          {
            path: 'sites/:id/spray/:arrayId',
            lazy: async () => ({ Component: (await import('./spray/SprayPage.tsx')).SprayPage }),
          },
          {
            path: 'sites/:id/fittings/:arrayId',
            lazy: async () => ({ Component: (await import('./fittings/FittingsPage.tsx')).FittingsPage }),
          },
          {
            path: 'sites/:id/safety',
            lazy: async () => ({ Component: (await import('./methods/SafetyPage.tsx')).SafetyPage }),
          },
          {
            path: 'sites/:id/:step',
            loader: askEarly,
            lazy: async () => ({ Component: (await import('./spread/SiteSpread.tsx')).SiteSpread }),
          },
          {
            path: 'sites/:id/drawing/:arrayId',
            lazy: async () => ({ Component: (await import('./sites/DrawingPage.tsx')).DrawingPage }),
          },
          {
            // What it was called up to 0.2.0, for whoever kept the address.
            path: 'sites/:id/sheet/:arrayId',
            loader: ({ params: { id, arrayId } }) => redirect(`/sites/${id}/drawing/${arrayId}`),
          },
          {
            path: 'sites/:id/records',
            lazy: async () => ({ Component: (await import('./weather/RecordsPage.tsx')).RecordsPage }),
          },
          {
            path: 'sites/:id/pictures',
            lazy: async () => ({ Component: (await import('./inspections/PicturesPage.tsx')).PicturesPage }),
          },
          {
            path: 'quick',
            lazy: async () => ({ Component: (await import('./enquiries/QuickLookPage.tsx')).QuickLookPage }),
          },
          {
            path: 'sales',
            lazy: async () => ({ Component: (await import('./agreements/SalesPage.tsx')).SalesPage }),
          },
          { path: 'quotes', lazy: async () => ({ Component: (await import('./quotes/QuoteList.tsx')).QuoteList }) },
          {
            path: 'reports/:id',
            lazy: async () => ({ Component: (await import('./reports/CustomerReport.tsx')).CustomerReport }),
          },
          {
            path: 'company',
            lazy: async () => ({ Component: (await import('./company/CompanyPage.tsx')).CompanyPage }),
          },
          {
            path: 'account',
            lazy: async () => ({ Component: (await import('./people/AccountPage.tsx')).AccountPage }),
          },
          {
            path: 'backups',
            lazy: async () => ({ Component: (await import('./backups/BackupsPage.tsx')).BackupsPage }),
          },
          { path: 'known', lazy: async () => ({ Component: (await import('./figures/KnownPage.tsx')).KnownPage }) },
          { path: 'kit', lazy: async () => ({ Component: (await import('./kit/KitPage.tsx')).KitPage }) },
          {
            path: 'checklists',
            lazy: async () => ({ Component: (await import('./kit/ChecklistsPage.tsx')).ChecklistsPage }),
          },
          { path: 'resin', lazy: async () => ({ Component: (await import('./water/ResinPage.tsx')).ResinPage }) },
          { path: 'rules', lazy: async () => ({ Component: (await import('./rules/RulesPage.tsx')).RulesPage }) },
          { path: 'people', lazy: async () => ({ Component: (await import('./people/PeoplePage.tsx')).PeoplePage }) },
          { path: 'import', lazy: async () => ({ Component: (await import('./imports/ImportPage.tsx')).ImportPage }) },
          {
            path: 'bench',
            lazy: async () => ({ Component: (await import('./workbench/WorkbenchPage.tsx')).WorkbenchPage }),
            children: [
              { index: true, element: <Navigate to="/bench/patch" replace /> },
              {
                path: 'patch',
                lazy: async () => ({ Component: (await import('./workbench/PatchBench.tsx')).PatchBench }),
              },
              {
                path: 'year',
                lazy: async () => ({ Component: (await import('./workbench/YearBench.tsx')).YearBench }),
              },
              {
                path: 'often',
                lazy: async () => ({ Component: (await import('./frequency/OftenBench.tsx')).OftenBench }),
              },
              {
                path: 'water',
                lazy: async () => ({ Component: (await import('./water/WaterBench.tsx')).WaterBench }),
              },
              {
                path: 'proof',
                lazy: async () => ({ Component: (await import('./comparisons/ProofBench.tsx')).ProofBench }),
              },
              {
                path: 'sums',
                lazy: async () => ({ Component: (await import('./workbench/SumsBench.tsx')).SumsBench }),
              },
            ],
          },
          { path: '*', element: <Navigate to="/" replace /> },
        ],
      },
    ],
  },
]);
