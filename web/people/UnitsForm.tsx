import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useEndpointMutation, useSession, useUnits } from '../api/hooks.ts';
import { Trouble } from '../parts/states.tsx';

/** Units, decimal mark, order of dates and water meter of one person. */
export function UnitsForm({ onDone }: { onDone: () => void }) {
  const session = useSession();
  const [units, setUnits] = useState(useUnits());
  const save = useEndpointMutation('setUnits', onDone);
  const { person } = session.data ?? {};
  if (!person) return null;
  const pick = <K extends keyof typeof units>(key: K, value: (typeof units)[K]) => setUnits({ ...units, [key]: value });
  return (
    <Form
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate({ body: { ...units, version: person.version } });
      }}
    >
      <Form.Label htmlFor="units">Units</Form.Label>
      <Form.Select
        id="units"
        value={units.system}
        onChange={(event) => pick('system', event.target.value as typeof units.system)}
      >
        <option value="metric">Metric</option>
        <option value="us">US customary</option>
      </Form.Select>
      <Form.Label htmlFor="mark" className="mt-2">
        Decimal mark
      </Form.Label>
      <Form.Select
        id="mark"
        value={units.decimalMark}
        onChange={(event) => pick('decimalMark', event.target.value as typeof units.decimalMark)}
      >
        <option value=".">12.5</option>
        <option value=",">12,5</option>
      </Form.Select>
      <Form.Label htmlFor="order" className="mt-2">
        Dates
      </Form.Label>
      <Form.Select
        id="order"
        value={units.dateOrder}
        onChange={(event) => pick('dateOrder', event.target.value as typeof units.dateOrder)}
      >
        <option value="dmy">24/11/2026</option>
        <option value="mdy">11/24/2026</option>
        <option value="ymd">2026-11-24</option>
      </Form.Select>
      <Form.Label htmlFor="meter" className="mt-2">
        Your water meter shows
      </Form.Label>
      <Form.Select
        id="meter"
        value={units.meter ?? 'conductivity'}
        onChange={(event) => pick('meter', event.target.value as typeof units.meter)}
      >
        <option value="conductivity">conductivity, µS/cm</option>
        <option value="ppm-442">ppm on the 442 scale</option>
        <option value="ppm-nacl">ppm on the NaCl scale</option>
      </Form.Select>
      <Trouble error={save.error} />
      <Button type="submit" className="mt-3" disabled={save.isPending}>
        Save
      </Button>
    </Form>
  );
}
