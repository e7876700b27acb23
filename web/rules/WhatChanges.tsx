import type { Decided, SituationChange } from '../../core/planning/situations.ts';
import type { MethodRules } from '../../core/rules/rules.ts';
import { SITUATION_KEYS } from '../../core/rules/situationKeys.ts';
import { ACCESS_WORDS, RUNG_WORDS } from '../../words/en/labels.ts';
import { SITUATION_WORDS } from '../../words/en/rules.ts';
import { METHOD_WORDS } from '../../words/en/ways.ts';
import { formatQuantity } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import { useNewest, useWorker } from '../compute/useWorker.ts';
import { Trouble, Waiting } from '../parts/states.tsx';

interface Asked {
  before: MethodRules;
  after: MethodRules;
}

/** In which of the situations the changed rules decide otherwise, worked out on this device as they are typed. */
export function WhatChanges({ before, after }: { before: MethodRules; after: MethodRules | null }) {
  const worker = useWorker();
  const { answer, error, busy } = useNewest(
    'rules',
    (asked: Asked) => worker.get().changedSituations(asked.before, asked.after),
    { before, after: after ?? before },
  );
  return (
    <>
      <h2>What this would change</h2>
      <Trouble error={error} />
      {after === null && <p className="notice">Something above cannot be read yet.</p>}
      {answer === null && !error && <Waiting what="Trying the situations" />}
      {answer && after && <Changed changes={answer} busy={busy} />}
    </>
  );
}

/** Decisions first: what is washed otherwise, or not at all; then where only time and water differ. */
export function Changed({ changes, busy }: { changes: readonly SituationChange[]; busy: boolean }) {
  const decided = changes.filter(({ decision }) => decision);
  const ways = decided.filter(({ before, after }) => done(before) !== done(after));
  const figures = changes.length - decided.length;
  return (
    <div aria-live="polite" aria-busy={busy}>
      <p>
        {changes.length === 0
          ? `Nothing yet, in ${SITUATION_KEYS.length} made-up situations.`
          : `Of ${SITUATION_KEYS.length} made-up situations ${ways.length} would be worked otherwise; in ${decided.length - ways.length} more other ways would be open, refused or next in line, and in ${figures} only time and water differ.`}
      </p>
      {ways.length > 0 && (
        <table className="table row-cards">
          <thead>
            <tr>
              <th>Situation</th>
              <th>Now</th>
              <th>Then</th>
            </tr>
          </thead>
          <tbody>
            {ways.map(({ key, before, after }) => (
              <tr key={key}>
                <td>{SITUATION_WORDS[key]}</td>
                <td data-label="Now">
                  <Done decided={before} />
                </td>
                <td data-label="Then">
                  <Done decided={after} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}

const done = ({ way, access, rungs }: Decided): string => JSON.stringify([way, access, rungs]);

function Done({ decided: { way, access, rungs, minutes, litres } }: { decided: Decided }) {
  const units = useUnits();
  if (way === null) return <span className="fw-bold">Not at all as things stand</span>;
  const climbed = rungs.filter((rung) => rung !== 'water').map((rung) => RUNG_WORDS[rung].toLowerCase());
  return (
    <>
      <span className="fw-bold">{METHOD_WORDS[way]}</span>, {ACCESS_WORDS[access]}
      <span className="quiet d-block">
        {formatQuantity(minutes, 'minutes', units, 0)}, {formatQuantity(litres, 'volume', units, 0)}
        {climbed.length > 0 && `; ${climbed.join(', ')}`}
      </span>
    </>
  );
}
