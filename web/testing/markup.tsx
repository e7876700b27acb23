import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import type { ReactElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { MemoryRouter } from 'react-router';
import type { Session } from '../../contract/people/endpoints.ts';
import { DEFAULT_UNITS, type Units } from '../../core/units/quantities.ts';
import { SESSION_KEY } from '../api/hooks.ts';

export interface Looking {
  /** how the person at the screen reads numbers */
  units?: Partial<Units>;
  role?: 'owner' | 'estimator' | 'crew';
  /** answers of endpoints that the part asks, by endpoint, params and query */
  answers?: [key: unknown[], answer: unknown][];
}

/** A part of the interface within what all parts stand in, for somebody who is signed in. */
export function around(part: ReactElement, { units = {}, role = 'owner', answers = [] }: Looking = {}): ReactElement {
  const client = new QueryClient();
  const person = { id: 'p', name: 'Test Owner', email: '', role, disabled: false, version: 1 };
  const session = {
    person: { ...person, units: { ...DEFAULT_UNITS, ...units } },
    company: { name: 'Test Panel Care', currency: 'ZAR' },
    csrf: '',
  };
  client.setQueryData(SESSION_KEY, session as unknown as Session);
  for (const [key, answer] of answers) client.setQueryData(key, answer);
  return (
    <QueryClientProvider client={client}>
      <MemoryRouter>{part}</MemoryRouter>
    </QueryClientProvider>
  );
}

/** A part of the interface as HTML, as somebody who is signed in would see it. */
export const markup = (part: ReactElement, looking?: Looking): string => renderToStaticMarkup(around(part, looking));

const ENTITIES: Record<string, string> = { '&amp;': '&', '&lt;': '<', '&gt;': '>', '&quot;': '"', '&#x27;': "'" };

/** What a person reads of it: the text, with no-break spaces as plain ones. */
export const read = (part: ReactElement, looking?: Looking): string =>
  markup(part, looking)
    .replace(/<\/(p|div|td|th|tr|li|h\d|span|button)>/g, ' ')
    .replace(/<[^>]*>/g, '')
    .replace(/&(amp|lt|gt|quot|#x27);/g, (entity) => ENTITIES[entity] ?? entity)
    .replace(/\s+/g, ' ')
    .trim();

/** How often something stands in a part's HTML. */
export const count = (html: string, what: RegExp): number =>
  [...html.matchAll(new RegExp(what, what.flags.includes('g') ? what.flags : `${what.flags}g`))].length;
