import { useId, useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { parseNumber } from '../../core/units/parse.ts';
import { fromUnits, type QuantityKind, unitOf } from '../../core/units/quantities.ts';
import { formatForTyping } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import { NumberInput } from './NumberInput.tsx';

interface Common {
  what: string;
  busy?: boolean;
  /** given where the recommendation is overruled already: takes it back */
  onWithdraw?: (() => void) | undefined;
}
interface OfOptions<K extends string> extends Common {
  options: readonly (readonly [K, string])[];
  words?: undefined;
  kind?: undefined;
  current: K;
  onOverrule: (value: K, reason: string) => void;
}
interface OfWords extends Common {
  words: true;
  options?: undefined;
  kind?: undefined;
  current: string;
  onOverrule: (value: string, reason: string) => void;
}
interface OfQuantity extends Common {
  /** asked for in the person's unit, handed on in SI */
  kind: QuantityKind;
  options?: undefined;
  words?: undefined;
  /** in words, where the symbol does not say it all */
  unit?: string;
  /** money is typed in whole units and kept in minor ones */
  scale?: number;
  current: number;
  onOverrule: (value: number, reason: string) => void;
}

/** Sets a recommendation aside: the value and, once, the reason. */
export function Overrule<K extends string>(props: OfOptions<K> | OfWords | OfQuantity) {
  const { what, busy } = props;
  const [open, setOpen] = useState(false);
  // What was typed is there again when the dialog was closed by a slip of the thumb.
  const [typed, setTyped] = useState<Typing | null>(null);
  return (
    <>
      <Button variant="quiet" onClick={() => setOpen(true)} disabled={busy} aria-label={`Overrule: ${what}`}>
        overrule
      </Button>
      {open && <Dialog {...props} typed={typed} onTyped={setTyped} onClose={() => setOpen(false)} />}
    </>
  );
}

interface Typing {
  value: string;
  reason: string;
}

function Dialog<K extends string>({
  typed,
  onTyped,
  onClose,
  ...props
}: (OfOptions<K> | OfWords | OfQuantity) & {
  typed: Typing | null;
  onTyped: (typed: Typing | null) => void;
  onClose: () => void;
}) {
  const units = useUnits();
  const id = useId();
  const standing = props.kind ? formatForTyping(props.current / (props.scale ?? 1), props.kind, units) : props.current;
  const { value, reason } = typed ?? { value: standing, reason: '' };
  const [asked, setAsked] = useState(false);
  const text = value.trim();
  const number = parseNumber(text);
  const wrong = props.kind ? number === null : text === '';
  const symbol = props.kind ? (props.unit ?? unitOf(props.kind, units).symbol) : '';
  const submit = () => {
    setAsked(true);
    const given = reason.trim();
    if (wrong || given === '') return;
    if (props.kind) props.onOverrule(fromUnits(number ?? 0, props.kind, units) * (props.scale ?? 1), given);
    else if (props.options) props.onOverrule(text as K, given);
    else props.onOverrule(text, given);
    onTyped(null);
    onClose();
  };
  return (
    <Modal show onHide={onClose} centered aria-labelledby={`${id}-title`}>
      <Form
        onSubmit={(event) => {
          event.preventDefault();
          submit();
        }}
      >
        <Modal.Header closeButton>
          <Modal.Title as="h2" id={`${id}-title`}>
            Overrule: {props.what}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <Form.Label htmlFor={`${id}-value`}>{symbol ? `Instead, in ${symbol}` : 'Instead'}</Form.Label>
          {props.options ? (
            <Form.Select
              id={`${id}-value`}
              value={value}
              onChange={(event) => onTyped({ value: event.target.value, reason })}
            >
              {props.options.map(([key, words]) => (
                <option key={key} value={key}>
                  {words}
                </option>
              ))}
            </Form.Select>
          ) : props.kind ? (
            <NumberInput
              id={`${id}-value`}
              text={value}
              wrong={asked && wrong}
              onType={(text) => onTyped({ value: text, reason })}
            />
          ) : (
            <Form.Control
              id={`${id}-value`}
              value={value}
              onChange={(event) => onTyped({ value: event.target.value, reason })}
              isInvalid={asked && wrong}
            />
          )}
          {asked && wrong && (
            <div className="field-error">{props.kind ? 'Type a number, such as 12.5' : 'Say what instead'}</div>
          )}
          <Form.Label htmlFor={`${id}-reason`} className="mt-3">
            Reason (kept and shown where the recommendation stood)
          </Form.Label>
          <Form.Control
            id={`${id}-reason`}
            value={reason}
            onChange={(event) => onTyped({ value, reason: event.target.value })}
            isInvalid={asked && reason.trim() === ''}
          />
          {asked && reason.trim() === '' && <div className="field-error">Say why in a few words</div>}
        </Modal.Body>
        <Modal.Footer>
          {props.onWithdraw && (
            <Button
              variant="quiet"
              onClick={() => {
                props.onWithdraw?.();
                onTyped(null);
                onClose();
              }}
            >
              back to the recommendation
            </Button>
          )}
          <Button
            variant="outline-primary"
            onClick={() => {
              onTyped(null);
              onClose();
            }}
          >
            Leave as it is
          </Button>
          <Button type="submit">Overrule</Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
