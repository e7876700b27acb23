import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { z } from 'zod';
import { note, text } from '../../contract/common.ts';
import { type ResinView, vesselFields } from '../../contract/water/resin.ts';
import { bare } from '../../core/findings.ts';
import { PLUMBINGS } from '../../core/water/resin.ts';
import { formatQuantity } from '../../words/format.ts';
import { useEndpointMutation, useSay, useSession, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { DraftForm, useDraftForm } from '../parts/DraftForm.tsx';
import { FormErrors, NumberField, SelectField, TextField } from '../parts/fields.tsx';
import { Empty, Trouble } from '../parts/states.tsx';

const setUp = z.object({
  lead: text(60),
  lag: note(60),
  plumbing: z.enum(PLUMBINGS),
  media: text(80),
});

/** Which vessels there are, which is the lead and which the lag, and what is in them. */
export function SetUpForm({
  view,
  onDone,
  onCancel,
}: {
  view: ResinView;
  onDone: () => void;
  onCancel: (() => void) | undefined;
}) {
  const desk = useSession().data?.person?.role !== 'crew';
  return (
    <>
      {view.vessels.length === 0 && (
        <section className="panel">
          <Empty>No vessel is entered yet: name each, with the litres of resin that it holds.</Empty>
        </section>
      )}
      {desk && <VesselForm view={view} />}
      {view.vessels.length > 0 && <Arrange key={view.vessels.length} view={view} onDone={onDone} onCancel={onCancel} />}
    </>
  );
}

function VesselForm({ view }: { view: ResinView }) {
  const units = useUnits();
  const draft = useDraftForm(`resin.vessel.${view.vessels.length}`, vesselFields, {
    name: '',
    litres: '' as never as number,
  });
  const add = useEndpointMutation('addVessel', () => draft.sent());
  return (
    <section className="panel">
      <DraftForm
        draft={draft}
        onSubmit={(values: z.output<typeof vesselFields>, id) => add.mutate({ body: { ...values, id } })}
      >
        <h2>Vessels</h2>
        {view.vessels.length > 0 && (
          <p>
            {view.vessels
              .map(({ name, litres }) => `${name}, ${formatQuantity(litres, 'volume', units, 0)}`)
              .join(' · ')}
          </p>
        )}
        <div className="form-grid">
          <TextField name="name" label="Name of a vessel" />
          <NumberField name="litres" label="Resin in it" kind="volume" />
        </div>
        <FormErrors />
        <Trouble error={add.error} />
        <div className="form-foot">
          <Button type="submit" variant="outline-primary" disabled={add.isPending}>
            Add the vessel
          </Button>
        </div>
      </DraftForm>
    </section>
  );
}

function Arrange({
  view,
  onDone,
  onCancel,
}: {
  view: ResinView;
  onDone: () => void;
  onCancel: (() => void) | undefined;
}) {
  const say = useSay();
  const [first, second] = view.vessels;
  const draft = useDraftForm(`resin.set-up.${view.vessels.length}`, setUp, {
    lead: first?.id ?? '',
    lag: second?.id ?? '',
    plumbing: 'series',
    media: 'mixed bed',
  });
  const [confirmed, setConfirmed] = useState(view.standing === null);
  const id = useRef(newId());
  const save = useEndpointMutation('addResinEntry', () => {
    draft.sent();
    onDone();
  });
  const plumbing = draft.form.watch('plumbing');
  const options = view.vessels.map(({ id: vessel, name }) => [vessel, name] as const);
  const send = ({ lead, lag, plumbing: how, media }: z.output<typeof setUp>) => {
    const fill = (vessel: string) => ({ vessel, media, price: null });
    const told = { kind: 'set-up' as const, lead: fill(lead), lag: lag === '' ? null : fill(lag), plumbing: how };
    save.mutate({ body: { id: id.current, at: new Date().toISOString(), told } });
  };
  return (
    <section className="panel">
      <DraftForm draft={draft} onSubmit={send}>
        <h2>How they are plumbed</h2>
        <div className="form-grid">
          <SelectField name="lead" label="First: the lead" options={options} />
          <SelectField name="lag" label="Second: the lag" options={[['', 'none: one vessel'], ...options]} />
          <SelectField
            name="plumbing"
            label="Plumbed"
            options={[
              ['series', 'in series: one after the other'],
              ['side-by-side', 'side by side'],
            ]}
          />
          <TextField name="media" label="Fresh resin in them" />
        </div>
        {plumbing === 'side-by-side' && <p className="notice">{say.finding(bare('resin-plumbed-side-by-side'))}</p>}
        {view.standing !== null && (
          <Form.Check
            id="fresh"
            type="checkbox"
            label="Both vessels hold fresh resin: what was known of the charges before ends here"
            checked={confirmed}
            onChange={(event) => setConfirmed(event.target.checked)}
          />
        )}
        <FormErrors />
        <Trouble error={save.error} />
        <div className="form-foot">
          <Button type="submit" disabled={save.isPending || !confirmed}>
            Begin the log
          </Button>
          {onCancel && (
            <Button variant="outline-primary" onClick={onCancel}>
              Cancel
            </Button>
          )}
        </div>
      </DraftForm>
    </section>
  );
}
