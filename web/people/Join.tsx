import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useNavigate, useParams } from 'react-router';
import { enter, useEndpointMutation, useEndpointQuery } from '../api/hooks.ts';
import { Labelled } from '../parts/Labelled.tsx';
import { Trouble, Waiting } from '../parts/states.tsx';
import { NewPassword } from './NewPassword.tsx';

/** A one-time link: choose a password and be in. The first owner also says who that is. */
export function Join() {
  const { token = '' } = useParams();
  const navigate = useNavigate();
  const client = useQueryClient();
  const [password, setPassword] = useState('');
  const [name, setName] = useState('');
  const [used, setUsed] = useState(false);
  const [email, setEmail] = useState('');
  const invitation = useEndpointQuery('readInvitation', { params: { token } }, { enabled: !used });
  const accept = useEndpointMutation('acceptInvitation', (session) => {
    // The link is used up: asking about it again would only be refused.
    setUsed(true);
    client.removeQueries({ queryKey: ['readInvitation'] });
    enter(client, session);
    navigate('/', { replace: true });
  });
  const nameless = invitation.data?.email === '';
  return (
    <main className="entry">
      <Form
        className="panel"
        onSubmit={(event) => {
          event.preventDefault();
          accept.mutate({ params: { token }, body: { password, ...(nameless ? { name, email } : {}) } });
        }}
      >
        {invitation.isPending && <Waiting />}
        <Trouble error={invitation.error} />
        {invitation.data && (
          <>
            <h1 className="h2">{nameless ? 'Welcome' : `Welcome, ${invitation.data.name}`}</h1>
            {nameless ? (
              <>
                <p>You become the owner of this installation. The company’s name and prices are yours to set next.</p>
                <Labelled label="Your name" autoComplete="name" value={name} onText={setName} />
                <Labelled
                  label="Email, to sign in with"
                  type="email"
                  autoComplete="username"
                  className="my-2"
                  value={email}
                  onText={setEmail}
                />
              </>
            ) : (
              <p>
                You join {invitation.data.company} as {invitation.data.role}. You will sign in as{' '}
                {invitation.data.email}.
              </p>
            )}
            <NewPassword label="Choose a password" value={password} onText={setPassword} />
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
