import { type ReactNode, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Navigate, useLocation } from 'react-router';
import { OfflineError } from '../api/client.ts';
import { useSession } from '../api/hooks.ts';
import { deviceLock } from '../device/device.ts';
import type { Standing } from '../device/lock.ts';
import { useEngine } from '../device/useEngine.ts';
import { Waiting } from '../parts/states.tsx';

export const useStanding = (): Standing => useEngine(deviceLock.subscribe, deviceLock.standing);

/**
 * What a device keeps is shown to whoever is signed in, or works with it without a signal. After a sign-out it is hidden:
 * with a signal somebody signs in, without one the PIN of the device opens it.
 */
export function DeviceGate({ children }: { children: ReactNode }) {
  const session = useSession();
  const standing = useStanding();
  const { pathname } = useLocation();
  if (session.data?.person) return children;
  if (session.data?.person === null) return <Navigate to={`/sign-in?then=${encodeURIComponent(pathname)}`} replace />;
  if (session.isPending) return <Waiting what="Opening" />;
  if (session.error instanceof OfflineError && standing === 'open') return children;
  return <Closed standing={standing} retry={() => session.refetch()} />;
}

function Closed({ standing, retry }: { standing: Standing; retry: () => unknown }) {
  const [pin, setPin] = useState('');
  const [said, setSaid] = useState('');
  const [busy, setBusy] = useState(false);
  const person = deviceLock.state().person;
  const open = async () => {
    setBusy(true);
    const came = await deviceLock.tryPin(pin);
    setBusy(false);
    setPin('');
    if (came === 'wrong') setSaid('That is not the PIN.');
    if (typeof came === 'number') setSaid(`Too many tries. Wait ${Math.ceil(came / 1000)} seconds.`);
  };
  return (
    <main className="field">
      <Form
        className="field-card"
        onSubmit={(event) => {
          event.preventDefault();
          void open();
        }}
      >
        <h1 className="verb">Signed out</h1>
        <p className="sentence">
          There is no signal, and what this device keeps is hidden.{' '}
          {standing === 'pin'
            ? `${person?.name ?? 'Whoever worked with it'} can go on with the PIN of this device.`
            : 'Sign in when there is a signal. No PIN was set for going on without one.'}
        </p>
        {standing === 'pin' && (
          <>
            <Form.Label htmlFor="device-pin">PIN</Form.Label>
            <Form.Control
              id="device-pin"
              type="password"
              inputMode="numeric"
              autoComplete="off"
              className="pin"
              value={pin}
              onChange={(event) => setPin(event.target.value)}
            />
            {said && (
              <div className="notice bad" role="alert">
                {said}
              </div>
            )}
            <button type="submit" className="btn btn-primary big mt-3" disabled={busy || pin === ''}>
              {busy ? 'Looking …' : 'Go on'}
            </button>
          </>
        )}
        <Button variant="outline-primary" className="big mt-3" onClick={retry}>
          Try for a signal
        </Button>
      </Form>
    </main>
  );
}
