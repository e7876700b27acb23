import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Quote } from '../../contract/quotes/endpoints.ts';
import { formatDate } from '../../words/format.ts';
import { useEndpointMutation, useEndpointQuery, useMoment, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { DateInput, isDate } from '../parts/DateInput.tsx';
import { Trouble } from '../parts/states.tsx';

/** What was said to the customer about an offer that waits, and when somebody does so next. */
export function FollowPart({ quote }: { quote: Pick<Quote, 'id' | 'state' | 'nextOn'> }) {
  const units = useUnits();
  const moment = useMoment();
  const followed = useEndpointQuery('listFollowUps', { params: { id: quote.id } });
  const items = followed.data?.items ?? [];
  const waits = quote.state === 'sent';
  if (!waits && items.length === 0) return null;
  return (
    <section aria-label="Following up">
      <h3 className="mt-3">Following up</h3>
      {waits && (
        <p className="mb-2">
          {quote.nextOn ? (
            <>
              Next on <strong>{formatDate(quote.nextOn, units)}</strong>: it is on the day’s list from then on.
            </>
          ) : (
            'Nobody follows it up: it stands until its last day.'
          )}
        </p>
      )}
      <ul className="plain-list">
        {items.map((one) => (
          <li key={one.id}>
            <span>{one.said}</span>
            <span className="end">
              {moment(one.at)}, {one.by}
            </span>
          </li>
        ))}
      </ul>
      {waits && <FollowForm quoteId={quote.id} />}
      <Trouble error={followed.error} />
    </section>
  );
}

function FollowForm({ quoteId }: { quoteId: string }) {
  const [said, setSaid] = useState('');
  const [nextOn, setNextOn] = useState('');
  const [tried, setTried] = useState(false);
  const id = useRef(newId());
  const follow = useEndpointMutation('followUpQuote', () => {
    setSaid('');
    setNextOn('');
    setTried(false);
    id.current = newId();
  });
  const wrongDay = nextOn !== '' && !isDate(nextOn);
  return (
    <Form
      noValidate
      className="d-flex gap-2 align-items-end flex-wrap"
      onSubmit={(event) => {
        event.preventDefault();
        setTried(true);
        if (said.trim() === '' || wrongDay) return;
        follow.mutate({
          params: { id: quoteId },
          body: { id: id.current, said: said.trim(), nextOn: nextOn === '' ? null : nextOn },
        });
      }}
    >
      <div className="flex-grow-1">
        <Form.Label htmlFor="follow-said">What was said</Form.Label>
        <Form.Control
          id="follow-said"
          value={said}
          maxLength={500}
          onChange={(event) => setSaid(event.target.value)}
          isInvalid={tried && said.trim() === ''}
        />
      </div>
      <div>
        <Form.Label htmlFor="follow-next">Again on</Form.Label>
        <DateInput id="follow-next" value={nextOn} onDate={setNextOn} isInvalid={tried && wrongDay} />
      </div>
      <Button type="submit" variant="outline-primary" disabled={follow.isPending}>
        Note it
      </Button>
      {tried && said.trim() === '' && <div className="field-error w-100">Write in a few words what was said</div>}
      {tried && wrongDay && <div className="field-error w-100">Type a date, or leave it empty</div>}
      <Trouble error={follow.error} />
    </Form>
  );
}
