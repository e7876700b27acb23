import { lazy } from 'react';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import type { ArrayEnergy } from '../../contract/weather/endpoints.ts';
import { DEGRADATION_PER_YEAR } from '../../core/assumptions.ts';
import { counted } from '../../words/counted.ts';
import { formatDate, formatQuantity, formatRange } from '../../words/format.ts';
import { useEndpointMutation, useEndpointQuery, usePolling, useSay, useUnits } from '../api/hooks.ts';
import { Later } from '../parts/Later.tsx';
import { Trouble, Waiting } from '../parts/states.tsx';
import { ImportFile } from './ImportFile.tsx';

const EnergyChart = lazy(() => import('./EnergyChart.tsx'));

/** Daily energy of one array: what is on record, and what its clear days say. */
export function EnergyPart({ array, desk }: { array: SolarArray; desk: boolean }) {
  const energy = useEndpointQuery('readEnergy', { params: { id: array.id } });
  usePolling(energy.data?.working === true, energy.refetch);
  const importEnergy = useEndpointMutation('importEnergy');
  return (
    <div className="energy-of">
      <h3>{array.name}</h3>
      {energy.isPending && <Waiting />}
      <Trouble error={energy.error} retry={() => energy.refetch()} />
      {energy.data && <Drift energy={energy.data} />}
      {desk && (
        <ImportFile
          label={`Daily energy of ${array.name} (CSV)`}
          hint="Two columns, date and energy in kWh; control too, where an array that nobody washes was read beside it."
          accept=".csv,text/csv"
          largest={5_000_000}
          send={(id, file) => importEnergy.mutateAsync({ params: { id: array.id }, body: { id }, files: [file] })}
        />
      )}
    </div>
  );
}

function Drift({ energy: { from, to, count, days, drift, working } }: { energy: ArrayEnergy }) {
  const say = useSay();
  const units = useUnits();
  if (from === null || to === null) return <p className="quiet">No days on record yet.</p>;
  if (drift === null)
    return (
      <>
        <p className="mb-1">
          {counted(count, 'day')} from {formatDate(from, units)} to {formatDate(to, units)}.
        </p>
        {working && <Waiting what="Working out the drift" />}
      </>
    );
  const { ratePerDay, rateCi95, used, rejected, yearOnYear, missing } = drift;
  return (
    <>
      <p className="mb-1">
        {counted(count, 'day')} from {formatDate(from, units)} to {formatDate(to, units)}; of the last{' '}
        {used.length + rejected.length}, {used.length} clear ones are used.
      </p>
      <Later height={190}>
        <EnergyChart days={days} used={used} />
      </Later>
      {ratePerDay === null || rateCi95 === null ? (
        <div className="notice">No drift is stated. {missing && say.finding(missing)}</div>
      ) : (
        <dl className="drift">
          <div>
            <dt>{ratePerDay >= 0 ? 'It loses' : 'It gains'}, besides age</dt>
            <dd>
              {formatQuantity(Math.abs(ratePerDay), 'rate', units)}{' '}
              <span className="range">{formatRange(rateCi95[0], rateCi95[1], 'rate', units)}, losses positive</span>
            </dd>
          </div>
          {yearOnYear !== null && (
            <div>
              <dt>{yearOnYear < 0 ? 'Less' : 'More'} than on the same days a year before</dt>
              <dd>
                {formatQuantity(Math.abs(yearOnYear), 'fraction', units)}{' '}
                <span className="range">
                  {yearOnYear < 0 ? 'of which ageing explains about' : 'though ageing alone takes about'}{' '}
                  {formatQuantity(DEGRADATION_PER_YEAR, 'fraction', units)}
                </span>
              </dd>
            </div>
          )}
        </dl>
      )}
    </>
  );
}
