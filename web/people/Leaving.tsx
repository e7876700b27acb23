import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { call } from '../api/client.ts';
import { deviceLock } from '../device/device.ts';
import { outbox } from '../jobs/outbox/index.ts';

const unsentNow = (): number => outbox.state().items.filter(({ refused }) => refused === undefined).length;

/** Signs out: nothing that this page has read stays readable, and what is not sent yet is warned of first. */
export function useLeaving() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [unsent, setUnsent] = useState<number | null>(null);
  const leave = async () => {
    setUnsent(null);
    // Without a signal the device hides everything all the same, and tells the server when it can.
    const told = await call('signOut').then(
      () => true,
      () => false,
    );
    await deviceLock.left(told);
    client.clear();
    navigate('/sign-in', { replace: true });
  };
  const sendFirst = async () => {
    await outbox.flush(true);
    if (unsentNow() === 0) await leave();
    else setUnsent(unsentNow());
  };
  const ask = () => {
    if (unsentNow() > 0) setUnsent(unsentNow());
    else void leave();
  };
  const question = (
    <Modal show={unsent !== null} onHide={() => setUnsent(null)} centered aria-labelledby="leaving-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="leaving-title">
          {unsent === 1 ? 'One thing is not sent yet' : `${unsent ?? 0} things are not sent yet`}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <p>
          They stay on this device, hidden, and are sent when whoever did them signs in here again. Nobody else’s
          sign-in sends them.
        </p>
        <div className="d-flex gap-2 flex-wrap">
          <Button onClick={() => void sendFirst()}>Send them now</Button>
          <Button variant="outline-primary" onClick={() => void leave()}>
            Sign out all the same
          </Button>
          <Button variant="quiet" onClick={() => setUnsent(null)}>
            Stay
          </Button>
        </div>
      </Modal.Body>
    </Modal>
  );
  return { ask, question };
}
