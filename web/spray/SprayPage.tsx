import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import type { Plan } from '../../contract/methods/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { MODULE_SIZE } from '../../core/assumptions.ts';
import type { CourseSetup } from '../../core/courses/setup.ts';
import type { PlanInput } from '../../core/methods/visit.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import { MODULE_GAP } from '../../core/sites/section.ts';
import type { SprayAsWayInput } from '../../core/spray/asWay.ts';
import { type SprayRowsInput, sprayRows } from '../../core/spray/rows.ts';
import { minorDigits } from '../../words/money.ts';
import { useAsk, useCurrency, useUnits } from '../api/hooks.ts';
import { PlainNumber } from '../parts/PlainNumber.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';
import { LineAsWay } from './LineAsWay.tsx';
import { LineDrawn } from './LineDrawn.tsx';
import { LineFlows } from './LineFlows.tsx';

/** A spray line over one face of a site: its pipes and holes, its timer, and what it is worth beside visits. */
export function SprayPage() {
  const { id = '', arrayId = '' } = useParams();
  const spread = useAsk('readSite', { params: { id } });
  const plans = useAsk('listPlans', { params: { id }, query: { limit: 1 } });
  const reckonings = useAsk('listReckonings', { params: { id: arrayId }, query: { limit: 1 } });
  const array = spread.data?.arrays.find((one) => one.id === arrayId);
  const plan = plans.data?.items[0];
  const setup = reckonings.data?.items[0]?.output.courses ?? null;
  const pending = spread.isPending || plans.isPending || reckonings.isPending;
  return (
    <>
      <div className="desk-head">
        <h1>Spray line</h1>
        <Link to={`/sites/${id}/plan`}>{spread.data?.site.name ?? 'the site'}</Link>
        <span className="quiet">{array?.name}</span>
      </div>
      {pending && <Waiting />}
      <Trouble error={spread.error ?? plans.error ?? reckonings.error} />
      {!pending && (!plan || !setup || !array) && (
        <Empty>Reckon this face and plan the site first: the line is compared with what is known of it.</Empty>
      )}
      {plan && setup && array && <Line key={arrayId} plan={plan} setup={setup} array={array} />}
    </>
  );
}

/** Holes to each module, and what is usual of the rest: metres, minor units are the company's. */
const HOLES = 2;
const USUAL = {
  hole: 0.0015,
  pipe: 0.02,
  head: 30,
  flow: 80,
  power: 750,
  riserPipe: 0.025,
  loss: 0.02,
  caught: 0,
  lasts: 10,
};

function Line({ plan, setup, array }: { plan: Plan; setup: CourseSetup; array: SolarArray }) {
  const currency = useCurrency();
  const units = useUnits();
  const minor = 10 ** minorDigits(currency);
  const input = plan.input as unknown as PlanInput;
  const size = array.orientation === 'portrait' ? MODULE_SIZE : { long: MODULE_SIZE.short, short: MODULE_SIZE.long };
  const share = moduleCount(array) / Math.max(1, plan.output.modules);
  const top = array.eaveHeight + Math.sin((array.tilt * Math.PI) / 180) * array.rows * (size.long + MODULE_GAP);
  const [line, setLine] = useState({ ...USUAL, lift: Math.round(top * 10) / 10, riser: Math.ceil(top + 4) });
  const [rows, setRows] = useState(array.rows > 3 ? 2 : 1);
  const [water, setWater] = useState({ stored: false, mains: true });
  const [money, setMoney] = useState({
    price: 400_000 + 15_000 * array.columns,
    upkeep: 40_000,
    wipes: 0,
    wipeCost: Math.round(plan.output.priced.gross * share * 0.6),
  });
  const number = (key: keyof typeof line, label: string, suffix: string, min: number, max: number, scale = 1) => (
    <PlainNumber
      label={label}
      suffix={suffix}
      value={Math.round(line[key] * scale * 1e4) / 1e4}
      min={min}
      max={max}
      onValue={(value) => setLine((now) => ({ ...now, [key]: value / scale }))}
    />
  );
  const amount = (key: 'price' | 'upkeep' | 'wipeCost', label: string) => (
    <PlainNumber
      label={label}
      suffix={currency}
      value={money[key] / minor}
      min={0}
      max={1e7}
      onValue={(value) => setMoney((now) => ({ ...now, [key]: Math.round(value * minor) }))}
    />
  );
  const holes = array.columns * HOLES;
  // A second row lies half way down the face.
  const lower = line.lift - (Math.sin((array.tilt * Math.PI) / 180) * array.rows * (size.long + MODULE_GAP)) / 2;
  const pipes: SprayRowsInput = {
    rows: [
      { orifices: holes, lift: line.lift },
      ...(rows === 2 ? [{ orifices: holes, lift: Math.max(0, lower) }] : []),
    ],
    spacing: (size.short + MODULE_GAP) / HOLES,
    orificeDiameter: line.hole,
    pipeDiameter: line.pipe,
    pump: { shutOffHead: line.head, maxFlow: line.flow },
    riser: { length: line.riser, diameter: line.riserPipe },
  };
  const found = sprayRows(pipes);
  const area = moduleCount(array) * MODULE_SIZE.long * MODULE_SIZE.short;
  const { effectiveness } = input.house;
  const asWay: SprayAsWayInput | null =
    found === null || found.balanced.totalLpm <= 0
      ? null
      : {
          setup,
          effectiveness: {
            line: effectiveness['spray-line'],
            wiped: effectiveness['spray-line-wiped'],
            visit:
              effectiveness[
                plan.output.arrays.find(({ arrayId }) => arrayId === array.id)?.method.ways[0] ?? 'fed-pole'
              ],
          },
          timer: {
            area,
            keepUnder: line.loss,
            totalLpm: found.balanced.totalLpm,
            pumpPower: line.power,
            caught: line.caught,
          },
          ...money,
          lasts: line.lasts,
          waterPer1000: input.water.prices.sourcePer1000,
          valuePerKWh: input.valuePerKWh,
          visitCost: Math.round(plan.output.priced.gross * share),
          water: { conductivity: input.water.conductivity, ...water },
        };
  const metric = units.system !== 'us';
  return (
    <div className="bench">
      <section className="bench-picture">
        {found === null ? (
          <p className="notice" role="status">
            The pump cannot lift the water so high: it gives no more than {line.head} m of head when nothing flows.
          </p>
        ) : (
          <>
            {asWay && <LineAsWay input={asWay} />}
            <LineDrawn array={array} rows={found.balanced.rows} valve={found.valve} />
            <LineFlows found={found} rows={pipes.rows} />
          </>
        )}
      </section>
      <section className="bench-figures" aria-label="The line">
        <h2>Pipes and holes</h2>
        <div className="form-grid">
          <div>
            <Form.Label htmlFor="line-rows">Pipes across the face</Form.Label>
            <Form.Select id="line-rows" value={rows} onChange={(event) => setRows(Number(event.target.value))}>
              <option value={1}>one, along the top</option>
              <option value={2}>two, a second half way down</option>
            </Form.Select>
          </div>
          {number('hole', 'Hole', 'mm', 0.3, 10, 1000)}
          {number('pipe', 'Pipe inside', 'mm', 4, 200, 1000)}
          {number('lift', 'Water up to the top pipe', 'm', 0, 200)}
          {number('riser', 'Riser', 'm', 0, 300)}
          {number('riserPipe', 'Riser inside', 'mm', 4, 200, 1000)}
          {number('head', 'Pump or mains, nothing flowing', 'm', 0.5, 300)}
          {number('flow', 'Pump or mains, free flow', 'L/min', 1, 5000)}
          {number('power', 'Pump draws', 'W', 0, 50_000)}
        </div>
        {!metric && <p className="quiet">Pipes are asked in metric here: the fittings are sold so.</p>}
        <h2>Timer and water</h2>
        <div className="form-grid">
          {number('loss', 'Keep the loss of film under', '%', 0.1, 50, 100)}
          {number('caught', 'Water caught and used again', '%', 0, 100, 100)}
        </div>
        <Form.Check
          id="line-stored"
          type="checkbox"
          label="The water stands in a tank that gets warm"
          checked={water.stored}
          onChange={(event) => setWater((now) => ({ ...now, stored: event.target.checked }))}
        />
        <Form.Check
          id="line-mains"
          type="checkbox"
          label="It comes from the mains"
          checked={water.mains}
          onChange={(event) => setWater((now) => ({ ...now, mains: event.target.checked }))}
        />
        <h2>Money</h2>
        <div className="form-grid">
          {amount('price', 'The line, put up')}
          {amount('upkeep', 'Upkeep, a year')}
          {number('lasts', 'Lasts', 'years', 1, 40)}
          <PlainNumber
            label="Wiped along while it runs"
            suffix="times a year"
            value={money.wipes}
            min={0}
            max={52}
            onValue={(value) => setMoney((now) => ({ ...now, wipes: Math.round(value) }))}
          />
          {amount('wipeCost', 'Wiping, each time')}
        </div>
        <p className="quiet">
          Holes, pump and prices to begin with are house assumptions; what settles here and what a visit costs are this
          site’s own.
        </p>
      </section>
    </div>
  );
}
