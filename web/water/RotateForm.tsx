import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { ResinView } from '../../contract/water/resin.ts';
import { useEndpointMutation, useSession } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { PlainMoney } from '../parts/PlainMoney.tsx';
import { Trouble } from '../parts/states.tsx';
import { type Standing, vesselName } from './vessels.ts';

/** Exchanging the lead, step by step: each is done before the next, and the log has it once all are. */
export function RotateForm({ view, standing, onDone }: { view: ResinView; standing: Standing; onDone: () => void }) {
  const { lead, lag } = standing;
  const desk = useSession().data?.person?.role !== 'crew';
  const [media, setMedia] = useState(lead.media);
  const [price, setPrice] = useState<number | null>(lead.price ?? null);
  const [ticked, setTicked] = useState(0);
  const id = useRef(newId());
  const save = useEndpointMutation('addResinEntry', onDone);
  const [first, second] = [vesselName(view, lead.vessel), lag ? vesselName(view, lag.vessel) : null];
  const steps = [
    'The water is shut off, and the pressure let out at the pole before any coupling is opened.',
    `${first} is emptied: gloves on, spent resin bagged and not washed down a drain.`,
    `${first} is filled with fresh resin, the seal is clean and the head is tight.`,
    ...(second
      ? [`The hoses are changed over: source to ${second}, ${second} to ${first}, ${first} to the pole.`]
      : ['The hoses are back: source in, pole out.']),
    'Water runs, nothing leaks, and the first litres are let go before any glass is rinsed.',
  ];
  const all = ticked === steps.length;
  const send = () =>
    save.mutate({
      body: {
        id: id.current,
        at: new Date().toISOString(),
        told: { kind: 'rotated', fill: { media: media.trim(), price } },
      },
    });
  return (
    <div className="rotate">
      <h2>{second ? `Exchange ${first}: ${second} becomes the lead` : `Exchange the resin in ${first}`}</h2>
      <ol className="steps-to-tick">
        {steps.map((step, at) => (
          <li key={step} aria-current={at === ticked ? 'step' : undefined}>
            <Form.Check
              id={`rotate-${at}`}
              type="checkbox"
              label={step}
              checked={at < ticked}
              disabled={at > ticked}
              onChange={(event) => setTicked(event.target.checked ? at + 1 : at)}
            />
          </li>
        ))}
      </ol>
      <div className="form-grid">
        <div>
          <Form.Label htmlFor="rotate-media">Resin that went in</Form.Label>
          <Form.Control
            id="rotate-media"
            value={media}
            maxLength={80}
            onChange={(event) => setMedia(event.target.value)}
          />
        </div>
        {desk && <PlainMoney label="What it cost" amount={price} onAmount={setPrice} onEmpty={() => setPrice(null)} />}
      </div>
      <Trouble error={save.error} />
      <div className="form-foot">
        <Button disabled={!all || media.trim() === '' || save.isPending} onClick={send}>
          {save.isPending ? 'Saving …' : 'It is done: save'}
        </Button>
        <Button variant="outline-primary" onClick={onDone}>
          Not now
        </Button>
        {!all && <span className="quiet">each step before the next; a step that cannot be done ends it here</span>}
      </div>
    </div>
  );
}
