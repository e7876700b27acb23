import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useNavigate, useParams } from 'react-router';
import { keepCsrf } from '../api/client.ts';
import { useAsk, useDo } from '../api/hooks.ts';
import { Trouble, Waiting } from '../parts/states.tsx';

/** A one-time link: choose a password and be in. */
export function Join() {
  const { token = '' } = useParams();
  const navigate = useNavigate();
  const [password, setPassword] = useState('');
  const invitation = useAsk('readInvitation', { params: { token } });
  const accept = useDo('acceptInvitation', (session) => {
    keepCsrf(session.csrf);
    navigate('/', { replace: true });
  });
  return (
    <main className="door">
      <Form
        className="sheet"
        onSubmit={(event) => {
          event.preventDefault();
          accept.mutate({ params: { token }, body: { password } });
        }}
      >
        {invitation.isPending && <Waiting />}
        <Trouble error={invitation.error} />
        {invitation.data && (
          <>
            <h1 className="h2">Welcome, {invitation.data.name}</h1>
            <p>
              You join {invitation.data.company} as {invitation.data.role}. You will sign in as {invitation.data.email}.
            </p>
            <Form.Label htmlFor="password">Choose a password</Form.Label>
            <Form.Control
              id="password"
              type="password"
              autoComplete="new-password"
              value={password}
              minLength={10}
              required
              onChange={(event) => setPassword(event.target.value)}
            />
            <Form.Text>At least 10 characters; a few words are easiest to keep.</Form.Text>
            <Trouble error={accept.error} />
            <Button type="submit" className="mt-3 w-100" disabled={accept.isPending}>
              Come in
            </Button>
          </>
        )}
      </Form>
    </main>
  );
}
