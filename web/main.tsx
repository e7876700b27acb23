import '@fontsource/atkinson-hyperlegible-next/400.css';
import '@fontsource/atkinson-hyperlegible-next/600.css';
import '@fontsource/atkinson-hyperlegible-next/700.css';
import '@fontsource/atkinson-hyperlegible-next/800.css';
import './theme/theme.scss';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { queryClient } from './api/queryClient.ts';
import { deviceReady } from './device/device.ts';
import { watchVersions } from './device/newVersion.ts';
import { router } from './routes.tsx';

watchVersions();
// What the device keeps may be shown only once it is known who left it how.
await deviceReady();

const root = document.getElementById('root');
if (root === null) throw new Error('index.html has lost its root');
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>,
);
