import { Link } from 'react-router';
import { addedDays } from '../../core/time/dates.ts';
import { formatDate } from '../../words/format.ts';
import { useEndpointQuery, useSay, useUnits } from '../api/hooks.ts';

/** The evening before: what of the kit is missing or due for the jobs of this day and the next; nothing where nothing is. */
export function KitChase({ date }: { date: string }) {
  const say = useSay();
  const units = useUnits();
  const { data } = useEndpointQuery('readKitDays', { query: { date } });
  const jobs = (data?.jobs ?? []).flatMap((job) => {
    const short = job.drawn.filter(({ missing, due }) => missing !== null || due.length > 0);
    return short.length > 0 ? [{ ...job, short }] : [];
  });
  if (jobs.length === 0) return null;
  const when = (day: string) =>
    day === date ? 'on this day' : day === addedDays(date, 1) ? 'the day after' : formatDate(day, units);
  return (
    <section className="panel">
      <h2>
        <Link to="/kit">Kit</Link>
      </h2>
      {jobs.map((job) => (
        <div className="kit-short" key={job.id}>
          <p>
            <Link to={`/sites/${job.siteId}/wash`}>{job.site}</Link>{' '}
            <span className="quiet">{when(job.scheduledFor)}</span>
          </p>
          <ul>
            {job.short.map(({ key, label, thing, missing, due }) => (
              <li key={key}>
                <b>{thing?.name ?? say.finding(label)}</b>:{' '}
                {[...(missing ? [missing] : []), ...due].map((one) => say.finding(one)).join(' ')}
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}
