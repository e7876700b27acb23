import { useState } from 'react';
import { useNavigate } from 'react-router';
import { z } from 'zod';
import { soil } from '../../contract/inspections/endpoints.ts';
import { arrayFields, customerFields, siteFields } from '../../contract/sites/endpoints.ts';
import { call } from '../api/client.ts';
import { useEndpointMutation, useSession } from '../api/hooks.ts';
import { beginInspection } from '../inspections/inspectionDraft.ts';
import { DraftForm, useDraftForm } from '../parts/DraftForm.tsx';
import { FormErrors, TextField } from '../parts/fields.tsx';
import { Trouble } from '../parts/states.tsx';
import { ArrayFields, FollowsPlace, FormFoot, SiteFields } from '../sites/forms.tsx';
import { keepUsual, NEW_SITE, newSiteDefaults, usualSite } from '../sites/newSiteDraft.ts';

const schema = z.object({
  customer: customerFields,
  site: siteFields,
  array: arrayFields.extend({
    installedOn: z.preprocess((value) => (value === '' ? null : value), arrayFields.shape.installedOn),
  }),
  /** ids that a retry uses again */
  ids: z.object({ customer: z.string(), array: z.string() }),
  /** the call that it is made of, where there was one */
  call: z
    .object({
      id: z.string(),
      soils: z.array(soil),
      notes: z.string(),
      /** left out in drafts from before it was taken over */
      lastWashed: z.string().nullable().default(null),
    })
    .nullable(),
});

/** A caller becomes a customer, a site and its first array in one go. The last place entered is the next one's start. */
export function NewSite() {
  const navigate = useNavigate();
  const zone = useSession().data?.company?.zone;
  const draft = useDraftForm(NEW_SITE, schema, newSiteDefaults(zone));
  const create = useEndpointMutation('createSite');
  const [trouble, setTrouble] = useState<unknown>(null);
  const submit = async (values: z.output<typeof schema>, id: string) => {
    const { customer, site, array, ids, call: from } = values;
    setTrouble(null);
    await create.mutateAsync({ body: { ...site, id, customer: { ...customer, id: ids.customer } } });
    await call('createArray', { params: { id }, body: { ...array, id: ids.array } });
    keepUsual(site);
    if (from) {
      await call('settleQuickLook', { params: { id: from.id }, body: { siteId: id } });
      const { soils, notes, lastWashed } = from;
      beginInspection(ids.array, { soils, notes, lastWashed });
    }
    draft.discard();
    navigate(`/sites/${id}/look`);
  };
  return (
    <>
      <div className="desk-head">
        <h1>New site</h1>
      </div>
      <div className="panel">
        {draft.wasKept && (
          <div className="notice plain">
            {draft.form.getValues('call') === null
              ? 'This is what you typed before and had not sent yet.'
              : 'This begins with what the caller said. It is not sent yet.'}
          </div>
        )}
        <DraftForm draft={draft} onSubmit={(values, id) => void submit(values, id).catch(setTrouble)}>
          <fieldset>
            <legend>Customer</legend>
            <div className="form-grid">
              <TextField name="customer.name" label="Name" className="wide" />
              <TextField name="customer.email" label="Email" />
              <TextField name="customer.phone" label="Telephone" />
            </div>
          </fieldset>
          <FollowsPlace usualClimate={usualSite().climate} />
          <SiteFields prefix="site." />
          <ArrayFields prefix="array." />
          <FormErrors />
          <Trouble error={trouble} />
          <FormFoot
            busy={create.isPending}
            words="Save the site"
            onDiscard={draft.wasKept ? draft.discard : undefined}
          />
        </DraftForm>
      </div>
    </>
  );
}
