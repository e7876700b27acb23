import { Form } from 'react-bootstrap';
import { PASSWORD_LEAST } from '../../contract/people/endpoints.ts';
import { Labelled } from '../parts/Labelled.tsx';

interface NewPasswordProps {
  label: string;
  value: string;
  onText: (password: string) => void;
}

/** A password that somebody chooses, and what makes a good one. */
export function NewPassword(props: NewPasswordProps) {
  return (
    <>
      <Labelled {...props} type="password" autoComplete="new-password" minLength={PASSWORD_LEAST} className="mt-2" />
      <Form.Text>
        At least {PASSWORD_LEAST} characters; a few words that do not belong together are easiest to keep.
      </Form.Text>
    </>
  );
}
