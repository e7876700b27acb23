import { useId, useState } from 'react';
import { Button, Form } from 'react-bootstrap';

/** A private link that was just made: it is shown this once, to be copied. */
export function FreshLink({ link, label }: { link: string; label: string }) {
  const id = useId();
  const [copied, setCopied] = useState(false);
  return (
    <div className="notice fine" role="status">
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <div className="d-flex gap-2">
        <Form.Control id={id} readOnly value={link} onFocus={(event) => event.target.select()} />
        <Button
          variant="outline-primary"
          onClick={() =>
            void navigator.clipboard
              ?.writeText(link)
              .then(() => setCopied(true))
              .catch(() => undefined)
          }
        >
          {copied ? 'Copied' : 'Copy'}
        </Button>
      </div>
    </div>
  );
}
