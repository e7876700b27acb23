import { Link, useParams } from 'react-router';
import type { SafetyView } from '../../contract/methods/safety.ts';
import { hazardFinding } from '../../core/rules/safety.ts';
import { formatDate } from '../../words/format.ts';
import { useEndpointQuery, useSay, useUnits } from '../api/hooks.ts';
import { Trouble, Waiting } from '../parts/states.tsx';
import { SafetyForm } from './SafetyForm.tsx';

/** The safety sheet of a site: the hazards of its work on the left, what is written down on the right. */
export function SafetyPage() {
  const { id = '' } = useParams();
  const spread = useEndpointQuery('readSite', { params: { id } });
  const safety = useEndpointQuery('readSafety', { params: { id } });
  const units = useUnits();
  const view = safety.data;
  return (
    <>
      <div className="desk-head">
        <h1>Safety sheet</h1>
        <Link to={`/sites/${id}/plan`}>{spread.data?.site.name ?? 'the site'}</Link>
        <span className="quiet">
          {view?.at
            ? `version ${view.version}, ${view.by}, ${formatDate(view.at, units)}`
            : view
              ? 'not written yet'
              : ''}
        </span>
        {view?.sheet && (
          <div className="actions">
            <a
              className="btn btn-outline-primary"
              href={`/api/sites/${id}/safety.pdf`}
              target="_blank"
              rel="noreferrer"
            >
              Print the sheet (PDF)
            </a>
          </div>
        )}
      </div>
      {safety.isPending && <Waiting />}
      <Trouble error={safety.error ?? spread.error} retry={() => safety.refetch()} />
      {view && (
        <div className="kit">
          <section className="panel">
            <SafetyRead view={view} />
          </section>
          <section className="panel">
            <h2>Written down</h2>
            <SafetyForm key={view.version} siteId={id} view={view} />
          </section>
        </div>
      )}
    </>
  );
}

/** What the sheet lacks for this work, and the hazards of it. */
export function SafetyRead({ view }: { view: SafetyView }) {
  const say = useSay();
  return (
    <>
      {view.lacking.length > 0 && (
        <div className="notice bad" role="status">
          <strong>Nobody begins before this is settled.</strong>
          <ul>
            {view.lacking.map((one) => (
              <li key={one.code}>{say.finding(one)}</li>
            ))}
          </ul>
        </div>
      )}
      <h2>Hazards of this work</h2>
      <ul className="hazards">
        {view.hazards.map((hazard) => (
          <li key={hazard}>{say.finding(hazardFinding(hazard))}</li>
        ))}
      </ul>
      <p className="quiet">
        They follow from the plan and from what is written down of the place. What is not looked at yet counts as there.
        This page says of nothing that it may be done.
      </p>
    </>
  );
}
