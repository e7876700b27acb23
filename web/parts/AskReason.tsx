import { useId, useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';

interface AskReasonProps {
  title: string;
  label: string;
  action: string;
  onReason: (reason: string) => void;
  onClose: () => void;
}

/** Asks for nothing but why. */
export function AskReason({ title, label, action, onReason, onClose }: AskReasonProps) {
  const id = useId();
  const [reason, setReason] = useState('');
  const [asked, setAsked] = useState(false);
  const missing = reason.trim() === '';
  const submit = () => {
    setAsked(true);
    if (!missing) onReason(reason.trim());
  };
  return (
    <Modal show onHide={onClose} aria-labelledby={`${id}-title`}>
      <Form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          submit();
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title id={`${id}-title`}>{title}</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <Form.Label htmlFor={id}>{label}</Form.Label>
          <Form.Control
            id={id}
            autoFocus
            value={reason}
            maxLength={500}
            onChange={(event) => setReason(event.target.value)}
            isInvalid={asked && missing}
          />
          {asked && missing && <div className="field-error">Say why in a few words</div>}
        </Modal.Body>
        <Modal.Footer>
          <Button variant="outline-primary" onClick={onClose}>
            Leave as it is
          </Button>
          <Button type="submit">{action}</Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
