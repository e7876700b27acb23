import { Button } from 'react-bootstrap';
import type { z } from 'zod';
import { type SafetyView, safetyFields } from '../../contract/methods/safety.ts';
import { KNOWN } from '../../core/rules/safety.ts';
import { KNOWN_WORDS } from '../../words/en/safety.ts';
import { useEndpointMutation } from '../api/hooks.ts';
import { DraftForm, useDraftForm } from '../parts/DraftForm.tsx';
import { FormErrors, SelectField, TextField } from '../parts/fields.tsx';
import { Trouble } from '../parts/states.tsx';

type Fields = z.input<typeof safetyFields>;
const OPTIONS = KNOWN.map((key) => [key, KNOWN_WORDS[key]] as const);

/** The safety sheet of a site as it is written: by whoever has looked, at the desk or on the spot. */
export function SafetyForm({ siteId, view, onDone }: { siteId: string; view: SafetyView; onDone?: () => void }) {
  const { sheet, version, usual } = view;
  const start: Fields = sheet ?? { ...usual };
  const draft = useDraftForm(`safety.${siteId}.${version}`, safetyFields, start);
  const save = useEndpointMutation('writeSafety', () => {
    draft.sent(draft.form.getValues());
    onDone?.();
  });
  const { lines, brittle } = draft.form.watch() as Fields;
  return (
    <DraftForm
      draft={draft}
      className="safety-form"
      onSubmit={(values: z.output<typeof safetyFields>, id) =>
        save.mutate({ params: { id: siteId }, body: { ...values, id, version } })
      }
    >
      <div className="form-grid">
        <TextField name="emergencyNumber" label="Emergency number" />
        <TextField
          name="emergencyPlace"
          label="What to tell them"
          hint="Place, gate, where somebody meets them"
          className="wide"
        />
        <TextField name="competent" label="In charge of the work above" hint="Who may, by local law" />
        <TextField name="access" label="Way up, and where one stands" className="wide" />
        <TextField name="anchor" label="Anchors, edge protection" className="wide" />
        <SelectField name="lines" label="Overhead lines" options={OPTIONS} />
        {lines === 'yes' && <TextField name="linesWhere" label="Where they run" className="wide" />}
        <SelectField name="brittle" label="Brittle roof, skylights" options={OPTIONS} />
        {brittle === 'yes' && <TextField name="brittleWhere" label="Where it does not carry" className="wide" />}
      </div>
      <TextField
        name="isolation"
        label="Switching off and on"
        hint="In the order of the maker’s manual, by whose trade it is"
        lines={2}
      />
      <TextField
        name="rescue"
        label="Rescue"
        hint="How somebody who cannot come down is brought down, and by whom"
        lines={2}
      />
      <TextField name="others" label="Besides" lines={2} />
      <FormErrors />
      <Trouble error={save.error} />
      <div className="form-foot">
        <Button
          type="submit"
          disabled={save.isPending || (sheet !== null && !draft.form.formState.isDirty && !draft.wasKept)}
        >
          {save.isPending ? 'Saving …' : 'Save the sheet'}
        </Button>
        <span className="quiet">Local codes, the makers’ manuals and licensed trades come first.</span>
      </div>
    </DraftForm>
  );
}
