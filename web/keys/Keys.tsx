import { useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { useNavigate } from 'react-router';
import { KeysSwitch } from './KeysSwitch.tsx';
import { useKeys } from './useKeys.ts';

const SHORTCUTS: [string, string, string][] = [
  ['d', 'The day', '/'],
  ['s', 'Sites', '/sites'],
  ['q', 'Quotes', '/quotes'],
  ['n', 'New site', '/sites/new'],
  ['f', 'Field', '/field'],
  ['b', 'Workbench', '/bench'],
];
const LETTERS = SHORTCUTS.map(([key]) => key);

/** The keys that work everywhere, and the list of them. On a site, 1 to 6 turn to its steps. */
export function Keys() {
  const navigate = useNavigate();
  const [open, setOpen] = useState(false);
  useKeys(['?'], () => setOpen(true));
  useKeys(LETTERS, (pressed) => {
    const found = SHORTCUTS.find(([key]) => key === pressed);
    if (found) navigate(found[2]);
  });
  return (
    <Modal show={open} onHide={() => setOpen(false)} centered aria-labelledby="keys-title">
      <Modal.Header closeButton>
        <Modal.Title as="h2" id="keys-title">
          Keys
        </Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <table className="table">
          <tbody>
            {[
              ...SHORTCUTS,
              ['1 to 6', 'On a site: Look, Reckon, Plan, Offer, Wash, Show', ''],
              ['?', 'This list', ''],
            ].map(([key, what]) => (
              <tr key={key}>
                <td>
                  <kbd>{key}</kbd>
                </td>
                <td>{what}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <KeysSwitch id="keys-here" />
        <p className="quiet mb-3">
          Turned off here, they are turned on again on the page of your account, under your name.
        </p>
        <Button onClick={() => setOpen(false)}>Close</Button>
      </Modal.Body>
    </Modal>
  );
}
