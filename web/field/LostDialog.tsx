import { Button, Modal } from 'react-bootstrap';
import { outbox, useOutboxState } from '../outbox/index.ts';

/** What this device could not keep. It stays in the way until it has been read: nothing vanishes unsaid. */
export function LostDialog() {
  const [lost] = useOutboxState().lost;
  if (lost === undefined) return null;
  return (
    <Modal show backdrop="static" keyboard={false} centered aria-labelledby="lost-title">
      <Modal.Header>
        <Modal.Title as="h2" id="lost-title">
          This was not kept
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <p>
          This device could not keep <b>{lost.what}</b>. Most often its storage is full: make room, then do it once
          more. What was kept before is still there.
        </p>
        <p className="quiet">{lost.why}</p>
        <Button onClick={() => outbox.acknowledge(lost.id)}>I have noted it</Button>
      </Modal.Body>
    </Modal>
  );
}
