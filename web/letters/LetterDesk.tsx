import type { UseQueryResult } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { Trouble, Waiting } from '../parts/states.tsx';
import { useKeptFromSearch } from './useKeptFromSearch.ts';

/** The page behind a private link, while it is fetched, where it does not open, and once it is there. */
export function LetterDesk<T>({ of, children }: { of: UseQueryResult<T>; children: (found: T) => ReactNode }) {
  useKeptFromSearch();
  return (
    <main className="letter-desk">
      {of.isPending && <Waiting />}
      {of.isError && (
        <article className="letter">
          <Trouble error={of.error} />
        </article>
      )}
      {of.data !== undefined && children(of.data)}
    </main>
  );
}
