import { lazy, useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import type { SiteWeather } from '../../contract/weather/endpoints.ts';
import { RATE_DEFAULTS } from '../../core/soiling/rate.ts';
import { counted } from '../../words/counted.ts';
import { formatDate, formatQuantity } from '../../words/format.ts';
import { useEndpointMutation, useEndpointQuery, useSay, useSession, useUnits } from '../api/hooks.ts';
import { Later } from '../parts/Later.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';
import { EnergyPart } from './EnergyPart.tsx';
import { ImportFile } from './ImportFile.tsx';

const RainChart = lazy(() => import('./RainChart.tsx'));

/** What is on record of a site besides what people saw: its climate, its rain, the week ahead, and its daily energy. */
export function RecordsPage() {
  const { id = '' } = useParams();
  const spread = useEndpointQuery('readSite', { params: { id } });
  const weather = useEndpointQuery('readWeather', { params: { id } });
  const desk = useSession().data?.person?.role !== 'crew';
  const pending = spread.isPending || weather.isPending;
  if (pending) return <Waiting what="Opening the records" />;
  if (spread.isError || weather.isError) return <Trouble error={spread.error ?? weather.error} />;
  const { site, arrays } = spread.data;
  return (
    <>
      <div className="step-head">
        <h1>{site.name}: weather and energy</h1>
        <div className="actions">
          <Link className="btn btn-quiet" to={`/sites/${id}`}>
            Back to the site
          </Link>
        </div>
      </div>
      <div className="records">
        <section className="panel" aria-label="Weather">
          <Climate siteId={id} weather={weather.data} desk={desk} />
          <Rain siteId={id} weather={weather.data} desk={desk} />
          <WeekAhead siteId={id} weather={weather.data} />
        </section>
        <section className="panel" aria-label="Energy">
          <h2>Daily energy</h2>
          <p className="quiet">
            Each day is held against a clear sky, with age, temperature and limit counted in. Without a wash it shows
            the drift: how fast the array loses, and when it is time to look.
          </p>
          {arrays.map((array) => (
            <EnergyPart key={array.id} array={array} desk={desk} />
          ))}
        </section>
      </div>
    </>
  );
}

interface PartProps {
  siteId: string;
  weather: SiteWeather;
  desk: boolean;
}

function Climate({ siteId, weather: { climate }, desk }: PartProps) {
  const say = useSay();
  const importClimate = useEndpointMutation('importClimate');
  const drop = useEndpointMutation('dropClimate');
  return (
    <>
      <h2>Climate of the years to come</h2>
      <p>
        <strong>{say.finding(climate.name)}</strong>
        {climate.file === null
          ? '. It ships with the application and is made up; estimates for this site carry that.'
          : `, taken from ${climate.file}.`}
      </p>
      {climate.file !== null && desk && (
        <Button
          variant="quiet"
          disabled={drop.isPending}
          onClick={() => drop.mutate({ params: { id: siteId }, body: {} })}
        >
          go back to the made-up one
        </Button>
      )}
      <Trouble error={drop.error} />
      {desk && (
        <ImportFile
          label="A weather file for this place (EPW)"
          hint="An open format with the 8760 hours of a typical year. Temperature, wind, humidity, cloud and, where it has any, rain."
          accept=".epw"
          largest={8_000_000}
          send={(id, file) => importClimate.mutateAsync({ params: { id: siteId }, body: { id }, files: [file] })}
        />
      )}
    </>
  );
}

function Rain({ siteId, weather: { observed }, desk }: PartProps) {
  const units = useUnits();
  const importRain = useEndpointMutation('importRain');
  const [asClimate, setAsClimate] = useState(false);
  return (
    <>
      <h2 className="mt-3">Rain on record</h2>
      {observed.from === null || observed.to === null ? (
        <Empty>No rain on record yet. Import a table from a gauge, or ask the weather service below.</Empty>
      ) : (
        <>
          <p className="mb-1">
            {counted(observed.count, 'day')} from {formatDate(observed.from, units)} to {formatDate(observed.to, units)}
            . The broken line: {formatQuantity(RATE_DEFAULTS.threshold, 'rain', units)} in a day, taken to clean unless
            the wipe test says otherwise.
          </p>
          <Later height={170}>
            <RainChart days={observed.days} cleans={RATE_DEFAULTS.threshold} />
          </Later>
        </>
      )}
      {desk && (
        <ImportFile
          label="Daily rain (CSV)"
          hint="Two columns, date and rain in mm, such as 2026-11-24,3.5. It takes the place of what was known of these days."
          accept=".csv,text/csv"
          largest={5_000_000}
          send={(id, file) =>
            importRain.mutateAsync({
              params: { id: siteId },
              body: { id, asClimate: asClimate ? 'yes' : 'no' },
              files: [file],
            })
          }
        >
          <Form.Check
            id="as-climate"
            label="Draw the rain of years to come from it too"
            checked={asClimate}
            onChange={(event) => setAsClimate(event.target.checked)}
          />
        </ImportFile>
      )}
    </>
  );
}

function WeekAhead({ siteId, weather: { forecast, service } }: Omit<PartProps, 'desk'>) {
  const units = useUnits();
  const refresh = useEndpointMutation('refreshWeather');
  const when = (at: string) => `${formatDate(at, units)}, ${new Date(at).toLocaleTimeString('en-GB').slice(0, 5)}`;
  return (
    <>
      <h2 className="mt-3">The week ahead</h2>
      {!service.there && <Empty>No weather service has been set up here. Everything else works without it.</Empty>}
      {service.trouble && (
        <div className="notice" role="status">
          <strong>{service.trouble.problem}</strong> Tried {when(service.trouble.at)}.{' '}
          {forecast ? `What stands here is from ${when(forecast.fetchedAt)}.` : 'Nothing was had from it before.'} Rain
          can be imported from a table meanwhile.
        </div>
      )}
      {forecast && forecast.days.length > 0 && (
        <table className="table">
          <thead>
            <tr>
              <th>Day</th>
              <th className="number">Rain, and its chance</th>
              <th className="number">Air</th>
              <th className="number">Wind</th>
            </tr>
          </thead>
          <tbody>
            {forecast.days.map((day) => (
              <tr key={day.date}>
                <td>{formatDate(day.date, units)}</td>
                <td className="number">
                  {formatQuantity(day.rain, 'rain', units)}, {formatQuantity(day.rainChance, 'fraction', units, 0)}
                </td>
                <td className="number">{formatQuantity(day.tempAir, 'temperature', units, 0)}</td>
                <td className="number">{formatQuantity(day.windSpeed, 'speed', units)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {forecast && !service.trouble && <p className="quiet">As of {when(forecast.fetchedAt)}.</p>}
      <Trouble error={refresh.error} />
      {service.there && (
        <Button
          variant="outline-primary"
          disabled={refresh.isPending}
          onClick={() => refresh.mutate({ params: { id: siteId }, body: {} })}
        >
          {refresh.isPending ? 'Asking …' : 'Ask the weather service'}
        </Button>
      )}
    </>
  );
}
