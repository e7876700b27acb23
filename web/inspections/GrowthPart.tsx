import { useState } from 'react';
import { Form } from 'react-bootstrap';
import type { Inspection } from '../../contract/inspections/endpoints.ts';
import type { Site, SolarArray } from '../../contract/sites/endpoints.ts';
import type { FittedKind } from '../../core/fittings/kinds.ts';
import { type Growth, growthBetween, TOO_SOON } from '../../core/inspections/growth.ts';
import { FITTED_WORDS, MARK_WORDS, SOIL_WORDS } from '../../words/en/labels.ts';
import { formatDate, formatNumber, formatQuantity } from '../../words/format.ts';
import { useSay, useUnits } from '../api/hooks.ts';
import { PairSlider } from '../parts/photos.tsx';
import { RoofDrawing } from '../parts/RoofDrawing.tsx';

interface GrowthPartProps {
  array: SolarArray;
  site: Site;
  /** last first */
  inspections: readonly Inspection[];
}

/** Any two visits beside each other: what grew, on which modules, and what a fitting has changed against its control. */
export function GrowthPart({ array, site, inspections }: GrowthPartProps) {
  const units = useUnits();
  const [ids, setIds] = useState<{ past: string; now: string } | null>(null);
  if (inspections.length < 2) return null;
  const find = (id: string | undefined) => inspections.find((one) => one.id === id);
  const now = find(ids?.now) ?? inspections[0];
  const past = find(ids?.past) ?? inspections.find((one) => one !== now);
  if (!now || !past) return null;
  const [early, late] = [past, now].sort((a, b) => a.inspectedAt.localeCompare(b.inspectedAt)) as [
    Inspection,
    Inspection,
  ];
  const grid = { ...array, origin: array.drawing.origin };
  const visit = (one: Inspection) => ({ at: one.inspectedAt, soils: one.soils, marks: one.marks });
  const growth = growthBetween(visit(early), visit(late), grid, array.drawing.fitted);
  const when = (one: Inspection) =>
    formatDate(new Date(one.inspectedAt).toLocaleDateString('en-CA', { timeZone: site.zone }), units);
  const pick = (key: 'past' | 'now', label: string, chosen: Inspection) => (
    <div>
      <Form.Label htmlFor={`growth-${key}`}>{label}</Form.Label>
      <Form.Select
        id={`growth-${key}`}
        value={chosen.id}
        onChange={(event) => setIds({ past: early.id, now: late.id, [key]: event.target.value })}
      >
        {inspections.map((one) => (
          <option key={one.id} value={one.id}>
            {when(one)}, {one.by}
          </option>
        ))}
      </Form.Select>
    </div>
  );
  return (
    <section aria-label="Growth">
      <h3 className="mt-3">Growth between two visits</h3>
      <div className="form-grid">
        {pick('past', 'Then', early)}
        {pick('now', 'Now', late)}
      </div>
      <div className="two growth-roofs">
        {[early, late].map((one) => (
          <div key={one.id}>
            <strong>{when(one)}</strong>
            <RoofDrawing array={array} soils={one.soils} patches={one.marks} defects={one.defects} />
          </div>
        ))}
      </div>
      <GrowthTable growth={growth} />
      <FittedTable fitted={growth.fitted} />
      <Pictures early={early} late={late} what={array.name} />
    </section>
  );
}

function GrowthTable({ growth: { soils, marks, years } }: { growth: Growth }) {
  const units = useUnits();
  const share = (value: number) => formatQuantity(value, 'fraction', units);
  const aYear = (change: number) =>
    years < TOO_SOON
      ? 'too soon to say'
      : `${change > 0 ? '+' : ''}${formatNumber((change / years) * 100, 1, units)} points`;
  if (soils.length + marks.length === 0) return <p>Nothing was seen on either visit.</p>;
  return (
    <table className="table growth-table">
      <thead>
        <tr>
          <th>What</th>
          <th className="number">Then</th>
          <th className="number">Now</th>
          <th className="number">A year</th>
        </tr>
      </thead>
      <tbody>
        {soils.map(({ kind, past, now }) => (
          <tr key={kind}>
            <td>{SOIL_WORDS[kind]} over the face</td>
            <td className="number">{share(past)}</td>
            <td className="number">{share(now)}</td>
            <td className="number">{aYear(now - past)}</td>
          </tr>
        ))}
        {marks.map(({ kind, past, now, came, went }) => (
          <tr key={`marked ${kind}`}>
            <td>
              {MARK_WORDS[kind]}, marked modules
              <div className="quiet">
                {came.length > 0 && `New on ${listed(came)}. `}
                {went.length > 0 && `Gone from ${listed(went)}.`}
              </div>
            </td>
            <td className="number">{past}</td>
            <td className="number">{now}</td>
            <td className="number">
              {years < TOO_SOON
                ? 'too soon to say'
                : `${now > past ? '+' : ''}${formatNumber((now - past) / years, 1, units)}`}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Module numbers as they stand on the drawing; the first few of many. */
const listed = (modules: readonly number[]): string => {
  const shown = modules.slice(0, 8).map((module) => module + 1);
  return `module${modules.length === 1 ? '' : 's'} ${shown.join(', ')}${modules.length > 8 ? ` and ${modules.length - 8} more` : ''}`;
};

function FittedTable({ fitted }: { fitted: Growth['fitted'] }) {
  const say = useSay();
  const units = useUnits();
  if (fitted.length === 0) return null;
  const cover = ({ past, now }: { past: number; now: number }) =>
    `${formatQuantity(past, 'fraction', units, 2)} → ${formatQuantity(now, 'fraction', units, 2)}`;
  return (
    <>
      <h4>What was fitted, against the rows left without</h4>
      <table className="table growth-table row-cards">
        <thead>
          <tr>
            <th>Fitted</th>
            <th className="number">Its rows, covered</th>
            <th className="number">Control rows</th>
            <th>Says</th>
          </tr>
        </thead>
        <tbody>
          {fitted.map(({ kind, since, fitted: own, control, difference, missing }) => (
            <tr key={kind + since}>
              <td>
                {FITTED_WORDS[kind as FittedKind]}
                <div className="quiet">since {formatDate(since, units)}</div>
              </td>
              <td className="number" data-label="its rows">
                {cover(own)}
              </td>
              <td className="number" data-label="control rows">
                {cover(control)}
              </td>
              <td>
                {difference === null
                  ? missing && say.finding(missing)
                  : difference < 0
                    ? `${formatNumber(-difference * 100, 2, units)} points less grew on its rows`
                    : 'No less grew on its rows: it has not helped yet'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

/** The first picture of the soil of each visit, under one slider. */
function Pictures({ early, late, what }: { early: Inspection; late: Inspection; what: string }) {
  const of = (one: Inspection) => one.photos.find(({ state, role }) => state === 'ready' && role === 'soil');
  const [before, after] = [of(early), of(late)];
  if (!before || !after) return null;
  return (
    <div className="pairs">
      <PairSlider before={before} after={after} what={what} />
    </div>
  );
}
