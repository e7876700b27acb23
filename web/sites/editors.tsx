import { z } from 'zod';
import { arrayFields, type Site, type SolarArray, siteFields } from '../../contract/sites/endpoints.ts';
import { azimuthOf } from '../../core/sites/assumed.ts';
import { useDo } from '../api/hooks.ts';
import { DraftForm, useDraftForm } from '../parts/DraftForm.tsx';
import { FormErrors, NumberField } from '../parts/fields.tsx';
import { Trouble } from '../parts/states.tsx';
import { ARRAY_DEFAULTS } from './arrayDefaults.ts';
import { ArrayFields, FormFoot, SiteFields } from './forms.tsx';

export function SiteEditor({ site, onDone }: { site: Site; onDone: () => void }) {
  const { id, customerId: _customer, version, ...fields } = site;
  const draft = useDraftForm(`site.${id}.${version}`, siteFields, fields);
  const save = useDo('changeSite', () => {
    draft.discard();
    onDone();
  });
  return (
    <DraftForm
      draft={draft}
      onSubmit={(values: typeof fields) => save.mutate({ params: { id }, body: { ...values, version } })}
    >
      <SiteFields />
      <FormErrors />
      <Trouble error={save.error} />
      <FormFoot busy={save.isPending} words="Save" />
    </DraftForm>
  );
}

const editable = arrayFields.extend({
  installedOn: z.preprocess((value) => (value === '' ? null : value), arrayFields.shape.installedOn),
});

interface ArrayEditorProps {
  site: Pick<Site, 'id' | 'latitude'>;
  /** left out for a new one */
  array?: SolarArray;
  onDone: () => void;
}

export function ArrayEditor({ site, array, onDone }: ArrayEditorProps) {
  const siteId = site.id;
  const another = { id: '', siteId, version: 0, ...ARRAY_DEFAULTS, azimuth: azimuthOf(site.latitude) };
  const { id: arrayId, siteId: _site, version, ...fields } = array ?? another;
  const draft = useDraftForm(array ? `array.${arrayId}.${version}` : `new-array.${siteId}`, editable, fields);
  const done = () => {
    draft.discard();
    onDone();
  };
  const change = useDo('changeArray', done);
  const create = useDo('createArray', done);
  const busy = change.isPending || create.isPending;
  return (
    <DraftForm
      draft={draft}
      onSubmit={(values: z.output<typeof editable>, id) => {
        if (array) change.mutate({ params: { id: arrayId }, body: { ...values, version } });
        else create.mutate({ params: { id: siteId }, body: { ...values, id } });
      }}
    >
      <ArrayFields />
      <FormErrors />
      <Trouble error={change.error ?? create.error} />
      <FormFoot busy={busy} words="Save" />
    </DraftForm>
  );
}

const waterSchema = z.object({ conductivity: z.number().min(0).max(20_000), temperature: z.number().min(0).max(60) });

export function WaterEditor({ siteId, onDone }: { siteId: string; onDone: () => void }) {
  const draft = useDraftForm(`water.${siteId}`, waterSchema, { conductivity: '' as never, temperature: 18 });
  const add = useDo('addWaterReading', () => {
    draft.discard();
    onDone();
  });
  return (
    <DraftForm
      draft={draft}
      onSubmit={(values: z.output<typeof waterSchema>, id) =>
        add.mutate({ params: { id: siteId }, body: { ...values, id, takenAt: new Date().toISOString() } })
      }
    >
      <div className="form-grid">
        <NumberField
          name="conductivity"
          label="Conductivity"
          kind="conductivity"
          hint="ppm meters: 442 scale ÷ 0.7, NaCl scale ÷ 0.5"
        />
        <NumberField name="temperature" label="Temperature" kind="temperature" />
      </div>
      <FormErrors />
      <Trouble error={add.error} />
      <FormFoot busy={add.isPending} words="Record the reading" />
    </DraftForm>
  );
}
