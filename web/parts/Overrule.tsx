import { useId, useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { parseNumber } from '../../core/units/parse.ts';

interface OverruleProps {
  what: string;
  /** choices; words; or a number in the unit that the label names */
  words?: boolean;
  options?: readonly (readonly [string, string])[];
  unit?: string;
  current: string;
  onOverrule: (value: string | number, reason: string) => void;
  busy?: boolean;
}

/** Sets a recommendation aside: the value and, once, the reason. */
export function Overrule({ what, options, words, unit, current, onOverrule, busy }: OverruleProps) {
  const [open, setOpen] = useState(false);
  const [value, setValue] = useState(current);
  const [reason, setReason] = useState('');
  const [asked, setAsked] = useState(false);
  const id = useId();
  const textual = options !== undefined || words === true;
  const number = textual ? null : parseNumber(value);
  const wrong = textual ? value.trim() === '' : number === null;
  const submit = () => {
    setAsked(true);
    if (wrong || reason.trim() === '') return;
    onOverrule(textual ? value.trim() : (number ?? 0), reason.trim());
    setOpen(false);
    setReason('');
    setAsked(false);
  };
  return (
    <>
      <Button variant="quiet" onClick={() => setOpen(true)} disabled={busy} aria-label={`Overrule: ${what}`}>
        overrule
      </Button>
      <Modal show={open} onHide={() => setOpen(false)} centered aria-labelledby={`${id}-title`}>
        <Form
          onSubmit={(event) => {
            event.preventDefault();
            submit();
          }}
        >
          <Modal.Header closeButton>
            <Modal.Title as="h2" id={`${id}-title`}>
              Overrule: {what}
            </Modal.Title>
          </Modal.Header>
          <Modal.Body>
            <Form.Label htmlFor={`${id}-value`}>{unit ? `Instead, in ${unit}` : 'Instead'}</Form.Label>
            {options ? (
              <Form.Select id={`${id}-value`} value={value} onChange={(event) => setValue(event.target.value)}>
                {options.map(([key, text]) => (
                  <option key={key} value={key}>
                    {text}
                  </option>
                ))}
              </Form.Select>
            ) : (
              <Form.Control
                id={`${id}-value`}
                value={value}
                inputMode={textual ? 'text' : 'decimal'}
                onChange={(event) => setValue(event.target.value)}
                isInvalid={asked && wrong}
              />
            )}
            {asked && wrong && (
              <div className="field-error">{textual ? 'Say what instead' : 'Type a number, such as 12.5'}</div>
            )}
            <Form.Label htmlFor={`${id}-reason`} className="mt-3">
              Reason (kept and shown where the recommendation stood)
            </Form.Label>
            <Form.Control
              id={`${id}-reason`}
              value={reason}
              onChange={(event) => setReason(event.target.value)}
              isInvalid={asked && reason.trim() === ''}
            />
            {asked && reason.trim() === '' && <div className="field-error">Say why in a few words</div>}
          </Modal.Body>
          <Modal.Footer>
            <Button variant="outline-primary" onClick={() => setOpen(false)}>
              Leave as it is
            </Button>
            <Button type="submit">Overrule</Button>
          </Modal.Footer>
        </Form>
      </Modal>
    </>
  );
}
