import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { z } from 'zod';
import { type MeterAnswer, type ResinView, resinTold } from '../../contract/water/resin.ts';
import type { ReadingDoubt } from '../../core/water/resinLog.ts';
import { call, ProblemError } from '../api/client.ts';
import { useEndpointMutation, useSay } from '../api/hooks.ts';
import { DraftForm, useDraftForm } from '../parts/DraftForm.tsx';
import { FormErrors, NumberField } from '../parts/fields.tsx';
import { Trouble } from '../parts/states.tsx';
import type { Standing } from './vessels.ts';

const [, reading] = resinTold.options;

/** A reading: typed, or asked of the meter that is wired in. One off the curve is asked about before it is kept. */
export function ReadingForm({ view, standing, onDone }: { view: ResinView; standing: Standing; onDone: () => void }) {
  const say = useSay();
  const draft = useDraftForm(`resin.reading.${standing.readings}`, reading, {
    kind: 'reading',
    litres: '' as never as number,
    before: standing.before ?? ('' as never as number),
    between: null,
    after: null,
    temperature: null,
    counter: null,
  });
  const save = useEndpointMutation('addResinEntry', () => {
    draft.sent();
    onDone();
  });
  const meter = useMeter(view, (answer, litres) => {
    for (const [field, value] of Object.entries({ ...answer, litres, counter: answer.litres }))
      draft.form.setValue(field, value, { shouldDirty: true });
  });
  const doubts = save.error instanceof ProblemError ? ((save.error.problem.doubts ?? []) as ReadingDoubt[]) : [];
  const send = (told: z.output<typeof reading>, id: string, sure: boolean) =>
    save.mutate({ body: { id, at: new Date().toISOString(), told, sure } });
  return (
    <DraftForm draft={draft} onSubmit={(told: z.output<typeof reading>, id) => send(told, id, false)}>
      <h2>A reading</h2>
      {view.meter && (
        <p>
          <Button variant="outline-primary" disabled={meter.asking} onClick={meter.ask}>
            {meter.asking ? 'Asking the meter …' : 'Ask the meter'}
          </Button>
        </p>
      )}
      <Trouble error={meter.error} />
      <div className="form-grid">
        <NumberField name="litres" label="Water since the last entry" kind="volume" />
        <NumberField name="before" label="Before the vessels" kind="conductivity" />
        {standing.lag && <NumberField name="between" label="Between them" kind="conductivity" optional />}
        <NumberField name="after" label="After them" kind="conductivity" optional />
        <NumberField name="temperature" label="Water temperature" kind="temperature" optional />
      </div>
      <FormErrors />
      {doubts.length > 0 ? (
        <div className="notice bad" role="alert">
          {doubts.map((doubt) => (
            <p key={doubt.params.where}>{say.finding(doubt)}</p>
          ))}
          <Button
            variant="outline-primary"
            disabled={save.isPending}
            onClick={draft.form.handleSubmit((told) => send(told as never, draft.id(), true))}
          >
            It is right: save
          </Button>
        </div>
      ) : (
        <Trouble error={save.error} />
      )}
      <div className="form-foot">
        <Button type="submit" disabled={save.isPending}>
          {save.isPending ? 'Saving …' : 'Save'}
        </Button>
        <Button variant="outline-primary" onClick={onDone}>
          Cancel
        </Button>
      </div>
    </DraftForm>
  );
}

/** Asks the meter. Litres since the last entry follow from its counter, where it was read before. */
function useMeter(view: ResinView, onRead: (answer: MeterAnswer, litres: number | '') => void) {
  const [asking, setAsking] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const counted = view.entries.flatMap((entry) => (entry.kind === 'reading' ? [entry.counter ?? null] : []))[0];
  const ask = async () => {
    setAsking(true);
    setError(null);
    try {
      const answer = await call('readMeter');
      const since = typeof counted === 'number' && answer.litres >= counted ? answer.litres - counted : null;
      onRead(answer, since === null ? '' : Math.round(since * 10) / 10);
    } catch (problem) {
      setError(problem);
    } finally {
      setAsking(false);
    }
  };
  return { ask, asking, error };
}
