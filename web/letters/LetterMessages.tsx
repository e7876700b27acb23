import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Letter, LetterMessage } from '../../contract/letters/endpoints.ts';
import { endpointQuery, useEndpointMutation, useSay } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { Trouble } from '../parts/states.tsx';

/** What was asked and answered, in order. @param you how the reader's own side is called */
export function Messages({ messages, you }: { messages: readonly LetterMessage[]; you: LetterMessage['by'] }) {
  const say = useSay();
  if (messages.length === 0) return null;
  const nameOf = ({ by, name }: LetterMessage) => (by === you ? 'You' : name || 'The customer');
  return (
    <ol className="messages">
      {messages.map((message) => (
        <li key={message.id} className={message.by === you ? 'own' : ''}>
          <span className="quiet">
            {nameOf(message)}, {say.date(message.at)}
          </span>
          <p className="mb-0">{message.text}</p>
        </li>
      ))}
    </ol>
  );
}

/** Questions about an offer, asked from its page. */
export function LetterMessages({ letter, token }: { letter: Letter; token: string }) {
  const client = useQueryClient();
  const [text, setText] = useState('');
  const id = useRef(newId());
  const ask = useEndpointMutation('askByLetter', (now) => {
    client.setQueryData(endpointQuery('readLetter', { params: { token } }).queryKey, now);
    setText('');
    id.current = newId();
  });
  return (
    <section className="no-print" aria-label="Questions">
      <h2 className="h3 mt-3">Questions</h2>
      <Messages messages={letter.messages} you="customer" />
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          if (text.trim() !== '') ask.mutate({ params: { token }, body: { id: id.current, text: text.trim() } });
        }}
      >
        <Form.Label htmlFor="question">Ask {letter.firm} something</Form.Label>
        <Form.Control
          id="question"
          as="textarea"
          rows={2}
          maxLength={2000}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
        <Button type="submit" variant="outline-primary" className="mt-2" disabled={ask.isPending || text.trim() === ''}>
          Send the question
        </Button>
      </Form>
      <Trouble error={ask.error} />
    </section>
  );
}
