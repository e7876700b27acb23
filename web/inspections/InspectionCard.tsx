import { useRef, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import type { Inspection } from '../../contract/inspections/endpoints.ts';
import type { Site } from '../../contract/sites/endpoints.ts';
import { foundOnPatch } from '../../core/comparisons/testPatch.ts';
import { isFilm, type LookedFrom } from '../../core/inspections/soil.ts';
import { FITTED_FOUND_WORDS, rowsInWords } from '../../words/en/fittings.ts';
import {
  BOND_WORDS,
  DEFECT_WORDS,
  FITTED_WORDS,
  GRADE_WORDS,
  SOIL_WORDS,
  WHERE_WORDS,
  WIPE_WORDS,
} from '../../words/en/labels.ts';
import { formatDate, formatQuantity } from '../../words/format.ts';
import { markWords } from '../../words/marks.ts';
import { useEndpointMutation, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { PatchFound } from '../comparisons/PatchFound.tsx';
import { Labelled } from '../parts/Labelled.tsx';
import { PhotoStrip } from '../parts/photos.tsx';
import { Trouble } from '../parts/states.tsx';

const FROM_WORDS: Record<LookedFrom, string> = {
  ground: 'from the ground',
  ladder: 'from a ladder',
  'pole-camera': 'by pole camera',
  drone: 'by drone',
  roof: 'from the roof',
};

/** One inspection as it was recorded, with what was added to it later. */
export function InspectionCard({
  inspection,
  site,
  gammaPdc,
  amendable,
}: {
  inspection: Inspection;
  site: Site;
  /** 1/K, of the array's modules */
  gammaPdc: number;
  amendable?: boolean;
}) {
  const units = useUnits();
  const local = new Date(inspection.inspectedAt).toLocaleDateString('en-CA', { timeZone: site.zone });
  return (
    <article>
      <h3>
        {formatDate(local, units)}, {FROM_WORDS[inspection.from]}, {inspection.by}
      </h3>
      <table className="table">
        <thead>
          <tr>
            <th>Soil</th>
            <th>Where</th>
            <th className="number">Covers</th>
            <th>How stubborn</th>
          </tr>
        </thead>
        <tbody>
          {inspection.soils.map((soil) => (
            <tr key={soil.kind + soil.where + soil.bond}>
              <td>
                {SOIL_WORDS[soil.kind]}
                {isFilm(soil.kind) && <span className="quiet">, {GRADE_WORDS[soil.grade]}</span>}
              </td>
              <td>{WHERE_WORDS[soil.where]}</td>
              <td className="number">{formatQuantity(soil.share, 'fraction', units)}</td>
              <td>{BOND_WORDS[soil.bond]}</td>
            </tr>
          ))}
          {inspection.soils.length === 0 && (
            <tr>
              <td colSpan={4}>Nothing seen on the glass.</td>
            </tr>
          )}
        </tbody>
      </table>
      {inspection.marks.length > 0 && (
        <p className="mb-1">Marked on the roof: {inspection.marks.map(markWords).join('; ')}.</p>
      )}
      <p className="mb-1">
        Wipe test: {WIPE_WORDS[inspection.wipeTest]}.
        {inspection.causes.length > 0 && <> Causes: {inspection.causes.join(', ')}.</>}
      </p>
      {inspection.fittings.length > 0 && (
        <p className="mb-1">
          Fitted:{' '}
          {inspection.fittings
            .map(({ kind, found, rows }) =>
              [FITTED_WORDS[kind], FITTED_FOUND_WORDS[found], rows.length > 0 && `on ${rowsInWords(rows)}`]
                .filter(Boolean)
                .join(' '),
            )
            .join('; ')}
          .
        </p>
      )}
      {inspection.reading && (
        <p className="mb-1">
          Reading: {formatQuantity(inspection.reading.power, 'power', units)} at{' '}
          {formatQuantity(inspection.reading.poaIrradiance, 'irradiance', units)}, module{' '}
          {formatQuantity(inspection.reading.tempModule, 'temperature', units)}.
        </p>
      )}
      {inspection.testPatch && <PatchFound found={foundOnPatch(inspection.testPatch, gammaPdc)} />}
      {inspection.gone > 0 && (
        <p className="quiet mb-1">
          {inspection.gone === 1 ? 'One module' : `${inspection.gone} modules`} of then carried something and{' '}
          {inspection.gone === 1 ? 'is' : 'are'} not on the roof any more.
        </p>
      )}
      {inspection.defects.length > 0 && (
        <div className="notice">
          <strong>Defects, which are not dirt:</strong>
          <ul>
            {inspection.defects.map((defect) => (
              <li key={`${defect.kind}${defect.module}`}>
                {DEFECT_WORDS[defect.kind]}, module {defect.module + 1}
                {defect.note && `: ${defect.note}`}
              </li>
            ))}
          </ul>
        </div>
      )}
      {inspection.notes && <p className="quiet mb-1">{inspection.notes}</p>}
      {/* Pictures of a defect stand with it, over the visits. */}
      <PhotoStrip photos={inspection.photos.filter(({ module }) => module === null)} />
      {inspection.amendments.map((amendment) => (
        <div className="notice plain" key={amendment.id}>
          {formatDate(amendment.at, units)}, {amendment.by}: {amendment.text}{' '}
          <span className="quiet">(because: {amendment.reason})</span>
        </div>
      ))}
      {amendable && <Amend id={inspection.id} />}
    </article>
  );
}

function Amend({ id }: { id: string }) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [reason, setReason] = useState('');
  const own = useRef(newId());
  const amend = useEndpointMutation('amendInspection', () => {
    own.current = newId();
    setOpen(false);
    setText('');
    setReason('');
  });
  if (!open) {
    return (
      <Button variant="quiet" onClick={() => setOpen(true)}>
        add an amendment
      </Button>
    );
  }
  return (
    <Form
      onSubmit={(event) => {
        event.preventDefault();
        amend.mutate({ params: { id }, body: { id: own.current, text, reason } });
      }}
    >
      <p className="quiet mb-1">
        A recorded inspection is evidence: it stays as it is, and this is added with your name and the date.
      </p>
      <Labelled label="What should have been said" value={text} onText={setText} />
      <Labelled label="Why" value={reason} onText={setReason} />
      <Trouble error={amend.error} />
      <Button type="submit" className="mt-2" disabled={amend.isPending}>
        Add
      </Button>
    </Form>
  );
}
