import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { useEndpointMutation, useEndpointQuery } from '../api/hooks.ts';
import { Trouble, Waiting } from '../parts/states.tsx';
import { NewPassword } from './NewPassword.tsx';

/** A one-time link: choose a new password. */
export function ResetPage() {
  const { token = '' } = useParams();
  const [password, setPassword] = useState('');
  const [used, setUsed] = useState(false);
  const link = useEndpointQuery('readResetLink', { params: { token } }, { retry: false, enabled: !used });
  const client = useQueryClient();
  const use = useEndpointMutation('useResetLink', () => {
    // The link is used up: asking about it again would only be refused.
    setUsed(true);
    client.removeQueries({ queryKey: ['readResetLink'] });
  });
  return (
    <main className="entry">
      <Form
        className="panel"
        onSubmit={(event) => {
          event.preventDefault();
          use.mutate({ params: { token }, body: { password } });
        }}
      >
        <h1 className="h2">A new password</h1>
        {use.isSuccess ? (
          <>
            <div className="notice fine" role="status">
              It is set. You are signed out everywhere.
            </div>
            <Link to="/sign-in">Sign in with it</Link>
          </>
        ) : (
          <>
            {link.isPending && <Waiting />}
            <Trouble error={link.error} />
            {link.data && (
              <>
                <p>For {link.data.name}.</p>
                <NewPassword label="Choose a password" value={password} onText={setPassword} />
                <Trouble error={use.error} />
                <Button type="submit" className="mt-3 w-100" disabled={use.isPending}>
                  Set it
                </Button>
              </>
            )}
          </>
        )}
      </Form>
    </main>
  );
}
