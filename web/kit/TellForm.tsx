import { useId, useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { BodyOf } from '../../contract/endpoint.ts';
import type { kitEndpoints } from '../../contract/kit/endpoints.ts';
import { KIT, KIT_STATES, type KitState } from '../../core/kit/things.ts';
import { fromUnits, unitOf } from '../../core/units/quantities.ts';
import { KIT_STATE_WORDS } from '../../words/en/kit.ts';
import { useEndpointMutation, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { DateInput, isDate } from '../parts/DateInput.tsx';
import { PlainNumber } from '../parts/PlainNumber.tsx';
import { Trouble } from '../parts/states.tsx';
import type { Thing } from './ThingList.tsx';

type Told = BodyOf<(typeof kitEndpoints)['addKitEntry']>['told'];
export type Telling = Exclude<Told['kind'], 'retracted'>;

const TODAY = () => new Date().toLocaleDateString('sv');

/** What happened to a thing, told in a few taps. */
export function TellForm({ thing, kind, onDone }: { thing: Thing; kind: Telling; onDone: () => void }) {
  const ids = useId();
  const id = useRef(newId());
  const save = useEndpointMutation('addKitEntry', onDone);
  const units = useUnits();
  const [on, setOn] = useState(TODAY);
  const [passed, setPassed] = useState(true);
  const [state, setState] = useState<KitState>(thing.state);
  const [note, setNote] = useState('');
  const [where, setWhere] = useState(thing.where);
  const [sigma, setSigma] = useState<number | null>(null);
  const { uncertainty } = KIT[thing.kind];
  const told: Told =
    kind === 'checked'
      ? { kind, on, passed, note }
      : kind === 'calibrated'
        ? { kind, on, uncertainty: sigma, note }
        : kind === 'state'
          ? { kind, state, note }
          : { kind, where };
  const lacking = kind === 'moved' ? where.trim() === '' : 'on' in told && !isDate(on);
  return (
    <form
      className="tell"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate({ params: { id: thing.id }, body: { id: id.current, at: new Date().toISOString(), told } });
      }}
    >
      <div className="form-grid">
        {(kind === 'checked' || kind === 'calibrated') && (
          <div>
            <Form.Label htmlFor={`${ids}-on`}>{kind === 'checked' ? 'Checked on' : 'Calibrated on'}</Form.Label>
            <DateInput id={`${ids}-on`} value={on} onDate={setOn} required />
          </div>
        )}
        {kind === 'checked' && (
          <div>
            <Form.Label htmlFor={`${ids}-passed`}>Found</Form.Label>
            <Form.Select
              id={`${ids}-passed`}
              value={passed ? 'yes' : 'no'}
              onChange={(event) => setPassed(event.target.value === 'yes')}
            >
              <option value="yes">in order</option>
              <option value="no">not in order: out of use</option>
            </Form.Select>
          </div>
        )}
        {kind === 'calibrated' && uncertainty && (
          <PlainNumber
            label="Standard uncertainty, from the certificate"
            suffix={unitOf(uncertainty, units).symbol}
            value={null}
            min={0.01}
            max={20}
            onValue={(value) => setSigma(fromUnits(value, uncertainty, units))}
            onEmpty={() => setSigma(null)}
          />
        )}
        {kind === 'state' && (
          <div>
            <Form.Label htmlFor={`${ids}-state`}>It is</Form.Label>
            <Form.Select
              id={`${ids}-state`}
              value={state}
              onChange={(event) => setState(event.target.value as KitState)}
            >
              {KIT_STATES.map((one) => (
                <option key={one} value={one}>
                  {KIT_STATE_WORDS[one]}
                </option>
              ))}
            </Form.Select>
          </div>
        )}
        {kind === 'moved' ? (
          <div>
            <Form.Label htmlFor={`${ids}-where`}>Where it is now</Form.Label>
            <Form.Control
              id={`${ids}-where`}
              value={where}
              maxLength={100}
              onChange={(event) => setWhere(event.target.value)}
            />
          </div>
        ) : (
          <div className="wide">
            <Form.Label htmlFor={`${ids}-note`}>What was seen</Form.Label>
            <Form.Control
              id={`${ids}-note`}
              value={note}
              maxLength={300}
              onChange={(event) => setNote(event.target.value)}
            />
          </div>
        )}
      </div>
      <Trouble error={save.error} />
      <div className="form-foot">
        <Button type="submit" disabled={lacking || save.isPending}>
          Save
        </Button>
        <Button variant="outline-primary" onClick={onDone}>
          Not now
        </Button>
      </div>
    </form>
  );
}
