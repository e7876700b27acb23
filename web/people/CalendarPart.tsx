import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { useEndpointMutation, useEndpointQuery, useMoment } from '../api/hooks.ts';
import { FreshLink } from '../parts/FreshLink.tsx';
import { Trouble } from '../parts/states.tsx';

/** One's own calendar: a private link that another calendar subscribes to, and the same as a file. */
export function CalendarPart() {
  const moment = useMoment();
  const link = useEndpointQuery('readCalendarLink');
  const [fresh, setFresh] = useState<string | null>(null);
  const make = useEndpointMutation('makeCalendarLink', ({ token }) =>
    setFresh(`${window.location.origin}/api/calendar/by-link/${token}/pail.ics`),
  );
  const drop = useEndpointMutation('dropCalendarLink', () => setFresh(null));
  const madeAt = link.data?.madeAt ?? null;
  return (
    <section className="panel">
      <h2>Calendar</h2>
      <p className="quiet">
        Washes on their day, at the desk also visits to be booked and offers to follow up. Whoever has the link sees
        them.
      </p>
      {fresh && <FreshLink link={fresh} label="Subscribe to this in your calendar. It is shown here once." />}
      <p>{madeAt ? `A link is open since ${moment(madeAt)}.` : 'No link is open.'}</p>
      <div className="d-flex gap-3 flex-wrap align-items-center">
        <Button variant="outline-primary" disabled={make.isPending} onClick={() => make.mutate({ body: {} })}>
          {madeAt ? 'Make a new link, the old one ends' : 'Make a link'}
        </Button>
        {madeAt && (
          <Button variant="quiet" disabled={drop.isPending} onClick={() => drop.mutate({})}>
            take it back
          </Button>
        )}
        <a href="/api/calendar.ics" download="pail.ics">
          the same as a file
        </a>
      </div>
      <Trouble error={link.error ?? make.error ?? drop.error} />
    </section>
  );
}
