import { type ReactNode, useId, useState } from 'react';
import { Form } from 'react-bootstrap';

interface LabelledProps {
  label: ReactNode;
  value: string;
  onText: (text: string) => void;
  type?: 'text' | 'email' | 'password' | 'date';
  autoComplete?: string;
  minLength?: number;
  inputMode?: 'numeric';
  autoFocus?: boolean;
  className?: string;
}

/** A field of a short form that cannot be left empty, under its label. What is typed into one for a password can be shown. */
export function Labelled({ label, value, onText, type = 'text', className, ...rest }: LabelledProps) {
  const id = useId();
  const [shown, setShown] = useState(false);
  const secret = type === 'password';
  const field = (
    <Form.Control
      id={id}
      type={secret && shown ? 'text' : type}
      required
      {...rest}
      value={value}
      onChange={(event) => onText(event.target.value)}
    />
  );
  return (
    <div className={className}>
      <Form.Label htmlFor={id}>{label}</Form.Label>
      {secret ? (
        <div className="secret-field">
          {field}
          <button type="button" aria-pressed={shown} aria-label="Show what is typed" onClick={() => setShown(!shown)}>
            {shown ? 'hide' : 'show'}
          </button>
        </div>
      ) : (
        field
      )}
    </div>
  );
}
