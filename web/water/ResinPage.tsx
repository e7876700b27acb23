import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import type { ResinView } from '../../contract/water/resin.ts';
import { formatDate, formatMoney, formatNumber, formatQuantity, formatRange } from '../../words/format.ts';
import { useCurrency, useEndpointQuery, useSay, useSession, useUnits } from '../api/hooks.ts';
import { KitTabs } from '../kit/KitTabs.tsx';
import { Trouble, Waiting } from '../parts/states.tsx';
import { ReadingForm } from './ReadingForm.tsx';
import { ResinLog } from './ResinLog.tsx';
import { RotateForm } from './RotateForm.tsx';
import { SetUpForm } from './SetUpForm.tsx';
import { VesselsDrawn } from './VesselsDrawn.tsx';
import { type Standing, vesselName } from './vessels.ts';

/** The vessels of the van: what is left in them, which job they run out in, and their log. */
export function ResinPage() {
  const resin = useEndpointQuery('readResin');
  return (
    <>
      <div className="desk-head">
        <h1>Resin</h1>
        <KitTabs />
        <span className="quiet aside">What is left in the vessels of the van.</span>
      </div>
      {resin.isPending && <Waiting />}
      <Trouble error={resin.error} retry={() => resin.refetch()} />
      {resin.data && <Resin view={resin.data} />}
    </>
  );
}

type Doing = 'reading' | 'rotate' | 'set-up' | null;

function Resin({ view }: { view: ResinView }) {
  const say = useSay();
  const [doing, setDoing] = useState<Doing>(null);
  const { standing } = view;
  const done = () => setDoing(null);
  if (standing === null || doing === 'set-up')
    return (
      <div className="resin">
        <SetUpForm view={view} onDone={done} onCancel={standing ? done : undefined} />
      </div>
    );
  return (
    <div className="resin">
      <section className="panel">
        <VesselsDrawn view={view} standing={standing} />
        {standing.findings.map((finding) => (
          <p className={`notice ${finding.code === 'resin-single' ? 'plain' : ''}`} key={finding.code}>
            {say.finding(finding)}
          </p>
        ))}
        <Figures view={view} standing={standing} />
        {doing === null && (
          <div className="actions">
            <Button onClick={() => setDoing('reading')}>Take a reading</Button>
            <Button variant="outline-primary" onClick={() => setDoing('rotate')}>
              {standing.lag ? 'Exchange the lead' : 'Exchange the resin'}
            </Button>
            <Button variant="quiet" onClick={() => setDoing('set-up')}>
              set up anew
            </Button>
          </div>
        )}
        {doing === 'reading' && <ReadingForm view={view} standing={standing} onDone={done} />}
        {doing === 'rotate' && <RotateForm view={view} standing={standing} onDone={done} />}
      </section>
      <Charges view={view} standing={standing} />
      <ResinLog view={view} />
    </div>
  );
}

function Figures({ view, standing }: { view: ResinView; standing: Standing }) {
  const units = useUnits();
  const { left } = standing;
  const job = (id: string | null) => view.ahead.jobs.find((one) => one.id === id);
  const [likely, earliest] = [job(view.ahead.likely), job(view.ahead.earliest)];
  const named = (one: NonNullable<ReturnType<typeof job>>) => (
    <>
      <Link to={`/sites/${one.siteId}/wash`}>{one.site}</Link>, {formatDate(one.date, units)}
    </>
  );
  const litres = view.ahead.jobs.reduce((sum, one) => sum + one.litres, 0);
  return (
    <dl className="resin-figures">
      <div>
        <dt>Left in the lead</dt>
        <dd>
          {formatQuantity(left.p50, 'volume', units, 0)}{' '}
          <span className="quiet">{formatRange(left.p10, left.p90, 'volume', units, 0)} of the same water</span>
        </dd>
      </div>
      <div>
        <dt>Runs out in</dt>
        <dd>
          {likely ? named(likely) : 'no job that is booked'}
          {earliest && earliest.id !== likely?.id && (
            <span className="quiet d-block">at the earliest in {named(earliest)}</span>
          )}
          <span className="quiet d-block">
            {view.ahead.jobs.length === 0
              ? 'no job ahead draws on it'
              : `booked jobs draw ${formatQuantity(litres, 'volume', units, 0)} of it`}
          </span>
        </dd>
      </div>
      <div>
        <dt>Source</dt>
        <dd>{standing.before === null ? 'not read yet' : formatQuantity(standing.before, 'conductivity', units, 0)}</dd>
      </div>
      <div>
        <dt>Changed at</dt>
        <dd>{formatQuantity(view.changeAt, 'conductivity', units, 0)} of final water</dd>
      </div>
    </dl>
  );
}

/** Every charge there was: what it was computed to take, and what it took. */
function Charges({ view, standing }: { view: ResinView; standing: Standing }) {
  const units = useUnits();
  const currency = useCurrency();
  const desk = useSession().data?.person?.role !== 'crew';
  return (
    <section className="panel">
      <h2>Charges</h2>
      <table className="table row-cards">
        <thead>
          <tr>
            <th>Vessel</th>
            <th>In use</th>
            <th className="number">Water as the lead</th>
            <th className="number">Computed</th>
            <th className="number">Against computed</th>
            {desk && <th className="number">Cost of 1000 L</th>}
          </tr>
        </thead>
        <tbody>
          {standing.charges.map((charge) => (
            <tr key={`${charge.vessel} ${charge.since}`}>
              <td>
                {vesselName(view, charge.vessel)} <span className="quiet">{charge.media}</span>
              </td>
              <td data-label="In use">
                {formatDate(charge.since, units)}{' '}
                {charge.until ? `to ${formatDate(charge.until, units)}` : <span className="quiet">still in use</span>}
              </td>
              <td className="number" data-label="Water as the lead">
                {formatQuantity(charge.asLead, 'volume', units, 0)}
              </td>
              <td className="number" data-label="Computed">
                {charge.computed === null ? '' : formatQuantity(charge.computed, 'volume', units, 0)}
              </td>
              <td className="number" data-label="Against computed">
                {charge.factor === null
                  ? ''
                  : `${formatNumber(charge.factor.value, 2, units)} times (${formatNumber(charge.factor.low, 2, units)} to ${formatNumber(charge.factor.high, 2, units)})`}
              </td>
              {desk && (
                <td className="number" data-label="Cost of 1000 L">
                  {charge.until && charge.price && charge.asLead > 0
                    ? formatMoney((charge.price * 1000) / charge.asLead, currency, units, 0)
                    : ''}
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="quiet">
        Computed by the salts of the water and the resin’s usual capacity; what the charges before had in them stands in
        its place for the next (house assumptions: usual capacity, front of breakthrough).
      </p>
    </section>
  );
}
