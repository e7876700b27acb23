import {
  keepPreviousData,
  type QueryClient,
  type UseQueryResult,
  useInfiniteQuery,
  useMutation,
  useQuery,
  useQueryClient,
} from '@tanstack/react-query';
import { createContext, useContext, useEffect, useMemo } from 'react';
import type { AnswerOf } from '../../contract/endpoint.ts';
import type { EndpointName, Endpoints } from '../../contract/index.ts';
import type { Session } from '../../contract/people/endpoints.ts';
import { DEFAULT_UNITS, type Units } from '../../core/units/quantities.ts';
import { formatMoment } from '../../words/format.ts';
import type { Say } from '../../words/language.ts';
import { sayTo } from '../../words/say.ts';
import { deviceLock } from '../device/device.ts';
import { invalidateAfter, type Writing } from './changes.ts';
import { type CallInput, call, keepCsrf } from './client.ts';
import { draftsBelongTo } from './drafts.ts';

/** A question to an endpoint, as it is kept. Whoever has left the page waits for nothing, and the server works on nothing for them. */
export const endpointQuery = <K extends EndpointName>(name: K, input: CallInput<K> = {}) => ({
  queryKey: [name, input.params ?? null, input.query ?? null],
  queryFn: ({ signal }: { signal: AbortSignal }) => call(name, { ...input, signal }),
});

/** Reads an endpoint and keeps the answer; `enabled: false` waits. */
export function useEndpointQuery<K extends EndpointName>(
  name: K,
  input: CallInput<K> = {},
  options: { enabled?: boolean; refetchInterval?: number | false; retry?: boolean } = {},
): UseQueryResult<AnswerOf<Endpoints[K]>> {
  return useQuery({
    ...endpointQuery(name, input),
    ...options,
  }) as UseQueryResult<AnswerOf<Endpoints[K]>>;
}

/** A list that comes in pages: an endpoint whose answer has items and where the next ones begin. */
type Paged = {
  [K in EndpointName]: AnswerOf<Endpoints[K]> extends { items: readonly unknown[]; next: string | null } ? K : never;
}[EndpointName];

/** The item of a list that comes in pages. */
type ItemOf<K extends Paged> = AnswerOf<Endpoints[K]> extends { items: readonly (infer I)[] } ? I : never;

export interface EndpointPages<I> {
  /** of all pages that were asked for, null before the first is there */
  items: I[] | null;
  error: unknown;
  refetch: () => unknown;
  /** asks for the next page; null where there is none */
  more: (() => void) | null;
  fetchingMore: boolean;
}

/** Reads a list page by page and keeps what came before; a write that makes it old has all its pages asked again. */
export function useEndpointPages<K extends Paged>(name: K, input: CallInput<K>): EndpointPages<ItemOf<K>> {
  type Page = { items: ItemOf<K>[]; next: string | null };
  const query = (input as { query?: object }).query ?? {};
  const pages = useInfiniteQuery({
    queryKey: [...endpointQuery(name, input).queryKey, 'pages'],
    queryFn: ({ signal, pageParam }) =>
      call(name, {
        ...input,
        query: pageParam === null ? query : { ...query, cursor: pageParam },
        signal,
      } as CallInput<K>) as Promise<unknown> as Promise<Page>,
    initialPageParam: null as string | null,
    getNextPageParam: ({ next }: Page) => next,
    placeholderData: keepPreviousData,
  });
  return {
    items: pages.data?.pages.flatMap(({ items }) => items) ?? null,
    error: pages.error,
    refetch: pages.refetch,
    more: pages.hasNextPage ? () => void pages.fetchNextPage() : null,
    fetchingMore: pages.isFetchingNextPage,
  };
}

/** Asks again every second and a half while something is still being prepared in the background. */
export function usePolling(waiting: boolean, ask: () => unknown): void {
  useEffect(() => {
    if (!waiting) return;
    const timer = setInterval(ask, 1500);
    return () => clearInterval(timer);
  }, [waiting, ask]);
}

/** Writes through an endpoint; each reading that it may have made old is asked again after it. */
export function useEndpointMutation<K extends Writing>(name: K, onDone?: (answer: AnswerOf<Endpoints[K]>) => void) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (input: CallInput<K>) => call(name, input),
    onSuccess: async (answer) => {
      onDone?.(answer);
      await invalidateAfter(client, name);
    },
  });
}

export const SESSION_KEY = ['readSession', null, null];

/** Whoever has just come in is known to the page at once: the next screen must not find nobody. */
export function enter(client: QueryClient, session: Session): void {
  keepCsrf(session.csrf);
  draftsBelongTo(session.person?.id ?? '');
  client.setQueryData(SESSION_KEY, session);
}

/** Who is signed in. */
export const sessionQuery = {
  queryKey: SESSION_KEY,
  queryFn: async (): Promise<Session> => {
    // Who signed out without a signal is signed out now, before anything else is asked.
    if (!deviceLock.state().toldServer) {
      await call('readSession').then(({ csrf }) => keepCsrf(csrf));
      await call('signOut').catch(() => undefined);
      await deviceLock.left(true);
    }
    const session = await call('readSession');
    keepCsrf(session.csrf);
    draftsBelongTo(session.person?.id ?? '');
    return session;
  },
  staleTime: 60_000,
};

export const useSession = (): UseQueryResult<Session> =>
  // Each part of a page that asks who is signed in would otherwise ask anew while there is no signal, without end.
  useQuery({ ...sessionQuery, retryOnMount: false });

/** How a paper reads that is shown to somebody who is not of the house: as its sender wrote it. */
export const ReadAs = createContext<{ units: Units; currency: string } | null>(null);

/** How the person at the screen reads numbers and dates. */
export function useUnits(): Units {
  const { person, company } = useSession().data ?? {};
  const zone = company?.zone;
  const own = useMemo(() => ({ ...(person?.units ?? DEFAULT_UNITS), zone }), [person?.units, zone]);
  return useContext(ReadAs)?.units ?? own;
}

/** An instant as this person reads dates, by the clock of the company. */
export function useMoment(): (at: string) => string {
  const units = useUnits();
  const zone = useSession().data?.company?.zone ?? 'UTC';
  return (at) => formatMoment(at, zone, units);
}

export function useCurrency(): string {
  const own = useSession().data?.company?.currency ?? 'ZAR';
  return useContext(ReadAs)?.currency ?? own;
}

/** What findings, figures and dates are said with, as this person reads them. */
export function useSay(): Say {
  const units = useUnits();
  const currency = useCurrency();
  return useMemo(() => sayTo({ units, currency }), [units, currency]);
}
