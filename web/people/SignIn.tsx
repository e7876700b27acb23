import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useNavigate, useSearchParams } from 'react-router';
import { ProblemError } from '../api/client.ts';
import { enter, useEndpointMutation } from '../api/hooks.ts';
import { Labelled } from '../parts/Labelled.tsx';
import { Trouble } from '../parts/states.tsx';
import { Wordmark } from '../spine/PailMark.tsx';

/** Whether the server asks for the code of the second factor. */
const asksForCode = (error: unknown): boolean =>
  error instanceof ProblemError && error.problem.issues?.[0]?.path === 'code';

export function SignIn() {
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const [code, setCode] = useState<string | null>(null);
  const navigate = useNavigate();
  const client = useQueryClient();
  const [search] = useSearchParams();
  const signIn = useEndpointMutation('signIn', (session) => {
    enter(client, session);
    const then = search.get('then') ?? '/';
    navigate(then.startsWith('/') && !then.startsWith('//') ? then : '/', { replace: true });
  });
  const asked = asksForCode(signIn.error);
  if (asked && code === null) setCode('');
  return (
    <main className="entry">
      <Form
        className="panel"
        onSubmit={(event) => {
          event.preventDefault();
          signIn.mutate({ body: { email, password, ...(code ? { code } : {}) } });
        }}
      >
        <h1 className="wordmark">
          <Wordmark />
        </h1>
        <p className="quiet">What the dirt costs, what the wash is worth, and the proof of both.</p>
        <Labelled label="Email" type="email" autoComplete="username" value={email} onText={setEmail} />
        <Labelled
          label="Password"
          type="password"
          autoComplete="current-password"
          className="mt-2"
          value={password}
          onText={setPassword}
        />
        {code !== null && (
          <>
            <Labelled
              label="Code of your second factor"
              autoComplete="one-time-code"
              className="mt-2"
              value={code}
              onText={setCode}
              autoFocus
            />
            <Form.Text>Six digits of the app, or one of your recovery codes.</Form.Text>
          </>
        )}
        {!(asked && !code) && <Trouble error={signIn.error} />}
        <Button type="submit" className="mt-3 w-100" disabled={signIn.isPending}>
          Sign in
        </Button>
        <p className="quiet mt-3 mb-0">Password lost? An owner of your company makes you a link for a new one.</p>
      </Form>
    </main>
  );
}
