import { useId, useState } from 'react';
import { Form } from 'react-bootstrap';
import { AskDialog } from './AskDialog.tsx';

interface AskReasonProps {
  title: string;
  label: string;
  action: string;
  onReason: (reason: string) => void;
  onClose: () => void;
  /** why it was not taken, where the question stays open until it is */
  error?: unknown;
  busy?: boolean | undefined;
}

/** Asks for nothing but why. */
export function AskReason({ label, onReason, ...dialog }: AskReasonProps) {
  const id = useId();
  const [reason, setReason] = useState('');
  const [asked, setAsked] = useState(false);
  const missing = reason.trim() === '';
  const submit = () => {
    setAsked(true);
    if (!missing) onReason(reason.trim());
  };
  return (
    <AskDialog {...dialog} onSubmit={submit}>
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
    </AskDialog>
  );
}
