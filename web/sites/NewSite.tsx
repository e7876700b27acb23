import { useNavigate } from 'react-router';
import { z } from 'zod';
import { arrayFields, customerFields, siteFields } from '../../contract/sites/endpoints.ts';
import { call } from '../api/client.ts';
import { readDraft } from '../api/drafts.ts';
import { useDo } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { DraftForm, useDraftForm } from '../parts/DraftForm.tsx';
import { FormErrors, TextField } from '../parts/fields.tsx';
import { Trouble } from '../parts/states.tsx';
import { ARRAY_DEFAULTS, ArrayFields, FormFoot, SiteFields } from './forms.tsx';

const schema = z.object({
  customer: customerFields,
  site: siteFields,
  array: arrayFields.extend({
    installedOn: z.preprocess((value) => (value === '' ? null : value), arrayFields.shape.installedOn),
  }),
  /** ids that a retry uses again */
  ids: z.object({ customer: z.string(), array: z.string() }),
});

const SITE_DEFAULTS = {
  name: '',
  place: '',
  latitude: '' as never as number,
  longitude: '' as never as number,
  altitude: 100,
  zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  climate: 'winter-rain' as const,
  surroundings: 'town' as const,
  energyBought: 250000,
  energySold: 80000,
  ownUse: 0.6,
  runOff: 'garden' as const,
  waterSource: 'tap' as const,
  travelKm: 20,
  travelMinutes: 30,
  notes: '',
};

/** A caller becomes a customer, a site and its first array in one go. The last place entered is the next one's start. */
export function NewSite() {
  const navigate = useNavigate();
  const usual = readDraft<Partial<typeof SITE_DEFAULTS>>('usual-site') ?? {};
  const draft = useDraftForm('new-site', schema, {
    customer: { name: '', email: '', phone: '' },
    site: { ...SITE_DEFAULTS, ...usual },
    array: ARRAY_DEFAULTS,
    ids: { customer: newId(), array: newId() },
  });
  const create = useDo('createSite');
  const submit = async (values: z.output<typeof schema>, id: string) => {
    const { customer, site, array, ids } = values;
    await create.mutateAsync({ body: { ...site, id, customer: { ...customer, id: ids.customer } } });
    await call('createArray', { params: { id }, body: { ...array, id: ids.array } });
    const { latitude, longitude, zone, climate, energyBought, energySold, ownUse } = site;
    localStorage.setItem(
      'pail.draft.usual-site',
      JSON.stringify({ latitude, longitude, zone, climate, energyBought, energySold, ownUse }),
    );
    draft.discard();
    navigate(`/sites/${id}/look`);
  };
  return (
    <>
      <div className="desk-head">
        <h1>New site</h1>
      </div>
      <div className="sheet">
        {draft.wasKept && <div className="notice plain">This is what you typed before and had not sent yet.</div>}
        <DraftForm draft={draft} onSubmit={(values, id) => void submit(values, id).catch(() => undefined)}>
          <fieldset>
            <legend>Customer</legend>
            <div className="form-grid">
              <TextField name="customer.name" label="Name" className="wide" />
              <TextField name="customer.email" label="Email" />
              <TextField name="customer.phone" label="Telephone" />
            </div>
          </fieldset>
          <SiteFields prefix="site." />
          <ArrayFields prefix="array." />
          <FormErrors />
          <Trouble error={create.error} />
          <FormFoot
            busy={create.isPending}
            words="Enter the site"
            onDiscard={draft.wasKept ? draft.discard : undefined}
          />
        </DraftForm>
      </div>
    </>
  );
}
