import { useEffect, useMemo, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useFieldArray, useFormContext, useWatch } from 'react-hook-form';
import { z } from 'zod';
import { inspectionFields } from '../../contract/inspections/endpoints.ts';
import { laidOut } from '../../contract/sites/drawing.ts';
import type { Site, SolarArray } from '../../contract/sites/endpoints.ts';
import { doubtFinding, doubtsOf } from '../../core/comparisons/plausible.ts';
import type { PowerReading as TypedReading } from '../../core/comparisons/powerReading.ts';
import { limitAt, readingWarnings } from '../../core/comparisons/warnings.ts';
import { DEFECT_KINDS } from '../../core/inspections/defects.ts';
import { lossFromInspection, SOIL_KINDS, type Soil } from '../../core/inspections/soil.ts';
import { acLimit } from '../../core/modules/acLimit.ts';
import { DEFAULT_INVERTER_EFFICIENCY } from '../../core/modules/output.ts';
import { layoutOf, moduleCount } from '../../core/sites/layout.ts';
import { wiringOf } from '../../core/soiling/markedLoss.ts';
import {
  BOND_WORDS,
  DEFECT_WORDS,
  GRADE_WORDS,
  SEVERITY_OF_DEFECT,
  SOIL_WORDS,
  WHERE_WORDS,
  WIPE_WORDS,
} from '../../words/en/labels.ts';
import { formatQuantity, formatRange } from '../../words/format.ts';
import { call } from '../api/client.ts';
import { useEndpointMutation, useSay, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { TestPatchPart } from '../comparisons/TestPatchPart.tsx';
import { useNewest, useWorker } from '../compute/useWorker.ts';
import { FittingsLooked } from '../fittings/FittingsLooked.tsx';
import { DraftForm, useDraftForm } from '../parts/DraftForm.tsx';
import { CheckField, DateField, FormErrors, NumberField, SelectField, TextField } from '../parts/fields.tsx';
import { pairs } from '../parts/pairs.ts';
import { Trouble } from '../parts/states.tsx';
import { FormFoot } from '../sites/forms.tsx';
import { asRedrawn, INSPECTION_DEFAULTS, inspectionDraft } from './inspectionDraft.ts';
import { Marking } from './Marking.tsx';
import type { Seen } from './seen.ts';

const formSchema = inspectionFields.omit({ inspectedAt: true, causes: true }).extend({
  lastWashed: z.preprocess((value) => (value === '' ? null : value), inspectionFields.shape.lastWashed),
  causesText: z.string().max(500).default(''),
  /** the drawing that marks and defects are set on */
  layout: laidOut,
  /** defects are typed by the number on the drawing, from 1 */
  defects: z.array(
    z.object({
      kind: z.enum(DEFECT_KINDS),
      module: z.number().int().min(1),
      severity: z.enum(['watch', 'report', 'stop']),
      note: z.string().max(500).default(''),
      /** what its pictures are kept under until they are sent */
      key: z.string().optional(),
    }),
  ),
});
type FormValues = z.output<typeof formSchema>;

const PHOTO_PLACES = ['soil', 'wipe-before', 'wipe-after'] as const;
type PhotoPlace = (typeof PHOTO_PLACES)[number];
const PHOTO_LABELS: Record<PhotoPlace, string> = {
  soil: 'Pictures (JPEG or PNG)',
  'wipe-before': 'Cloth from dirty glass',
  'wipe-after': 'Cloth from washed glass',
};
const PHOTO_CAPTIONS: Record<PhotoPlace, string> = {
  soil: 'as found',
  'wipe-before': 'cloth from dirty glass',
  'wipe-after': 'cloth from washed glass',
};

export function InspectionForm({
  array,
  site,
  onSeen,
  onDone,
  onCancel,
}: {
  array: SolarArray;
  site: Site;
  onSeen: (seen: Seen | null) => void;
  onDone: () => void;
  onCancel: () => void;
}) {
  const draft = useDraftForm(inspectionDraft(array.id), formSchema, {
    ...INSPECTION_DEFAULTS,
    layout: layoutOf(array),
  });
  const gone = useRedrawn(draft.form, array);
  const [files, setFiles] = useState<Record<PhotoPlace, File[]>>({ soil: [], 'wipe-before': [], 'wipe-after': [] });
  const [defectFiles, setDefectFiles] = useState<Record<string, File[]>>({});
  const [photoTrouble, setPhotoTrouble] = useState<unknown>(null);
  const record = useEndpointMutation('recordInspection');
  const submit = async (values: FormValues, id: string) => {
    const { causesText, defects, ...rest } = values;
    const causes = causesText
      .split(/[,;\n]/)
      .map((cause) => cause.trim())
      .filter(Boolean);
    const placed = defects.map(({ key: _, ...defect }) => ({ ...defect, module: defect.module - 1 }));
    await record.mutateAsync({
      params: { id: array.id },
      body: { ...rest, causes, defects: placed, id, inspectedAt: new Date().toISOString() },
    });
    draft.discard();
    const about = { arrayId: array.id, inspectionId: id };
    try {
      for (const role of PHOTO_PLACES)
        for (const file of files[role]) {
          const caption = `${array.name}, ${PHOTO_CAPTIONS[role]}`;
          await call('addPhoto', { body: { ...about, id: newId(), role, caption }, files: [file] });
        }
      for (const { key = '', kind, module } of defects)
        for (const file of defectFiles[key] ?? []) {
          const pinned = { role: 'defect' as const, module: module - 1, caption: DEFECT_WORDS[kind] };
          await call('addPhoto', { body: { ...about, id: newId(), ...pinned }, files: [file] });
        }
    } catch (error) {
      setPhotoTrouble(error);
      return;
    }
    onDone();
  };
  return (
    <DraftForm draft={draft} onSubmit={(values: FormValues, id) => void submit(values, id).catch(() => undefined)}>
      {draft.wasKept && <div className="notice plain">This is what you typed before and had not sent yet.</div>}
      {gone > 0 && (
        <div className="notice">
          This face was drawn anew since. What you had set on {gone}{' '}
          {gone === 1 ? 'module that is' : 'modules that are'} there no more was left out; the rest stays on its
          modules.
        </div>
      )}
      <Soils array={array} />
      <Marking array={array} />
      <ShowOnRoof onSeen={onSeen} />
      <fieldset>
        <legend>Wipe test and how you looked</legend>
        <div className="form-grid">
          <SelectField name="wipeTest" label="Clean cloth, after wetting" options={pairs(WIPE_WORDS)} />
          <SelectField
            name="from"
            label="Looked"
            options={[
              ['ground', 'from the ground'],
              ['ladder', 'from a ladder'],
              ['pole-camera', 'by pole camera'],
              ['drone', 'by drone'],
              ['roof', 'from the roof'],
            ]}
          />
          <DateField name="lastWashed" label="Last washed, if known" />
          <TextField
            name="causesText"
            label="Causes worth naming"
            hint="Roost above, unpaved road …"
            className="wide"
          />
          <CheckField
            name="bladeAgreed"
            label="Maker’s word or customer’s signature for a blade is on record"
            className="wide"
          />
        </div>
      </fieldset>
      <FittingsLooked fitted={array.drawing.fitted} />
      <PowerReading array={array} site={site} />
      <TestPatchPart array={array} />
      <Defects onFiles={(key, chosen) => setDefectFiles({ ...defectFiles, [key]: chosen })} />
      <fieldset>
        <legend>Photographs and notes</legend>
        <div className="form-grid">
          {PHOTO_PLACES.map((role) => (
            <div key={role}>
              <Form.Label htmlFor={`photos-${role}`}>{PHOTO_LABELS[role]}</Form.Label>
              <Form.Control
                id={`photos-${role}`}
                type="file"
                multiple
                accept="image/jpeg,image/png"
                onChange={(event) =>
                  setFiles({ ...files, [role]: [...((event.target as HTMLInputElement).files ?? [])] })
                }
              />
            </div>
          ))}
          <Form.Text className="full">Turned upright; where they were taken is not shown to customers.</Form.Text>
          <TextField name="notes" label="Notes" lines={2} className="full" />
        </div>
      </fieldset>
      <FormErrors />
      <Trouble error={record.error} />
      {photoTrouble !== null && (
        <>
          <div className="notice">The inspection is recorded. A picture was not saved:</div>
          <Trouble error={photoTrouble} />
          <Button onClick={onDone}>Go on without it</Button>
        </>
      )}
      <FormFoot busy={record.isPending} words="Record what you saw" onDiscard={onCancel} />
    </DraftForm>
  );
}

/**
 * Keeps what is typed on its modules when the face is drawn anew meanwhile, here or by somebody else.
 * @returns how many modules that carried something are there no more
 */
function useRedrawn(form: ReturnType<typeof useDraftForm>['form'], array: SolarArray): number {
  const [gone, setGone] = useState(0);
  useEffect(() => {
    const { layout, marks, defects } = form.getValues() as FormValues;
    const moved = asRedrawn({ marks, defects }, layout, array);
    if (moved === null) return;
    form.setValue('marks', moved.marks);
    form.setValue('defects', moved.defects);
    form.setValue('layout', layoutOf(array));
    setGone((before) => before + moved.gone);
  }, [form, array]);
  return gone;
}

/** The lines that hold a usable share; half-typed ones wait. */
function useSoundSoils(): Soil[] {
  const soils = useWatch({ name: 'soils' }) as Soil[] | undefined;
  return useMemo(
    () => (soils ?? []).filter(({ share }) => typeof share === 'number' && share >= 0 && share <= 1),
    [soils],
  );
}

/** Tells the roof on the left page what is being typed, until the form is closed. */
function ShowOnRoof({ onSeen }: { onSeen: (seen: Seen | null) => void }) {
  const soils = useSoundSoils();
  const typed = useWatch({ name: 'defects' }) as FormValues['defects'] | undefined;
  const marks = useWatch({ name: 'marks' }) as FormValues['marks'] | undefined;
  useEffect(() => {
    const defects = (typed ?? []).map(({ kind, module }) => ({ kind, module: module - 1 }));
    onSeen({ soils, defects, marks: marks ?? [] });
  }, [soils, typed, marks, onSeen]);
  useEffect(() => () => onSeen(null), [onSeen]);
  return null;
}

function Soils({ array }: { array: SolarArray }) {
  const { control } = useFormContext();
  const { fields, append, remove } = useFieldArray({ control, name: 'soils' });
  const sound = useSoundSoils();
  const units = useUnits();
  const marks = useWatch({ name: 'marks' }) as FormValues['marks'] | undefined;
  const worker = useWorker();
  const { answer } = useNewest(
    `marked ${array.id} ${array.version}`,
    async (laid: FormValues['marks']) =>
      laid.length > 0 ? (await worker.get().marked(wiringOf(array), laid)).powerLoss : null,
    marks ?? [],
  );
  const marked = answer ?? undefined;
  const loss = lossFromInspection(sound, marked);
  return (
    <fieldset>
      <legend>On the glass</legend>
      {fields.map((field, index) => (
        <div className="soil-row" key={field.id}>
          <SelectField
            name={`soils.${index}.kind`}
            label="Kind"
            options={SOIL_KINDS.map((kind) => [kind, SOIL_WORDS[kind] ?? kind] as const)}
          />
          <SelectField name={`soils.${index}.where`} label="Where" options={pairs(WHERE_WORDS)} />
          <NumberField name={`soils.${index}.share`} label="Covers" kind="fraction" />
          <SelectField name={`soils.${index}.grade`} label="Thickness" options={pairs(GRADE_WORDS)} />
          <SelectField name={`soils.${index}.bond`} label="How stubborn" options={pairs(BOND_WORDS)} />
          <Button variant="quiet" onClick={() => remove(index)} aria-label={`Take out line ${index + 1}`}>
            take out
          </Button>
        </div>
      ))}
      <div className="d-flex gap-2 flex-wrap align-items-center">
        <Button
          variant="outline-primary"
          onClick={() => append({ kind: 'dust', where: 'whole-face', grade: 'plain', share: 1, bond: 'wet' })}
        >
          Film over the face
        </Button>
        <Button
          variant="outline-primary"
          onClick={() => append({ kind: 'droppings', where: 'spots', grade: 'plain', share: 0.005, bond: 'soak' })}
        >
          Droppings
        </Button>
        <Button
          variant="outline-primary"
          onClick={() => append({ kind: 'algae', where: 'lower-edge', grade: 'plain', share: 0.01, bond: 'soak' })}
        >
          Growth at the edge
        </Button>
        {(sound.length > 0 || marked) && (
          <strong role="status">
            About {formatQuantity(loss.mid, 'fraction', units)} lost (
            {formatRange(loss.low, loss.high, 'fraction', units)})
          </strong>
        )}
      </div>
    </fieldset>
  );
}

/** The reading of an inspection while it is being typed. */

function PowerReading({ array, site }: { array: SolarArray; site: Site }) {
  const say = useSay();
  const units = useUnits();
  const { control, setValue } = useFormContext();
  const reading = useWatch({ control, name: 'reading' }) as TypedReading | null;
  if (reading === null) {
    return (
      <fieldset>
        <legend>A reading, where there is one</legend>
        <Button
          variant="outline-primary"
          onClick={() =>
            setValue('reading', {
              power: '',
              side: '',
              poaIrradiance: '',
              tempModule: '',
              capped: false,
              shading: false,
              wet: false,
            })
          }
        >
          Add power, irradiance and temperature
        </Button>
      </fieldset>
    );
  }
  const pdc0 = moduleCount(array) * array.moduleWatts * (reading.side === 'ac' ? DEFAULT_INVERTER_EFFICIENCY : 1);
  const number = (value: unknown) => (typeof value === 'number' ? value : null);
  const doubts = doubtsOf(
    {
      quantity: 'power',
      value: number(reading.power),
      poaIrradiance: number(reading.poaIrradiance),
      tempModule: number(reading.tempModule),
    },
    { pdc0, gammaPdc: array.gammaPdc, moduleWatts: array.moduleWatts, strings: Math.max(1, array.strings.length) },
  );
  const typed = [reading.power, reading.poaIrradiance, reading.tempModule].every((value) => typeof value === 'number');
  const warnings = typed
    ? readingWarnings(
        { value: reading.power, poaIrradiance: reading.poaIrradiance, tempModule: reading.tempModule },
        {
          quantity: 'power',
          pdc0,
          gammaPdc: array.gammaPdc,
          limit: limitAt(acLimit(array, site.ownUse) ?? null, reading.side),
          capped: reading.capped,
          shading: reading.shading,
          wet: reading.wet,
        },
      )
    : [];
  return (
    <fieldset>
      <legend>A reading against what is expected</legend>
      <div className="form-grid">
        <NumberField name="reading.power" label="Power" kind="power" />
        <SelectField
          name="reading.side"
          label="Read where"
          options={[
            ['', 'AC or DC?'],
            ['ac', 'AC, at the inverter’s display'],
            ['dc', 'DC, before the inverter'],
          ]}
        />
        <NumberField name="reading.poaIrradiance" label="Irradiance, in the plane" kind="irradiance" />
        <NumberField name="reading.tempModule" label="Module temperature" kind="temperature" />
        <div>
          <CheckField name="reading.capped" label="Battery full or export capped" />
          <CheckField name="reading.shading" label="A shadow on it" />
          <CheckField name="reading.wet" label="Glass wet" />
        </div>
      </div>
      {doubts.map((doubt) => (
        <div className="notice" key={doubt.field} role="status">
          {say.finding(doubtFinding(doubt))}{' '}
          {doubt.likely !== null && (
            <Button
              variant="quiet"
              onClick={() => setValue(`reading.${doubt.field === 'value' ? 'power' : doubt.field}`, doubt.likely)}
            >
              it was {formatQuantity(doubt.likely, doubt.kind, units)}
            </Button>
          )}
        </div>
      ))}
      {warnings.map((warning) => (
        <div className="notice" key={warning.code}>
          {say.finding(warning)}
        </div>
      ))}
      <Button variant="quiet" onClick={() => setValue('reading', null)}>
        no reading after all
      </Button>
    </fieldset>
  );
}

function Defects({ onFiles }: { onFiles: (key: string, files: File[]) => void }) {
  const { control, getValues } = useFormContext();
  const { fields, append, remove } = useFieldArray({ control, name: 'defects' });
  return (
    <fieldset>
      <legend>Defects, which are not dirt and are never cleaned</legend>
      {fields.map((field, index) => (
        <div className="soil-row" key={field.id}>
          <SelectField name={`defects.${index}.kind`} label="Defect" options={pairs(DEFECT_WORDS)} />
          <NumberField name={`defects.${index}.module`} label="Module number" kind="count" />
          <SelectField name={`defects.${index}.severity`} label="What to do" options={pairs(SEVERITY_OF_DEFECT)} />
          <TextField name={`defects.${index}.note`} label="Note" />
          <div>
            <Form.Label htmlFor={`defect-photos-${field.id}`}>Pictures</Form.Label>
            <Form.Control
              id={`defect-photos-${field.id}`}
              type="file"
              multiple
              accept="image/jpeg,image/png"
              onChange={(event) =>
                onFiles(getValues(`defects.${index}.key`), [...((event.target as HTMLInputElement).files ?? [])])
              }
            />
          </div>
          <Button variant="quiet" onClick={() => remove(index)} aria-label={`Take out defect ${index + 1}`}>
            take out
          </Button>
        </div>
      ))}
      <Button
        variant="outline-primary"
        onClick={() => append({ kind: 'crack', module: 1, severity: 'report', note: '', key: newId() })}
      >
        Add a defect
      </Button>
    </fieldset>
  );
}
