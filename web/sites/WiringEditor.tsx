import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { parseNumber } from '../../core/units/parse.ts';
import { useEndpointMutation } from '../api/hooks.ts';
import { NumberInput } from '../parts/NumberInput.tsx';
import { RoofDrawing } from '../parts/RoofDrawing.tsx';
import { Trouble } from '../parts/states.tsx';
import { ZoomBox } from '../parts/ZoomBox.tsx';
import { addString, assign, assignAll, fillStrings, type Wiring } from './wiring.ts';

/** Pixels a module: as big as a thumb. */
const TARGET = 44;

/** How an array is wired: cells, electronics, and which module is in which string, by a touch or row by row. */
export function WiringEditor({ array, onDone }: { array: SolarArray; onDone: () => void }) {
  const { id, siteId: _site, version, ...fields } = array;
  const [wiring, setWiring] = useState<Wiring>(array.strings);
  const [current, setCurrent] = useState(0);
  const [length, setLength] = useState('12');
  const [cells, setCells] = useState(array.cells);
  const [electronics, setElectronics] = useState(array.electronics);
  const save = useEndpointMutation('changeArray', onDone);
  const strings = wiring.length === 0 ? addString(wiring) : wiring;
  const wired = wiring.reduce((sum, { modules }) => sum + modules.length, 0);
  const many = parseNumber(length);
  const usable = many !== null && Number.isInteger(many) && many >= 1 && many <= 60;
  return (
    <>
      <div className="form-grid">
        <div>
          <Form.Label htmlFor="cells">Cells</Form.Label>
          <Form.Select id="cells" value={cells} onChange={(event) => setCells(event.target.value as typeof cells)}>
            <option value="whole">whole</option>
            <option value="half">cut in halves</option>
          </Form.Select>
        </div>
        <div>
          <Form.Label htmlFor="electronics">Electronics</Form.Label>
          <Form.Select
            id="electronics"
            value={electronics}
            onChange={(event) => setElectronics(event.target.value as typeof electronics)}
          >
            <option value="string">at the inverter</option>
            <option value="module">at each module</option>
          </Form.Select>
        </div>
        <div>
          <Form.Label htmlFor="string-length">Modules in a string</Form.Label>
          <NumberInput id="string-length" whole text={length} wrong={!usable} onType={setLength} />
        </div>
        <div className="align-self-end">
          <Button variant="outline-primary" disabled={!usable} onClick={() => setWiring(fillStrings(array, many ?? 1))}>
            Wire row by row
          </Button>
        </div>
      </div>
      <div className="choices my-2">
        {strings.map(({ name }, at) => (
          <button type="button" key={name} aria-pressed={at === current} onClick={() => setCurrent(at)}>
            {name}
          </button>
        ))}
        <button
          type="button"
          aria-label="Add a string"
          onClick={() => {
            setWiring(addString(strings));
            setCurrent(strings.length);
          }}
        >
          +
        </button>
      </div>
      <ZoomBox className="marking-roof">
        {(zoom) => (
          <RoofDrawing
            array={array}
            strings={wiring}
            onModule={(module) => setWiring(assign(strings, current, module))}
            onModules={(modules) => setWiring(assignAll(strings, current, modules))}
            scale={TARGET * zoom}
          />
        )}
      </ZoomBox>
      <p className="quiet mt-1 mb-2">
        {wired} of {moduleCount(array)} modules are in a string. Touch a module to put it into the string chosen above,
        and again to take it out.
      </p>
      <Trouble error={save.error} />
      <div className="form-foot">
        <Button
          disabled={save.isPending}
          onClick={() => {
            const used = wiring.filter(({ modules }) => modules.length > 0);
            save.mutate({ params: { id }, body: { ...fields, version, cells, electronics, strings: used } });
          }}
        >
          Save
        </Button>
      </div>
    </>
  );
}
