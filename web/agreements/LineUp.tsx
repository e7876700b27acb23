import { useId, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Agreement } from '../../contract/agreements/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { bare } from '../../core/findings.ts';
import { formatDate } from '../../words/format.ts';
import { useAsk, useDo, useSay, useUnits } from '../api/hooks.ts';
import { AskDialog } from '../parts/AskDialog.tsx';
import { DateInput, isDate } from '../parts/DateInput.tsx';

/** A spray line that was agreed: whether it is up. Noting that it is draws it on its faces, and the next plan counts on it. */
export function LineUp({ agreement }: { agreement: Agreement }) {
  const units = useUnits();
  const say = useSay();
  const [asks, setAsks] = useState(false);
  const site = useAsk('readSite', { params: { id: agreement.siteId } }, { enabled: agreement.lineUpOn === null });
  if (agreement.lineUpOn !== null)
    return (
      <p>
        Its spray line has been up since {formatDate(agreement.lineUpOn, units)}, and stands on the drawing of its
        faces.
      </p>
    );
  return (
    <>
      <p>
        Its spray line is not up yet.{' '}
        <Button variant="quiet" disabled={!site.data} onClick={() => setAsks(true)}>
          note that it is up
        </Button>
      </p>
      <p className="quiet">
        {say.finding(bare('hazard-height'))} {say.finding(bare('hazard-backflow'))}
      </p>
      {asks && site.data && <NoteLine agreement={agreement} arrays={site.data.arrays} onClose={() => setAsks(false)} />}
    </>
  );
}

interface NoteLineProps {
  agreement: Agreement;
  arrays: readonly SolarArray[];
  onClose: () => void;
}

function NoteLine({ agreement, arrays, onClose }: NoteLineProps) {
  const id = useId();
  const note = useDo('noteLineUp', onClose);
  const [on, setOn] = useState(new Date().toLocaleDateString('sv'));
  const [chosen, setChosen] = useState<readonly string[]>(arrays.map((one) => one.id));
  const [tried, setTried] = useState(false);
  const submit = () => {
    setTried(true);
    if (isDate(on) && chosen.length > 0)
      note.mutate({ params: { id: agreement.id }, body: { version: agreement.version, on, arrays: [...chosen] } });
  };
  return (
    <AskDialog
      title="The spray line is up"
      action="Draw it"
      onSubmit={submit}
      onClose={onClose}
      error={note.error}
      busy={note.isPending}
    >
      <Form.Label htmlFor={`${id}-on`}>Up since</Form.Label>
      <DateInput id={`${id}-on`} value={on} onDate={setOn} isInvalid={tried && !isDate(on)} required />
      {tried && !isDate(on) && <div className="field-error">Type a date</div>}
      <fieldset className="mt-3">
        <legend className="form-label">It lies over</legend>
        {arrays.map((one) => (
          <Form.Check
            key={one.id}
            id={`${id}-${one.id}`}
            type="checkbox"
            label={one.name}
            checked={chosen.includes(one.id)}
            onChange={({ target }) =>
              setChosen(target.checked ? [...chosen, one.id] : chosen.filter((other) => other !== one.id))
            }
          />
        ))}
        {tried && chosen.length === 0 && <div className="field-error">Tick at least one face</div>}
      </fieldset>
      <Form.Text>
        It is drawn along the top of the modules, as it is usually laid; move it on the drawing where it lies otherwise.
        Later plans count on it.
      </Form.Text>
    </AskDialog>
  );
}
