import { Button, Modal } from 'react-bootstrap';

interface UnsentDialogProps {
  unsent: number;
  onSend: () => void;
  onLeave: () => void;
  onStay: () => void;
}

/** What is not sent yet when somebody signs out, and what then becomes of it. */
export function UnsentDialog({ unsent, onSend, onLeave, onStay }: UnsentDialogProps) {
  return (
    <Modal show onHide={onStay} centered aria-labelledby="leaving-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="leaving-title">
          {unsent === 1 ? 'One thing is not sent yet' : `${unsent} things are not sent yet`}
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <p>
          What is not sent stays on this device, hidden, and goes when whoever did it signs in here again. Nobody else’s
          sign-in sends it.
        </p>
        <div className="d-flex gap-2 flex-wrap">
          <Button onClick={onSend}>Send now</Button>
          <Button variant="outline-primary" onClick={onLeave}>
            Sign out all the same
          </Button>
          <Button variant="quiet" onClick={onStay}>
            Stay
          </Button>
        </div>
      </Modal.Body>
    </Modal>
  );
}
