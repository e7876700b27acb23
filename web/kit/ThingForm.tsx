import { Button } from 'react-bootstrap';
import { z } from 'zod';
import { thingFields } from '../../contract/kit/endpoints.ts';
import { BRISTLES, HELD, KIT, KIT_KINDS, type KitKind, MEASURE_KINDS } from '../../core/kit/things.ts';
import { BRISTLE_WORDS, HELD_WORDS, KIT_WORDS, MEASURE_WORDS } from '../../words/en/kit.ts';
import { formatNumber } from '../../words/format.ts';
import { minorDigits } from '../../words/money.ts';
import { useCurrency, useEndpointMutation, useUnits } from '../api/hooks.ts';
import { DraftForm, useDraftForm } from '../parts/DraftForm.tsx';
import { DateField, FormErrors, NumberField, SelectField, TextField } from '../parts/fields.tsx';
import { Trouble } from '../parts/states.tsx';
import { MEASURE_DIGITS, type Thing } from './ThingList.tsx';

const form = thingFields.extend({
  bristle: z.preprocess((value) => (value === '' ? null : value), thingFields.shape.bristle),
});

const EMPTY: z.input<typeof form> = { kind: 'pole', name: '' };

/** A thing as it is entered, or what is stated of it changed. */
export function ThingForm({ thing, onDone, onCancel }: { thing?: Thing; onDone: () => void; onCancel: () => void }) {
  const draft = useDraftForm(thing ? `kit.${thing.id}.${thing.version}` : 'kit.new', form, fieldsOf(thing));
  const after = () => {
    draft.sent();
    onDone();
  };
  const add = useEndpointMutation('addThing', after);
  const change = useEndpointMutation('changeThing', after);
  const units = useUnits();
  const currency = useCurrency();
  const kind = (draft.form.watch('kind') ?? 'pole') as KitKind;
  const held = draft.form.watch('held') ?? 'own';
  const { measures, check, calibrate, wears, uncertainty } = KIT[kind];
  const spans = [
    ['checkEvery', 'Checked every', check, 'months'],
    ['calibrateEvery', 'Calibrated every', calibrate, 'months'],
    ['wearsAfter', 'Worn after', wears, 'modules'],
  ] as const;
  const money = {
    kind: 'count' as const,
    scale: 1 / 10 ** minorDigits(currency),
    digits: 2,
    suffix: currency,
    optional: true,
  };
  const save = (values: z.output<typeof form>, id: string) =>
    thing
      ? change.mutate({ params: { id: thing.id }, body: { ...values, version: thing.version } })
      : add.mutate({ body: { ...values, id } });
  return (
    <DraftForm draft={draft} onSubmit={save}>
      <h2>{thing ? `Change ${thing.name}` : 'Enter a thing'}</h2>
      <div className="form-grid">
        {!thing && (
          <SelectField name="kind" label="What it is" options={KIT_KINDS.map((key) => [key, KIT_WORDS[key]])} />
        )}
        <TextField name="name" label="What it is called" hint="As it is written on it" />
        {measures.map((measure) => (
          <NumberField
            key={measure}
            name={measure}
            label={MEASURE_WORDS[measure]}
            kind={MEASURE_KINDS[measure]}
            digits={MEASURE_DIGITS[measure]}
            optional
          />
        ))}
        {kind === 'brush' && (
          <SelectField
            name="bristle"
            label="Bristle"
            options={[['', 'not said'], ...BRISTLES.map((key) => [key, BRISTLE_WORDS[key]] as const)]}
          />
        )}
        {uncertainty && (
          <NumberField
            name="uncertainty"
            label="Standard uncertainty"
            hint="Of one reading beside another, as the maker states it"
            kind={uncertainty}
            digits={2}
            optional
          />
        )}
        <SelectField name="held" label="Whose" options={HELD.map((key) => [key, HELD_WORDS[key]])} />
        <NumberField name="price" label={held === 'hired' ? 'Hire, a day' : 'Price paid'} {...money} />
        {held !== 'hired' && (
          <>
            <DateField name="boughtOn" label="Bought on" />
            <NumberField name="lasts" label="Lasts" kind="count" suffix="years" optional />
            <NumberField name="upkeep" label="Upkeep, a year" {...money} />
          </>
        )}
        {spans.map(
          ([name, label, usual, suffix]) =>
            usual !== null && (
              <NumberField
                key={name}
                name={name}
                label={label}
                hint={`Left empty: ${formatNumber(usual, 0, units)}, a house assumption`}
                kind="count"
                suffix={suffix}
                optional
              />
            ),
        )}
      </div>
      <FormErrors />
      <Trouble error={add.error ?? change.error} />
      <div className="form-foot">
        <Button type="submit" disabled={add.isPending || change.isPending}>
          Save
        </Button>
        <Button
          variant="outline-primary"
          onClick={() => {
            draft.discard();
            onCancel();
          }}
        >
          {thing ? 'Cancel' : 'Discard'}
        </Button>
        <span className="quiet">The maker’s manual and local law say how often it has to be checked.</span>
      </div>
    </DraftForm>
  );
}

/** What is stated of a thing, without how it stands. */
function fieldsOf(thing: Thing | undefined): z.input<typeof form> {
  if (thing === undefined) return EMPTY;
  const { success, data } = form.safeParse(thing);
  return success ? data : EMPTY;
}
