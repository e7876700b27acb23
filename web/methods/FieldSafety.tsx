import type { SafetyView } from '../../contract/methods/safety.ts';
import { hazardFinding } from '../../core/rules/safety.ts';
import { KNOWN_WORDS } from '../../words/en/safety.ts';
import { useSay } from '../api/hooks.ts';
import { SafetyForm } from './SafetyForm.tsx';

/** The first card: what to do when something happens, who is in charge, and the hazards; where it lacks something, it is written here. */
export function FieldSafety({ siteId, view }: { siteId: string; view: SafetyView }) {
  const say = useSay();
  const { sheet, lacking, hazards } = view;
  const known = (answer: keyof typeof KNOWN_WORDS, where: string) =>
    [KNOWN_WORDS[answer], where].filter(Boolean).join(': ');
  const rows: [string, string][] = sheet
    ? [
        ['What to tell them', sheet.emergencyPlace],
        ['In charge above', sheet.competent],
        ['Way up', sheet.access],
        ['Anchors', sheet.anchor],
        ['Overhead lines', known(sheet.lines, sheet.linesWhere)],
        ['Brittle roof', known(sheet.brittle, sheet.brittleWhere)],
        ['Switching off', sheet.isolation],
        ['Rescue', sheet.rescue],
        ['Besides', sheet.others],
      ]
    : [];
  return (
    <>
      {sheet?.emergencyNumber && (
        <a className="emergency" href={`tel:${sheet.emergencyNumber.replace(/[^+0-9]/g, '')}`}>
          Emergency: {sheet.emergencyNumber}
        </a>
      )}
      <dl className="field-sheet">
        {rows
          .filter(([, value]) => value.trim() !== '')
          .map(([label, value]) => (
            <div key={label}>
              <dt>{label}</dt>
              <dd>{value}</dd>
            </div>
          ))}
      </dl>
      <ul className="field-hazards">
        {hazards.map((hazard) => (
          <li key={hazard}>{say.finding(hazardFinding(hazard))}</li>
        ))}
      </ul>
      {lacking.length > 0 && (
        <section className="caution stopped" aria-label="Caution">
          <p className="m-0" role="alert">
            <strong>Nobody begins before this is written down.</strong>{' '}
            {lacking.map((one) => say.finding(one)).join(' ')}
          </p>
        </section>
      )}
      {lacking.length > 0 && <SafetyForm key={view.version} siteId={siteId} view={view} />}
    </>
  );
}
