import { type ReactNode, useId } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Trouble } from './states.tsx';

interface AskDialogProps {
  title: string;
  action: string;
  onSubmit: () => void;
  onClose: () => void;
  /** why the answer was not taken; it stands with what was typed */
  error?: unknown;
  busy?: boolean | undefined;
  children: ReactNode;
}

/** A question over the page: its fields, one way to answer it, and one to leave things as they are. */
export function AskDialog({ title, action, onSubmit, onClose, error, busy, children }: AskDialogProps) {
  const id = useId();
  return (
    <Modal show onHide={onClose} aria-labelledby={id}>
      <Form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          onSubmit();
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title id={id}>{title}</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          {children}
          <Trouble error={error} />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-primary" onClick={onClose}>
            Leave as it is
          </Button>
          <Button type="submit" disabled={busy}>
            {action}
          </Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
