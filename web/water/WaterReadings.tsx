import { Button } from 'react-bootstrap';
import { z } from 'zod';
import type { Site, SiteSpread } from '../../contract/sites/endpoints.ts';
import { waterReadingFields } from '../../contract/water/endpoints.ts';
import { READ_SOURCES, type ReadSource } from '../../core/water/plan.ts';
import { READ_SOURCE_WORDS, saltsLabel } from '../../words/en/water.ts';
import { formatDate, formatNumber, formatQuantity } from '../../words/format.ts';
import { useEndpointMutation, useUnits } from '../api/hooks.ts';
import { DraftForm, useDraftForm } from '../parts/DraftForm.tsx';
import { FormErrors, NumberField, SelectField } from '../parts/fields.tsx';
import { Trouble } from '../parts/states.tsx';

type Reading = SiteSpread['waterReadings'][number];

const schema = waterReadingFields
  .omit({ takenAt: true })
  .extend({ source: z.preprocess((value) => (value === '' ? null : value), waterReadingFields.shape.source) });

/** A reading of the water at a site, and those before it, source by source. */
export function WaterReadings({
  site,
  readings,
  onDone,
}: {
  site: Pick<Site, 'id' | 'waterSource'>;
  readings: readonly Reading[];
  onDone: () => void;
}) {
  const units = useUnits();
  const own = READ_SOURCES.find((source) => source === site.waterSource) ?? 'hauled';
  const draft = useDraftForm(`water.${site.id}`, schema, {
    conductivity: '' as never,
    temperature: 18,
    source: own,
    hardness: null,
    chlorine: null,
  });
  const add = useEndpointMutation('addWaterReading', () => {
    draft.discard();
    onDone();
  });
  return (
    <>
      <DraftForm
        draft={draft}
        onSubmit={(values: z.output<typeof schema>, id) =>
          add.mutate({ params: { id: site.id }, body: { ...values, id, takenAt: new Date().toISOString() } })
        }
      >
        <div className="form-grid">
          <SelectField
            name="source"
            label="Of which water"
            options={READ_SOURCES.map((source) => [source, READ_SOURCE_WORDS[source]])}
          />
          <NumberField
            name="conductivity"
            label={saltsLabel(units)}
            kind="conductivity"
            hint="A meter on another scale: say so under your name"
          />
          <NumberField name="temperature" label="Temperature" kind="temperature" />
          <NumberField name="hardness" label="Hardness, by a strip" kind="count" suffix="mg/L lime" optional />
          <NumberField
            name="chlorine"
            label="Free chlorine, by a strip"
            kind="count"
            digits={1}
            suffix="mg/L"
            optional
          />
        </div>
        <FormErrors />
        <Trouble error={add.error} />
        <div className="form-foot mt-3">
          <Button type="submit" disabled={add.isPending}>
            Record the reading
          </Button>
        </div>
      </DraftForm>
      <Before readings={readings} own={own} />
    </>
  );
}

/** Every source as it was read, the newest first, with a line of how it went. */
function Before({ readings, own }: { readings: readonly Reading[]; own: ReadSource }) {
  const units = useUnits();
  const sources = READ_SOURCES.filter((source) => readings.some((one) => (one.source ?? own) === source));
  return (
    <>
      {sources.map((source) => {
        const ofSource = readings.filter((one) => (one.source ?? own) === source);
        return (
          <section key={source} className="mt-3">
            <h3>{READ_SOURCE_WORDS[source]}</h3>
            <Course readings={ofSource} />
            <ul className="plain-list">
              {ofSource.map((one) => (
                <li key={one.id}>
                  <span>{formatDate(one.takenAt, units)}</span>
                  <span>{formatQuantity(one.conductivity, 'conductivity', units)}</span>
                  <span className="quiet">
                    {[
                      formatQuantity(one.temperature, 'temperature', units),
                      ...(one.hardness === null ? [] : [`${formatNumber(one.hardness, 0, units)} mg/L lime`]),
                      ...(one.chlorine === null ? [] : [`${formatNumber(one.chlorine, 1, units)} mg/L chlorine`]),
                    ].join(', ')}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </>
  );
}

const [WIDTH, HEIGHT] = [420, 70];

/** How the readings of one source went over time; nothing where there are fewer than two. */
function Course({ readings }: { readings: readonly Reading[] }) {
  const units = useUnits();
  const sorted = [...readings].reverse();
  if (sorted.length < 2) return null;
  const times = sorted.map(({ takenAt }) => Date.parse(takenAt));
  const values = sorted.map(({ conductivity }) => conductivity);
  const [first, last] = [Math.min(...times), Math.max(...times)];
  const most = Math.max(...values) * 1.1;
  const points = sorted.map((_, at) => ({
    x: 6 + (((times[at] ?? 0) - first) / Math.max(1, last - first)) * (WIDTH - 12),
    y: HEIGHT - 6 - ((values[at] ?? 0) / Math.max(1, most)) * (HEIGHT - 12),
  }));
  const words = `${sorted.length} readings from ${formatQuantity(values[0] ?? 0, 'conductivity', units)} to ${formatQuantity(values.at(-1) ?? 0, 'conductivity', units)}`;
  return (
    <svg className="water-course" viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={words}>
      <polyline points={points.map(({ x, y }) => `${x},${y}`).join(' ')} />
      {points.map(({ x, y }) => (
        <circle key={x} cx={x} cy={y} r="3.5" />
      ))}
    </svg>
  );
}
