import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useFieldArray, useFormContext, useWatch } from 'react-hook-form';
import { testPatch as patchSchema } from '../../contract/inspections/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { foundOnPatch, PATCH_WAYS, type PatchWay } from '../../core/comparisons/testPatch.ts';
import { WAY_WORDS } from '../../words/en/labels.ts';
import { CheckField, NumberField, SelectField } from '../parts/fields.tsx';
import { PatchFound } from './PatchFound.tsx';

const emptyStrip = (way: PatchWay) => ({
  way,
  modules: 1,
  minutes: null,
  before: { strip: { value: '', tempModule: '' }, neighbour: { value: '', tempModule: '' } },
  after: { strip: { value: '', tempModule: '' }, neighbour: { value: '', tempModule: '' } },
});

/** A test patch: strips washed each in its own way and read with a dirty neighbour, and what that says while one types. */
export function TestPatchPart({ array }: { array: SolarArray }) {
  const { control, setValue } = useFormContext();
  const [caution, setCaution] = useState<'not-asked' | 'asked' | 'stopped'>('not-asked');
  const patch = useWatch({ control, name: 'testPatch' }) as { quantity: 'power' | 'current' } | null;
  if (patch === null)
    return (
      <fieldset>
        <legend>Test strips, where they pay</legend>
        <p className="quiet mb-2">
          Wash strips of one module or half a string, each in its own way, and read them beside a dirty neighbour in the
          same minute. It gives the loss, what rain would leave, what each way takes off, and the pace.
        </p>
        {caution === 'not-asked' && (
          <Button variant="outline-primary" onClick={() => setCaution('asked')}>
            Add test strips
          </Button>
        )}
        {caution === 'asked' && (
          <div className="notice">
            <p className="mb-2">
              <strong>Before anybody washes:</strong> can the strips be reached from where local rules let you stand,
              does somebody on the ground know of it, are there no damaged modules or cables among them, and is the
              glass within 20 K of the water? DC stays live while the sun shines. The maker’s manual and local rules
              come first.
            </p>
            <div className="d-flex gap-2">
              <Button
                onClick={() =>
                  setValue('testPatch', {
                    quantity: 'power',
                    representative: true,
                    strips: [emptyStrip('rinse'), emptyStrip('brush')],
                  })
                }
              >
                Yes, all of it
              </Button>
              <Button variant="outline-primary" onClick={() => setCaution('stopped')}>
                No
              </Button>
            </div>
          </div>
        )}
        {caution === 'stopped' && (
          <div className="notice bad" role="status">
            Then no test strips now. Wait for cooler glass, get access equipment and a competent person, or leave
            damaged modules to a licensed electrician; the eye and a reading do meanwhile.{' '}
            <Button variant="quiet" onClick={() => setCaution('asked')}>
              ask again
            </Button>
          </div>
        )}
      </fieldset>
    );
  return (
    <fieldset>
      <legend>Test strips</legend>
      <div className="form-grid">
        <SelectField
          name="testPatch.quantity"
          label="What is read"
          options={[
            ['power', 'power'],
            ['current', 'short-circuit current'],
          ]}
        />
        <CheckField name="testPatch.representative" label="The rest of the array looks like this patch did" />
      </div>
      <Strips quantity={patch.quantity} />
      <Live array={array} />
      <Button variant="quiet" onClick={() => setValue('testPatch', null)}>
        no test strips after all
      </Button>
    </fieldset>
  );
}

function Strips({ quantity }: { quantity: 'power' | 'current' }) {
  const { control } = useFormContext();
  const { fields, append, remove } = useFieldArray({ control, name: 'testPatch.strips' });
  const strips = (useWatch({ control, name: 'testPatch.strips' }) ?? []) as { way: PatchWay }[];
  const free = PATCH_WAYS.filter((way) => !strips.some((strip) => strip.way === way));
  return (
    <>
      {fields.map((field, index) => (
        <fieldset className="strip" key={field.id}>
          <legend className="visually-hidden">Strip {index + 1}</legend>
          <div className="strip-head">
            <SelectField
              name={`testPatch.strips.${index}.way`}
              label="Washed"
              options={PATCH_WAYS.map((way) => [way, WAY_WORDS[way]] as const)}
            />
            <NumberField name={`testPatch.strips.${index}.modules`} label="Modules" kind="count" digits={2} />
            <NumberField name={`testPatch.strips.${index}.minutes`} label="Took" kind="minutes" digits={1} optional />
            <Button variant="quiet" onClick={() => remove(index)} aria-label={`Take out strip ${index + 1}`}>
              take out
            </Button>
          </div>
          {(['before', 'after'] as const).map((when) => (
            <div className="strip-minute" key={when}>
              <strong>{when === 'before' ? 'Before' : 'After, dry'}</strong>
              {(['strip', 'neighbour'] as const).map((which) => (
                <div className="strip-pair" key={which}>
                  <NumberField
                    name={`testPatch.strips.${index}.${when}.${which}.value`}
                    label={which === 'strip' ? 'Strip' : 'Neighbour'}
                    kind={quantity}
                  />
                  <NumberField
                    name={`testPatch.strips.${index}.${when}.${which}.tempModule`}
                    label="Its temperature"
                    kind="temperature"
                  />
                </div>
              ))}
            </div>
          ))}
        </fieldset>
      ))}
      {free.length > 0 && (
        <Button variant="outline-primary" className="mb-2" onClick={() => append(emptyStrip(free[0] ?? 'brush'))}>
          Another strip
        </Button>
      )}
    </>
  );
}

/** What the strips that are typed whole say already. */
function Live({ array }: { array: SolarArray }) {
  const { control } = useFormContext();
  const typed = useWatch({ control, name: 'testPatch' }) as { quantity: 'power' | 'current'; strips: unknown[] };
  const whole = (typed?.strips ?? []).filter(
    (strip) => patchSchema.safeParse({ quantity: typed.quantity, strips: [strip] }).success,
  );
  const read = patchSchema.safeParse({ ...typed, strips: whole });
  if (!read.success)
    return <Form.Text className="d-block mb-2">The result stands here as soon as one strip is read.</Form.Text>;
  return <PatchFound found={foundOnPatch(read.data, array.gammaPdc)} />;
}
