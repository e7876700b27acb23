import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import type { DaySchedule } from '../../contract/schedule/endpoints.ts';
import { addedDays } from '../../core/time/dates.ts';
import { counted } from '../../words/counted.ts';
import { JOB_WORDS } from '../../words/en/labels.ts';
import { formatDate, formatMoney, formatQuantity } from '../../words/format.ts';
import { useEndpointQuery, useSession, useUnits } from '../api/hooks.ts';
import { KitChase } from '../kit/KitChase.tsx';
import { Trouble, Waiting } from '../parts/states.tsx';
import { ResinChase } from '../water/ResinChase.tsx';
import { DayAxis, kitWords } from './DayAxis.tsx';

/** The day: its jobs on one axis from first to last light, and under it what to chase. */
export function DayPage() {
  const [date, setDate] = useState<string | null>(null);
  const day = useEndpointQuery('readDay', { query: date ? { date } : {} });
  const units = useUnits();
  if (day.isPending) return <Waiting what="Looking at the day" />;
  if (day.isError) return <Trouble error={day.error} retry={() => day.refetch()} />;
  const turn = (days: number) => setDate(addedDays(day.data.date, days));
  const weekday = new Date(`${day.data.date}T12:00:00Z`).toLocaleDateString('en-GB', {
    weekday: 'long',
    timeZone: 'UTC',
  });
  return (
    <>
      <div className="desk-head">
        <h1>
          {weekday}, {formatDate(day.data.date, units)}
        </h1>
        <div className="actions">
          <Button variant="outline-primary" onClick={() => turn(-1)}>
            Day before
          </Button>
          {date !== null && (
            <Button variant="outline-primary" onClick={() => setDate(null)}>
              Today
            </Button>
          )}
          <Button variant="outline-primary" onClick={() => turn(1)}>
            Day after
          </Button>
        </div>
      </div>
      <DayAxis day={day.data} />
      <div className="day-columns">
        <Chase day={day.data} />
        <div className="d-grid gap-3">
          <KitChase date={day.data.date} />
          <ResinChase />
          <Coming day={day.data} />
          <Late day={day.data} />
        </div>
      </div>
    </>
  );
}

function Chase({ day }: { day: DaySchedule }) {
  const units = useUnits();
  const desk = useSession().data?.person?.role !== 'crew';
  if (!desk) return null;
  const { quotes, unsigned, unlooked, paying, loose, visits, asked, calls, deposits, lines } = day.chase;
  const all = [quotes, unsigned, unlooked, paying, loose, visits, asked, calls, deposits, lines];
  const nothing = all.every((list) => list.length === 0);
  if (nothing) return <NothingToChase />;
  const onlyCalls = all.every((list) => list === calls || list.length === 0);
  return (
    <>
      <section className="panel">
        <h2>To chase</h2>
        <ul className="plain-list">
          {loose.map(({ siteId, site, array, foundAt }) => (
            <li key={`loose ${siteId} ${array}`}>
              <Link to={`/sites/${siteId}/plan`}>{site}</Link>
              <span>something fitted on {array} is loose and may fall</span>
              <span className="end">found {formatDate(foundAt, units)}</span>
            </li>
          ))}
          {asked.map(({ siteId, site, at, text }) => (
            <li key={`asked ${siteId} ${at}`}>
              <Link to={`/sites/${siteId}/offer`}>{site}</Link>
              <span className="text-truncate">asks: {text}</span>
              <span className="end">{formatDate(at, units)}</span>
            </li>
          ))}
          {calls.map(({ id, name, phone, said, at }) => (
            <li key={`call ${id}`}>
              <Link to="/quick">{name}</Link>
              <span className="text-truncate">
                wants somebody to look{phone && `, ${phone}`}
                {said && `: ${said}`}
              </span>
              <span className="end">{formatDate(at, units)}</span>
            </li>
          ))}
          {deposits.map(({ siteId, site, deposit, currency, at }) => (
            <li key={`deposit ${siteId} ${at}`}>
              <Link to={`/sites/${siteId}/wash`}>{site}</Link>
              <span>deposit of {formatMoney(deposit, currency, units)} has not come</span>
              <span className="end">asked {formatDate(at, units)}</span>
            </li>
          ))}
          {lines.map(({ siteId, site, at }) => (
            <li key={`line ${siteId} ${at}`}>
              <Link to={`/sites/${siteId}/wash`}>{site}</Link>
              <span>a spray line was agreed and is not up</span>
              <span className="end">agreed {formatDate(at, units)}</span>
            </li>
          ))}
          {visits.map(({ visitId, siteId, site, number, visits: of, dueFrom, dueTo }) => (
            <li key={visitId}>
              <Link to={`/sites/${siteId}/wash`}>{site}</Link>
              <span>{of > 1 ? `visit ${number} of its plan is to be booked` : 'accepted, and not booked'}</span>
              <span className="end">
                {formatDate(dueFrom, units)} to {formatDate(dueTo, units)}
              </span>
            </li>
          ))}
          {quotes.map((quote) => (
            <li key={quote.id}>
              <Link to={`/sites/${quote.siteId}/offer`}>{quote.site}</Link>
              <span>
                quote {quote.number}.{quote.revision} has no answer
              </span>
              <span className="end">
                {formatMoney(quote.gross, quote.currency, units, 0)}, valid until{' '}
                {quote.validUntil ? formatDate(quote.validUntil, units) : ''}
              </span>
            </li>
          ))}
          {unsigned.map((job) => (
            <li key={job.jobId}>
              <Link to={`/sites/${job.siteId}/show`}>{job.site}</Link>
              <span>washed, report not signed</span>
              <span className="end">{formatDate(job.scheduledFor, units)}</span>
            </li>
          ))}
          {paying.map(({ siteId, site, arrays, lookOn }) => (
            <li key={siteId}>
              <Link to={`/sites/${siteId}/reckon`}>{site}</Link>
              <span>look now, a wash is expected to pay: {arrays}</span>
              <span className="end">since {formatDate(lookOn, units)}</span>
            </li>
          ))}
          {unlooked.map((site) => (
            <li key={site.siteId}>
              <Link to={`/sites/${site.siteId}/look`}>{site.site}</Link>
              <span>{site.lastLook ? 'not looked at for a year' : 'never looked at'}</span>
              {site.lastLook && <span className="end">{formatDate(site.lastLook, units)}</span>}
            </li>
          ))}
        </ul>
      </section>
      {onlyCalls && <NothingToChase onlyToBegin />}
    </>
  );
}

/** Nothing waits; where there is no site yet, how one begins. @param onlyToBegin whether it says no more than that */
function NothingToChase({ onlyToBegin = false }: { onlyToBegin?: boolean }) {
  const sites = useEndpointQuery('listSites', { query: { limit: 1 } });
  const owner = useSession().data?.person?.role === 'owner';
  const begin = sites.data?.items.length === 0;
  if (onlyToBegin && !begin) return null;
  return (
    <section className="panel">
      <h2>{begin ? 'To begin' : 'To chase'}</h2>
      <ul className="plain-list">
        {begin && owner && (
          <li>
            <Link to="/company">The company</Link>
            <span>its name, currency, tax and prices: quotes are made from them</span>
          </li>
        )}
        {begin && (
          <>
            <li>
              <Link to="/sites/new">A site</Link>
              <span>where the modules lie, then a first look at them</span>
            </li>
            <li>
              <Link to="/quick">A quick look</Link>
              <span>a ballpark for somebody on the telephone</span>
            </li>
          </>
        )}
        {begin && owner && (
          <>
            <li>
              <Link to="/import">An import</Link>
              <span>sites that are in a file already</span>
            </li>
            <li>
              <Link to="/people">People</Link>
              <span>invite who quotes and who washes</span>
            </li>
          </>
        )}
        {sites.data && !begin && <li className="quiet">Nothing waits for you.</li>}
      </ul>
      <Trouble error={sites.error} />
    </section>
  );
}

function Coming({ day }: { day: DaySchedule }) {
  const units = useUnits();
  return (
    <section className="panel">
      <h2>Coming</h2>
      <ul className="plain-list">
        {day.coming.map((job) => (
          <li key={job.id}>
            <Link to={`/sites/${job.siteId}/wash`}>{job.site}</Link>
            <span>
              {counted(job.modules, 'module')}, {formatQuantity(job.litres, 'volume', units)}, {kitWords(job.kit)}
            </span>
            <span className="end">{formatDate(job.scheduledFor, units)}</span>
          </li>
        ))}
        {day.coming.length === 0 && <li className="quiet">No jobs in the next two weeks.</li>}
      </ul>
    </section>
  );
}

function Late({ day }: { day: DaySchedule }) {
  const units = useUnits();
  return (
    <section className="panel">
      <h2>Unfinished</h2>
      <ul className="plain-list">
        {day.chase.late.map((job) => (
          <li key={job.id}>
            <Link to={`/sites/${job.siteId}/wash`}>{job.site}</Link>
            <span>{JOB_WORDS[job.state]}</span>
            <span className="end">{formatDate(job.scheduledFor, units)}</span>
          </li>
        ))}
        {day.chase.late.length === 0 && <li className="quiet">No job is unfinished.</li>}
      </ul>
    </section>
  );
}
