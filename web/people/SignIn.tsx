import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useNavigate, useSearchParams } from 'react-router';
import { keepCsrf } from '../api/client.ts';
import { useDo } from '../api/hooks.ts';
import { Labelled } from '../parts/Labelled.tsx';
import { Wordmark } from '../parts/PailMark.tsx';
import { Trouble } from '../parts/states.tsx';

export function SignIn() {
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const signIn = useDo('signIn', (session) => {
    keepCsrf(session.csrf);
    const then = search.get('then') ?? '/';
    navigate(then.startsWith('/') && !then.startsWith('//') ? then : '/', { replace: true });
  });
  return (
    <main className="door">
      <Form
        className="sheet"
        onSubmit={(event) => {
          event.preventDefault();
          signIn.mutate({ body: { email, password } });
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
        <Trouble error={signIn.error} />
        <Button type="submit" className="mt-3 w-100" disabled={signIn.isPending}>
          Sign in
        </Button>
      </Form>
    </main>
  );
}
