import { useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useId, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Letter } from '../../contract/letters/endpoints.ts';
import type { OfferedChoice } from '../../core/quotes/offer.ts';
import type { QuoteChoice } from '../../core/quotes/states.ts';
import { isDrawn, type Strokes } from '../../core/reports/signature.ts';
import { choiceWords } from '../../words/en/letters.ts';
import { asked, useDo, useSay } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { Labelled } from '../parts/Labelled.tsx';
import { Trouble, Waiting } from '../parts/states.tsx';

const SignaturePad = lazy(async () => ({ default: (await import('../reports/SignaturePad.tsx')).SignaturePad }));

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
  const [name, setName] = useState('');
  const [agreed, setAgreed] = useState(false);
  const [strokes, setStrokes] = useState<Strokes>([]);
  const [reason, setReason] = useState('');
  const [tried, setTried] = useState(false);
  const read = asked('readLetter', { params: { token } });
  const decide = useDo('decideByLetter', (now) => client.setQueryData(read.queryKey, now));
  const chosen = choices.find((one) => one.choice === choice);
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
          : { ...said, decision: 'accepted', choice: choice ?? 'one', agreed: true, strokes },
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
              label={`I have read this offer and accept it${chosen ? ` for ${say.price(chosen.gross)}` : ''}${letter.content.fittings ? `, with what is fitted once for ${say.price(letter.content.fittings.gross)}` : ''}.`}
            />
            <p className="mb-0 mt-2">Sign here, with a finger or the mouse:</p>
            <Suspense fallback={<Waiting />}>
              <SignaturePad onStrokes={setStrokes} />
            </Suspense>
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
