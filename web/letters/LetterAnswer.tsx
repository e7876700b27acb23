import { useQueryClient } from '@tanstack/react-query';
import { useId, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Letter } from '../../contract/letters/endpoints.ts';
import { additionsOf, type OfferedChoice, takenOf } from '../../core/quotes/offer.ts';
import type { QuoteAddition, QuoteChoice } from '../../core/quotes/states.ts';
import { isDrawn, type Strokes } from '../../core/reports/signature.ts';
import { ADDITION_WORDS, choiceWords } from '../../words/en/letters.ts';
import { endpointQuery, useEndpointMutation, useSay } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { Labelled } from '../parts/Labelled.tsx';
import { Trouble } from '../parts/states.tsx';
import { SignaturePad } from '../reports/SignaturePad.tsx';

interface LetterAnswerProps {
  letter: Letter;
  choices: readonly OfferedChoice[];
  token: string;
}

/** The customer's answer: what is accepted, by whom, with a tick and a hand; or why not. */
export function LetterAnswer({ letter, choices, token }: LetterAnswerProps) {
  const say = useSay();
  const tick = useId();
  const client = useQueryClient();
  const id = useRef(newId());
  const [declines, setDeclines] = useState(false);
  const [choice, setChoice] = useState<QuoteChoice | null>(null);
  const [additions, setAdditions] = useState<QuoteAddition[]>([]);
  const [name, setName] = useState('');
  const [agreed, setAgreed] = useState(false);
  const [strokes, setStrokes] = useState<Strokes>([]);
  const [reason, setReason] = useState('');
  const [tried, setTried] = useState(false);
  const read = endpointQuery('readLetter', { params: { token } });
  const decide = useEndpointMutation('decideByLetter', (now) => client.setQueryData(read.queryKey, now));
  const offered = additionsOf(letter.content, choice ?? 'one');
  const taken = choice === null ? null : takenOf(letter.content, choice, additions);
  const missing = declines
    ? [name.trim() === '' && 'your name', reason.trim() === '' && 'a reason']
    : [
        choice === null && 'what you want',
        name.trim() === '' && 'your name',
        !agreed && 'the tick',
        !isDrawn(strokes) && 'your signature',
      ];
  const lacking = missing.filter(Boolean);
  const send = () => {
    setTried(true);
    if (lacking.length > 0) return;
    const said = { id: id.current, name: name.trim(), sha256: letter.sha256 };
    decide.mutate(
      {
        params: { token },
        body: declines
          ? { ...said, decision: 'declined', reason: reason.trim() }
          : { ...said, decision: 'accepted', choice: choice ?? 'one', additions, agreed: true, strokes },
      },
      // Somebody else may have answered meanwhile, or a newer offer stands: the page says so once it is read again.
      { onError: () => client.invalidateQueries({ queryKey: read.queryKey }) },
    );
  };
  return (
    <section className="no-print letter-answer" aria-label="Your answer">
      <h2 className="h3 mt-4">Your answer</h2>
      <Form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          send();
        }}
      >
        <fieldset>
          <legend className="visually-hidden">What you answer</legend>
          {choices.map((one) => (
            <Form.Check
              key={one.choice}
              type="radio"
              id={`${tick}-${one.choice}`}
              name="answer"
              label={`${choiceWords(one)}, ${say.price(one.gross)}`}
              checked={!declines && choice === one.choice}
              onChange={() => {
                setDeclines(false);
                setChoice(one.choice);
              }}
            />
          ))}
          <Form.Check
            type="radio"
            id={`${tick}-no`}
            name="answer"
            label="No, thank you"
            checked={declines}
            onChange={() => setDeclines(true)}
          />
        </fieldset>
        {!declines && choice !== null && offered.length > 0 && (
          <fieldset className="mt-2">
            <legend className="fs-6">On top of it, where you want it</legend>
            {offered.map(({ addition, gross, each }) => (
              <Form.Check
                key={addition}
                id={`${tick}-${addition}`}
                label={`${ADDITION_WORDS[addition]}, ${say.price(gross)} ${each === 'visit' ? 'a visit' : 'once'}`}
                checked={additions.includes(addition)}
                onChange={(event) =>
                  setAdditions(
                    event.target.checked ? [...additions, addition] : additions.filter((one) => one !== addition),
                  )
                }
              />
            ))}
          </fieldset>
        )}
        <Labelled label="Your name" className="mt-2" value={name} onText={setName} autoComplete="name" />
        {declines ? (
          <Labelled label="What speaks against it" className="mt-2" value={reason} onText={setReason} />
        ) : (
          <>
            <Form.Check
              className="mt-2"
              id={tick}
              checked={agreed}
              onChange={(event) => setAgreed(event.target.checked)}
              label={`I have read this offer and accept it${taken ? ` for ${say.price(taken.gross)}` : ''}.`}
            />
            {taken && taken.deposit > 0 && (
              <p className="quiet mb-0">{say.price(taken.deposit)} of that is asked for now, the rest as it is done.</p>
            )}
            <p className="mb-0 mt-2">Sign here, with a finger or the mouse:</p>
            <SignaturePad onStrokes={setStrokes} />
          </>
        )}
        {tried && lacking.length > 0 && <div className="field-error">Still missing: {lacking.join(', ')}</div>}
        <div className="form-foot">
          <Button type="submit" disabled={decide.isPending}>
            {declines ? 'Decline the offer' : 'Accept the offer'}
          </Button>
        </div>
      </Form>
      <Trouble error={decide.error} />
      <p className="quiet mt-2">
        With your answer we keep your name, the time, the address it came from and the sum of the paper that you read.
      </p>
    </section>
  );
}
