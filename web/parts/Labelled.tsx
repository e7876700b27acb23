import { type ReactNode, useId } from 'react';
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

/** A field of a short form that cannot be left empty, under its label. */
export function Labelled({ label, value, onText, type = 'text', className, ...rest }: LabelledProps) {
  const id = useId();
  return (
    <div className={className}>
      <Form.Label htmlFor={id}>{label}</Form.Label>
      <Form.Control
        id={id}
        type={type}
        required
        {...rest}
        value={value}
        onChange={(event) => onText(event.target.value)}
      />
    </div>
  );
}
