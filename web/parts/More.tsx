import { Button } from 'react-bootstrap';
import type { EndpointPages } from '../api/hooks.ts';

/** How much of a list is shown, and the button that brings the next part of it; nothing where all of it is. */
export function More({ pages, what }: { pages: EndpointPages<unknown>; what: string }) {
  if (pages.more === null || pages.items === null) return null;
  return (
    <div className="mt-2 d-flex gap-3 align-items-center">
      <Button variant="outline-primary" disabled={pages.fetchingMore} onClick={pages.more}>
        {pages.fetchingMore ? 'Fetching …' : 'Show more'}
      </Button>
      <span className="quiet" role="status">
        the first {pages.items.length} {what}
      </span>
    </div>
  );
}
