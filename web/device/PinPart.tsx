import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { canHash, deviceLock } from './device.ts';
import { PIN_PATTERN } from './lock.ts';
import { useEngine } from './useEngine.ts';

/** The PIN of this device: with it one goes on without a signal after signing out. */
export function PinPart() {
  const { pin } = useEngine(deviceLock.subscribe, deviceLock.state);
  const [typed, setTyped] = useState('');
  const [busy, setBusy] = useState(false);
  return (
    <Form
      className="panel"
      onSubmit={(event) => {
        event.preventDefault();
        setBusy(true);
        void deviceLock
          .setPin(typed)
          .then(() => setTyped(''))
          .finally(() => setBusy(false));
      }}
    >
      <h2>PIN of this device</h2>
      <p>
        After signing out, jobs that this device keeps are hidden. With a PIN you can open them on a roof without a
        signal. {pin ? 'A PIN is set on this device.' : 'There is no PIN on this device yet.'}
      </p>
      {canHash() ? (
        <>
          <Form.Label htmlFor="new-pin">{pin ? 'Another PIN' : 'A PIN'}</Form.Label>
          <Form.Control
            id="new-pin"
            type="password"
            inputMode="numeric"
            autoComplete="off"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
          />
          <Form.Text>6 to 12 figures, not those of your telephone or bank card.</Form.Text>
          <div className="d-flex gap-2 mt-3">
            <Button type="submit" disabled={busy || !PIN_PATTERN.test(typed)}>
              {busy ? 'Setting it …' : 'Set it'}
            </Button>
            {pin && (
              <Button variant="outline-primary" onClick={() => void deviceLock.dropPin()}>
                Take it away
              </Button>
            )}
          </div>
        </>
      ) : (
        <p className="quiet">A PIN needs an address that begins with https.</p>
      )}
    </Form>
  );
}
