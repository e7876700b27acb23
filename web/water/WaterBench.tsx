import { lazy, Suspense, useState } from 'react';
import { Form } from 'react-bootstrap';
import { useSearchParams } from 'react-router';
import { FINISHES, type Finish } from '../../core/assumptions.ts';
import { MADE_UP_FIRM } from '../../core/planning/madeUpFirm.ts';
import { fromUnits, toUnits, unitOf } from '../../core/units/quantities.ts';
import { type WaterBenchInput, waterBench } from '../../core/water/bench.ts';
import { WATER_WAYS } from '../../core/water/plan.ts';
import { DRYINGS, type Drying, WATER_DEFAULTS } from '../../core/water/treatment.ts';
import { DRYING_WORDS, WATER_WORDS } from '../../words/en/labels.ts';
import { saltsLabel } from '../../words/en/water.ts';
import { formatMoney, formatQuantity } from '../../words/format.ts';
import { useCurrency, useEndpointQuery, useSay, useSession, useUnits } from '../api/hooks.ts';
import { PlainMoney } from '../parts/PlainMoney.tsx';
import { PlainNumber } from '../parts/PlainNumber.tsx';
import { Waiting } from '../parts/states.tsx';
import { WaterOptions } from './WaterOptions.tsx';

const WaterCurves = lazy(() => import('./WaterCurves.tsx'));

/** Kit and prices to begin with, for whoever has none entered; minor units. */
const { conductivity: _, waterTemperature: __, carbonDioxide: ___, ...KIT } = MADE_UP_FIRM.water;

/** Water bench: every way to have water beside the others, over the source that there is and all that there may be. */
export function WaterBench() {
  const desk = useSession().data?.person?.role !== 'crew';
  return desk ? <WithCompany /> : <Bench kit={KIT} />;
}

function WithCompany() {
  const company = useEndpointQuery('readCompany');
  if (company.isPending) return <Waiting />;
  const water = company.data?.water;
  return (
    <Bench
      kit={
        water
          ? {
              boughtConductivity: water.boughtConductivity,
              resin: { litres: water.resinLitres, utilisation: water.resinUtilisation },
              osmosis: {
                rejection: water.osmosisRejection,
                recovery: water.osmosisRecovery,
                permeateFlow25: water.osmosisFlow25,
              },
              changeAt: water.changeAt,
              prices: {
                sourcePer1000: water.sourcePer1000,
                boughtPer1000: water.boughtPer1000,
                resinPerLitre: water.resinPerLitre,
                osmosisPer1000: water.osmosisPer1000,
              },
            }
          : KIT
      }
    />
  );
}

function Bench({ kit }: { kit: typeof KIT }) {
  const say = useSay();
  const units = useUnits();
  const currency = useCurrency();
  const [search] = useSearchParams();
  const from = (key: string, otherwise: number) => {
    const number = Number(search.get(key));
    return search.get(key) !== null && Number.isFinite(number) && number >= 0 ? number : otherwise;
  };
  const [source, setSource] = useState({
    conductivity: from('conductivity', 900),
    waterTemperature: from('temperature', 18),
    litres: Math.max(1, from('litres', 300)),
    carbonDioxide: WATER_DEFAULTS.carbonDioxide as number,
  });
  const [finish, setFinish] = useState<Finish>(FINISHES.find((one) => one === search.get('finish')) ?? 'output');
  const [drying, setDrying] = useState<Drying>('drip-dry');
  const [van, setVan] = useState({ tank: 400, payload: 600 });
  const [prices, setPrices] = useState(kit.prices);
  const input: WaterBenchInput = { ...kit, ...source, prices, finish, filmThickness: DRYINGS[drying], van };
  const bench = waterBench(input);
  const { job } = bench;
  const number = (key: keyof typeof source, label: string, suffix: string, min: number, max: number) => (
    <PlainNumber
      label={label}
      suffix={suffix}
      value={source[key]}
      min={min}
      max={max}
      onValue={(value) => setSource((now) => ({ ...now, [key]: value }))}
    />
  );
  const price = (key: keyof typeof prices, label: string) => (
    <PlainMoney
      label={label}
      amount={prices[key]}
      onAmount={(amount) => setPrices((now) => ({ ...now, [key]: amount }))}
    />
  );
  const chosen = job.options.find(({ way }) => way === job.recommended);
  return (
    <div className="bench">
      <section className="bench-picture">
        <p className="verdict" role="status">
          {WATER_WORDS[job.recommended]}: {formatMoney(chosen?.cost ?? 0, currency, units)} for this job.{' '}
          {say.finding(job.recommendedBecause)}
        </p>
        <Suspense fallback={<Waiting what="Drawing" />}>
          <WaterCurves bench={bench} conductivity={source.conductivity} />
        </Suspense>
        <ul className="crossings">
          {bench.crossings.map(({ conductivity, from: before, to }) => (
            <li key={conductivity}>
              From {formatQuantity(conductivity, 'conductivity', units, 0)} on {WATER_WORDS[to].toLowerCase()} is the
              cheapest that keeps the finish, up to there {WATER_WORDS[before].toLowerCase()}.
            </li>
          ))}
          {bench.crossings.length === 0 && <li>One way is the cheapest for every source.</li>}
        </ul>
        <WaterOptions options={job.options} chosen={job.recommended} what="With this source" cost="This job" />
        {job.warnings.map((warning) => (
          <p className="notice" key={warning.code}>
            {say.finding(warning)}
          </p>
        ))}
        <p className="quiet">
          The membrane makes the job’s water in {formatQuantity(bench.fillMinutes, 'minutes', units, 0)} at this
          temperature and throws {formatQuantity(bench.reject, 'volume', units, 0)} away: to the garden, where nobody
          minds its salt, or to a drain. Bought water is {formatQuantity(source.litres, 'mass', units, 0)} on the van,
          in {bench.trips === 1 ? 'one drive' : `${bench.trips} drives`}.
        </p>
      </section>
      <section className="bench-figures" aria-label="The water and the job">
        <h2>The source</h2>
        <div className="form-grid">
          <PlainNumber
            label={saltsLabel(units)}
            suffix={unitOf('conductivity', units).symbol}
            value={toUnits(source.conductivity, 'conductivity', units)}
            min={0}
            max={20_000}
            onValue={(value) => setSource((now) => ({ ...now, conductivity: fromUnits(value, 'conductivity', units) }))}
          />
          {number('waterTemperature', 'Temperature', '°C', 0, 60)}
          {number('carbonDioxide', 'Carbon dioxide', 'mg/L', 0, 200)}
        </div>
        <h2>The job</h2>
        <div className="form-grid">
          {number('litres', 'Water on the glass', 'L', 1, 100_000)}
          <div>
            <Form.Label htmlFor="bench-finish">Finish</Form.Label>
            <Form.Select id="bench-finish" value={finish} onChange={(event) => setFinish(event.target.value as Finish)}>
              <option value="output">output restored</option>
              <option value="spotless">spotless</option>
            </Form.Select>
          </div>
          <div>
            <Form.Label htmlFor="bench-drying">The glass is</Form.Label>
            <Form.Select id="bench-drying" value={drying} onChange={(event) => setDrying(event.target.value as Drying)}>
              {(Object.keys(DRYINGS) as Drying[]).map((one) => (
                <option key={one} value={one}>
                  {DRYING_WORDS[one]}
                </option>
              ))}
            </Form.Select>
          </div>
        </div>
        <h2>Prices, 1000 L</h2>
        <div className="form-grid">
          {price('sourcePer1000', 'Source water')}
          {price('boughtPer1000', 'Bought water')}
          {price('osmosisPer1000', 'Membrane wear')}
          {price('resinPerLitre', 'Resin, a litre of it')}
        </div>
        <h2>The van</h2>
        <div className="form-grid">
          <PlainNumber
            label="Tank"
            suffix="L"
            value={van.tank}
            min={1}
            max={20_000}
            onValue={(tank) => setVan((now) => ({ ...now, tank }))}
          />
          <PlainNumber
            label="May carry of water"
            suffix="kg"
            value={van.payload}
            min={1}
            max={20_000}
            onValue={(payload) => setVan((now) => ({ ...now, payload }))}
          />
        </div>
        <p className="quiet">
          {WATER_WAYS.length} ways by C9: salts 0.65 mg/L for each µS/cm, a film of {DRYINGS[drying]} mm left to dry.
          Kit as entered under Company.
        </p>
      </section>
    </div>
  );
}
