import { z } from 'zod';
import { arrayFields, type Site, type SolarArray, siteFields } from '../../contract/sites/endpoints.ts';
import { azimuthOf } from '../../core/sites/assumed.ts';
import { useEndpointMutation } from '../api/hooks.ts';
import { DraftForm, useDraftForm } from '../parts/DraftForm.tsx';
import { FormErrors } from '../parts/fields.tsx';
import { Trouble } from '../parts/states.tsx';
import { ARRAY_DEFAULTS } from './arrayDefaults.ts';
import { ArrayFields, FormFoot, SiteFields } from './forms.tsx';

export function SiteEditor({ site, onDone }: { site: Site; onDone: () => void }) {
  const { id, customerId: _customer, version, ...fields } = site;
  const draft = useDraftForm(`site.${id}.${version}`, siteFields, fields);
  const save = useEndpointMutation('changeSite', () => {
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
  const change = useEndpointMutation('changeArray', done);
  const create = useEndpointMutation('createArray', done);
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
