import { useId, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Agreement } from '../../contract/agreements/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { bare } from '../../core/findings.ts';
import { formatDate } from '../../words/format.ts';
import { useEndpointMutation, useEndpointQuery, useSay, useUnits } from '../api/hooks.ts';
import { AskDialog } from '../parts/AskDialog.tsx';
import { AskReason } from '../parts/AskReason.tsx';
import { DateInput, isDate } from '../parts/DateInput.tsx';
import { Trouble } from '../parts/states.tsx';

type Asked = 'up' | 'dropped' | null;

/** A spray line that was agreed: whether it is up. Noting that it is draws it on its faces, and the next plan counts on it. */
export function LineUp({ agreement }: { agreement: Agreement }) {
  const units = useUnits();
  const say = useSay();
  const [asked, setAsked] = useState<Asked>(null);
  const drop = useEndpointMutation('dropLine', () => setAsked(null));
  const site = useEndpointQuery(
    'readSite',
    { params: { id: agreement.siteId } },
    { enabled: agreement.lineDropped === null },
  );
  const dropped = (reason: string | null) =>
    drop.mutate({ params: { id: agreement.id }, body: { version: agreement.version, reason } });
  const ask = (what: Asked, label: string, unless = false) => (
    <Button variant="quiet" disabled={unless} onClick={() => setAsked(what)}>
      {label}
    </Button>
  );
  if (agreement.lineDropped !== null)
    return (
      <>
        <p>
          Its spray line is not wanted any more: {agreement.lineDropped}. Its price is out of the first visit.{' '}
          {agreement.state === 'running' && (
            <Button variant="quiet" disabled={drop.isPending} onClick={() => dropped(null)}>
              it is wanted after all
            </Button>
          )}
        </p>
        <Trouble error={drop.error} />
      </>
    );
  return (
    <>
      {agreement.lineUpOn === null ? (
        <>
          <p>
            Its spray line is not up yet. {ask('up', 'note that it is up', !site.data)}
            {agreement.state === 'running' && ask('dropped', 'it is not wanted any more')}
          </p>
          <p className="quiet">
            {say.finding(bare('hazard-height'))} {say.finding(bare('hazard-backflow'))}
          </p>
        </>
      ) : (
        <p>
          Its spray line has been up since {formatDate(agreement.lineUpOn, units)}, and stands on the drawing of its
          faces. {ask('up', 'put that right', !site.data)}
        </p>
      )}
      {asked === 'up' && site.data && (
        <NoteLine agreement={agreement} arrays={site.data.arrays} onClose={() => setAsked(null)} />
      )}
      {asked === 'dropped' && (
        <AskReason
          title="The spray line is not wanted any more"
          label="Why not? Its price goes out of the first visit."
          action="Do without it"
          onReason={dropped}
          onClose={() => setAsked(null)}
          error={drop.error}
          busy={drop.isPending}
        />
      )}
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
  const note = useEndpointMutation('noteLineUp', onClose);
  const [on, setOn] = useState(agreement.lineUpOn ?? new Date().toLocaleDateString('sv'));
  const drawn = arrays.filter(({ drawing }) => drawing.things.some(({ kind }) => kind === 'spray-line'));
  const [chosen, setChosen] = useState<readonly string[]>(
    (agreement.lineUpOn === null ? arrays : drawn).map((one) => one.id),
  );
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
        It is drawn along the top of the modules, as it is usually laid; move it on the drawing where it lies otherwise,
        and take it out there where none lies. Later plans count on it.
      </Form.Text>
    </AskDialog>
  );
}
