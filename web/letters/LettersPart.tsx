import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { LetterLink } from '../../contract/letters/endpoints.ts';
import type { Quote } from '../../contract/quotes/endpoints.ts';
import { counted } from '../../words/counted.ts';
import { takenWords } from '../../words/en/letters.ts';
import { useEndpointMutation, useEndpointQuery, useMoment, useSay } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { FreshLink } from '../parts/FreshLink.tsx';
import { Trouble } from '../parts/states.tsx';
import { Messages } from './LetterMessages.tsx';

/** The customer's links to a quote that went out: make one, see what became of it, answer, withdraw. */
export function LettersPart({ quote }: { quote: Pick<Quote, 'id' | 'state' | 'visits'> }) {
  const letters = useEndpointQuery('listLetters', { params: { id: quote.id } });
  const id = useRef(newId());
  const [link, setLink] = useState<string | null>(null);
  const make = useEndpointMutation('makeLetter', ({ token }) => {
    id.current = newId();
    setLink(token && `${window.location.origin}/letter/${token}`);
  });
  return (
    <section aria-label="The customer’s page">
      <h3 className="mt-3">The customer’s page</h3>
      {quote.state === 'sent' && (
        <Button
          variant="outline-primary"
          disabled={make.isPending}
          onClick={() => make.mutate({ params: { id: quote.id }, body: { id: id.current } })}
        >
          Make a private link
        </Button>
      )}
      {link && <FreshLink link={link} label="Send this to the customer. It is shown here once." />}
      <Trouble error={letters.error ?? make.error} />
      {letters.data?.items.map((one) => (
        <LinkPart key={one.id} letter={one} visits={quote.visits} />
      ))}
    </section>
  );
}

function LinkPart({ letter, visits }: { letter: LetterLink; visits: number }) {
  const moment = useMoment();
  const say = useSay();
  const withdraw = useEndpointMutation('withdrawLetter');
  const { opened, answered } = letter;
  return (
    <div className="letter-link">
      <p className="mb-1">
        Link of {moment(letter.madeAt)}, by {letter.madeBy}.{' '}
        {letter.withdrawnAt ? (
          <strong>Withdrawn {moment(letter.withdrawnAt)}.</strong>
        ) : (
          <>
            Opens until {say.date(letter.expiresAt)}.{' '}
            <Button
              variant="quiet"
              disabled={withdraw.isPending}
              onClick={() => withdraw.mutate({ params: { id: letter.id }, body: {} })}
            >
              withdraw it
            </Button>
          </>
        )}
        <br />
        {opened ? `Read ${counted(opened.times, 'time')}, last ${moment(opened.last)}.` : 'Nobody has opened it yet.'}
      </p>
      {answered && (
        <div className="notice plain">
          <strong>
            {answered.decision === 'accepted' && answered.choice
              ? `Accepted: ${takenWords({ ...answered, choice: answered.choice, visits })}`
              : 'Declined'}
          </strong>{' '}
          by {answered.name}, {moment(answered.at)}
          {answered.reason && `: ${answered.reason}`}. Read first {answered.seenAt ? moment(answered.seenAt) : 'then'},
          from {answered.from}, paper <code className="text-break">{answered.sha256.slice(0, 16)}</code>.
          {answered.strokes && (
            <svg className="hand" viewBox="0 0 1 0.34" role="img" aria-label="Signature, drawn by hand">
              {answered.strokes.map((stroke) => (
                <polyline key={JSON.stringify(stroke[0])} points={stroke.map((point) => point.join(',')).join(' ')} />
              ))}
            </svg>
          )}
        </div>
      )}
      <Messages messages={letter.messages} you="firm" />
      {letter.messages.some(({ by }) => by === 'customer') && !letter.withdrawnAt && <Answer letterId={letter.id} />}
      <Trouble error={withdraw.error} />
    </div>
  );
}

function Answer({ letterId }: { letterId: string }) {
  const [text, setText] = useState('');
  const id = useRef(newId());
  const answer = useEndpointMutation('answerLetter', () => {
    setText('');
    id.current = newId();
  });
  return (
    <Form
      className="d-flex gap-2 align-items-end"
      onSubmit={(event) => {
        event.preventDefault();
        if (text.trim() !== '')
          answer.mutate({ params: { id: letterId }, body: { id: id.current, text: text.trim() } });
      }}
    >
      <div className="flex-grow-1">
        <Form.Label htmlFor={`answer-${letterId}`}>Answer</Form.Label>
        <Form.Control
          id={`answer-${letterId}`}
          value={text}
          maxLength={2000}
          onChange={(event) => setText(event.target.value)}
        />
      </div>
      <Button type="submit" variant="outline-primary" disabled={answer.isPending || text.trim() === ''}>
        Answer
      </Button>
      <Trouble error={answer.error} />
    </Form>
  );
}
