import '@fontsource/atkinson-hyperlegible-next/400.css';
import '@fontsource/atkinson-hyperlegible-next/600.css';
import '@fontsource/atkinson-hyperlegible-next/700.css';
import '@fontsource/atkinson-hyperlegible-next/800.css';
import './theme/theme.scss';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { OfflineError, ProblemError } from './api/client.ts';
import { deviceLock } from './device/device.ts';
import { watchVersions } from './device/newVersion.ts';
import { router } from './routes.tsx';

const client = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      retry: (count, error) => !(error instanceof ProblemError) && !(error instanceof OfflineError) && count < 2,
      networkMode: 'always',
    },
    mutations: { networkMode: 'always' },
  },
});

watchVersions();
// What the device keeps may be shown only once it is known who left it how.
await deviceLock.load().catch(() => undefined);

const root = document.getElementById('root');
if (root === null) throw new Error('index.html has lost its root');
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={client}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>,
);
