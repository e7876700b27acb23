import { QueryClient } from '@tanstack/react-query';
import { OfflineError, ProblemError } from './client.ts';

/** What the page knows of the server. */
export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      retry: (count, error) => !(error instanceof ProblemError) && !(error instanceof OfflineError) && count < 2,
      networkMode: 'always',
    },
    mutations: { networkMode: 'always' },
  },
});
