import { Link } from 'react-router';
import { formatDate } from '../../words/format.ts';
import { useEndpointQuery, useSay, useUnits } from '../api/hooks.ts';
import { vesselName } from './vessels.ts';

/** What to see to at the vessels before the next jobs; nothing where there is nothing. */
export function ResinChase() {
  const say = useSay();
  const units = useUnits();
  const { data: view } = useEndpointQuery('readResin');
  if (!view?.standing) return null;
  const findings = view.standing.findings.filter(({ code }) => code !== 'resin-single');
  const job = view.ahead.jobs.find(({ id }) => id === (view.ahead.earliest ?? view.ahead.likely));
  if (findings.length === 0 && !job) return null;
  return (
    <section className="panel">
      <h2>
        <Link to="/resin">Resin</Link>
      </h2>
      <ul className="plain-list">
        {findings.map((finding) => (
          <li key={finding.code}>{say.finding(finding)}</li>
        ))}
        {job && (
          <li>
            <span>
              {vesselName(view, view.standing.lead.vessel)} {view.ahead.likely === job.id ? 'runs out' : 'may run out'}{' '}
              at <Link to={`/sites/${job.siteId}/wash`}>{job.site}</Link>, {formatDate(job.date, units)}: take resin
              along, or exchange the lead before.
            </span>
          </li>
        )}
      </ul>
    </section>
  );
}
