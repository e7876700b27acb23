import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useController, useFieldArray, useFormContext, useWatch } from 'react-hook-form';
import type { z } from 'zod';
import { type ChecklistsView, checklistFields, type checklistStep } from '../../contract/kit/checklists.ts';
import { CHECKLIST_WHEN, SET_UP_KINDS } from '../../core/kit/checklists.ts';
import type { KitKind } from '../../core/kit/things.ts';
import { CHECKLIST_WHEN_WORDS, KIT_WORDS } from '../../words/en/kit.ts';
import { useEndpointMutation } from '../api/hooks.ts';
import { DraftForm, useDraftForm } from '../parts/DraftForm.tsx';
import { CheckField, FormErrors, SelectField, TextField } from '../parts/fields.tsx';
import { useLabel } from '../parts/labels.ts';
import { Trouble } from '../parts/states.tsx';
import { smallPicture } from './smallPicture.ts';

type Step = z.input<typeof checklistStep>;
const NEW_STEP: Step = { text: '', otherwise: null, picture: null };
const EMPTY: z.input<typeof checklistFields> = { name: '', when: 'set-up', kinds: [], inUse: true, steps: [NEW_STEP] };

/** A checklist as it is written: its steps in order, each something to do or a stop. */
export function ChecklistForm({
  id,
  list,
  onDone,
}: {
  id: string;
  list: ChecklistsView['lists'][number] | null;
  onDone: () => void;
}) {
  const start = list ? (checklistFields.parse(list) as z.input<typeof checklistFields>) : EMPTY;
  const draft = useDraftForm(`checklist.${list ? `${list.id}.${list.version}` : 'new'}`, checklistFields, start);
  const save = useEndpointMutation('saveChecklist', () => {
    draft.sent();
    onDone();
  });
  const version = list?.version ?? 0;
  return (
    <DraftForm
      draft={draft}
      onSubmit={(values: z.output<typeof checklistFields>, own) =>
        save.mutate({ params: { id }, body: { ...values, id: own, version } })
      }
    >
      <h2>{list ? list.name : 'Write a checklist'}</h2>
      <div className="form-grid">
        <TextField name="name" label="What it is called" />
        <SelectField
          name="when"
          label="Gone through"
          options={CHECKLIST_WHEN.map((key) => [key, CHECKLIST_WHEN_WORDS[key]])}
        />
      </div>
      <Kinds />
      <Steps />
      <CheckField name="inUse" label="Jobs go through it" />
      <FormErrors />
      <Trouble error={save.error} />
      <div className="form-foot">
        <Button type="submit" disabled={save.isPending}>
          Save as version {version + 1}
        </Button>
        <Button
          variant="outline-primary"
          onClick={() => {
            draft.discard();
            onDone();
          }}
        >
          Discard changes
        </Button>
        <span className="quiet">
          Write it by the maker’s manual and by what your trade allows you to do: that comes first.
        </span>
      </div>
    </DraftForm>
  );
}

/** For which kinds of kit it is gone through. */
function Kinds() {
  const { field } = useController({ name: 'kinds' });
  useLabel('kinds', 'for which kit');
  const kinds = field.value as KitKind[];
  return (
    <fieldset className="checklist-kinds">
      <legend>For jobs that take along</legend>
      {SET_UP_KINDS.map((kind) => (
        <Form.Check
          inline
          key={kind}
          type="checkbox"
          id={`kind-${kind}`}
          label={KIT_WORDS[kind]}
          checked={kinds.includes(kind)}
          onChange={() => field.onChange(kinds.includes(kind) ? kinds.filter((one) => one !== kind) : [...kinds, kind])}
        />
      ))}
    </fieldset>
  );
}

function Steps() {
  const { control } = useFormContext();
  const { fields, append, remove, swap } = useFieldArray({ control, name: 'steps' });
  return (
    <>
      <ol className="checklist-steps">
        {fields.map(({ id }, at) => (
          <li key={id}>
            <OneStep at={at} />
            <div className="step-tools">
              <Button variant="quiet" disabled={at === 0} onClick={() => swap(at, at - 1)}>
                up
              </Button>
              <Button variant="quiet" disabled={at === fields.length - 1} onClick={() => swap(at, at + 1)}>
                down
              </Button>
              <Button variant="quiet" disabled={fields.length === 1} onClick={() => remove(at)}>
                remove
              </Button>
            </div>
          </li>
        ))}
      </ol>
      <Button variant="outline-primary" className="mb-2" onClick={() => append(NEW_STEP)}>
        Add a step
      </Button>
    </>
  );
}

function OneStep({ at }: { at: number }) {
  const { setValue } = useFormContext();
  const name = `steps.${at}`;
  const otherwise = useWatch({ name: `${name}.otherwise` }) as string | null;
  const isStop = otherwise !== null;
  return (
    <>
      <TextField name={`${name}.text`} label={`Step ${at + 1}`} lines={2} />
      <Form.Check
        type="checkbox"
        id={`stop-${at}`}
        label="A stop: answered yes before anything goes on"
        checked={isStop}
        onChange={(event) =>
          setValue(`${name}.otherwise`, event.target.checked ? '' : null, { shouldDirty: true, shouldValidate: false })
        }
      />
      {isStop && <TextField name={`${name}.otherwise`} label={`Step ${at + 1}: if the answer is no`} lines={2} />}
      <Picture at={at} />
    </>
  );
}

function Picture({ at }: { at: number }) {
  const { field } = useController({ name: `steps.${at}.picture` });
  const [problem, setProblem] = useState<string | null>(null);
  const picture = field.value as string | null;
  const take = async (file: File | undefined) => {
    if (file === undefined) return;
    try {
      field.onChange(await smallPicture(file));
      setProblem(null);
    } catch (error) {
      setProblem(
        error instanceof Error && error.message.startsWith('The picture')
          ? error.message
          : 'This is no picture that can be read.',
      );
    }
  };
  return (
    <div className="step-picture">
      {picture ? (
        <>
          <img className="check-picture" src={picture} alt={`Step ${at + 1}`} />
          <Button variant="quiet" onClick={() => field.onChange(null)}>
            without the picture
          </Button>
        </>
      ) : (
        <Form.Group controlId={`picture-${at}`}>
          <Form.Label className="quiet">Picture</Form.Label>
          <Form.Control
            type="file"
            size="sm"
            accept="image/*"
            onChange={(event) => void take((event.target as HTMLInputElement).files?.[0])}
          />
        </Form.Group>
      )}
      {problem && (
        <div className="field-error" role="alert">
          {problem}
        </div>
      )}
    </div>
  );
}
