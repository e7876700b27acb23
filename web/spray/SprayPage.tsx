import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import type { Plan } from '../../contract/methods/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { USUAL_LINE } from '../../core/assumptions.ts';
import type { CourseSetup } from '../../core/courses/setup.ts';
import { visitCostOf } from '../../core/planning/fittings.ts';
import type { PlanInput } from '../../core/planning/visit.ts';
import { moduleCount } from '../../core/sites/layout.ts';
import type { SprayAsWayInput } from '../../core/spray/asWay.ts';
import { lineOver, pipesOver } from '../../core/spray/overFace.ts';
import { type SprayRowsInput, sprayRows } from '../../core/spray/rows.ts';
import { useEndpointQuery, useUnits } from '../api/hooks.ts';
import { PlainMoney } from '../parts/PlainMoney.tsx';
import { PlainNumber } from '../parts/PlainNumber.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';
import { LineAsWay } from './LineAsWay.tsx';
import { LineDrawn } from './LineDrawn.tsx';
import { LineFlows } from './LineFlows.tsx';

/** What of a line is typed as a number. */
type LineNumber =
  | Exclude<keyof typeof USUAL_LINE, 'holes' | 'riserBeside' | 'secondFrom'>
  | 'lift'
  | 'riser'
  | 'caught';

/** A spray line over one face of a site: its pipes and holes, its timer, and what it is worth beside visits. */
export function SprayPage() {
  const { id = '', arrayId = '' } = useParams();
  const spread = useEndpointQuery('readSite', { params: { id } });
  const plans = useEndpointQuery('listPlans', { params: { id }, query: { limit: 1 } });
  const reckonings = useEndpointQuery('listReckonings', { params: { id: arrayId }, query: { limit: 1 } });
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

function Line({ plan, setup, array }: { plan: Plan; setup: CourseSetup; array: SolarArray }) {
  const units = useUnits();
  const input = plan.input as unknown as PlanInput;
  const laid = lineOver(array);
  const visitCost = visitCostOf(plan.output.priced.gross, moduleCount(array), plan.output.modules);
  const [line, setLine] = useState<Record<LineNumber, number>>({
    ...USUAL_LINE,
    lift: Math.round(laid.lift * 10) / 10,
    riser: laid.riser,
    caught: 0,
  });
  const [pipes, setPipes] = useState<1 | 2>(laid.pipes);
  const [water, setWater] = useState({ stored: false, mains: true });
  const [money, setMoney] = useState<{ price: number | null; upkeep: number; wipes: number; wipeCost: number }>({
    price: null,
    upkeep: 0,
    wipes: 0,
    // Who wipes along comes out for it.
    wipeCost: visitCost,
  });
  const number = (key: LineNumber, label: string, suffix: string, min: number, max: number, scale = 1) => (
    <PlainNumber
      label={label}
      suffix={suffix}
      value={Math.round(line[key] * scale * 1e4) / 1e4}
      min={min}
      max={max}
      onValue={(value) => setLine((now) => ({ ...now, [key]: value / scale }))}
    />
  );
  const rows: SprayRowsInput = {
    rows: pipesOver(array, pipes, line.lift),
    spacing: laid.spacing,
    orificeDiameter: line.orificeDiameter,
    pipeDiameter: line.pipeDiameter,
    pump: { shutOffHead: line.shutOffHead, maxFlow: line.maxFlow },
    riser: { length: line.riser, diameter: line.riserDiameter },
  };
  const found = sprayRows(rows);
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
            area: laid.area,
            keepUnder: line.keepUnder,
            totalLpm: found.balanced.totalLpm,
            pumpPower: line.pumpPower,
            caught: line.caught,
          },
          ...money,
          lasts: line.lasts,
          waterPer1000: input.water.prices.sourcePer1000,
          valuePerKWh: input.valuePerKWh,
          visitCost,
          water: { conductivity: input.water.conductivity, ...water },
        };
  const metric = units.system !== 'us';
  return (
    <div className="bench">
      <section className="bench-picture">
        {found === null ? (
          <p className="notice" role="status">
            The pump cannot lift the water so high: it gives no more than {line.shutOffHead} m of head when nothing
            flows.
          </p>
        ) : (
          <>
            {asWay && <LineAsWay input={asWay} />}
            <LineDrawn array={array} rows={found.balanced.rows} valve={found.valve} />
            <LineFlows found={found} rows={rows.rows} />
          </>
        )}
      </section>
      <section className="bench-figures" aria-label="The line">
        <h2>Pipes and holes</h2>
        <div className="form-grid">
          <div>
            <Form.Label htmlFor="line-rows">Pipes across the face</Form.Label>
            <Form.Select
              id="line-rows"
              value={pipes}
              onChange={(event) => setPipes(event.target.value === '2' ? 2 : 1)}
            >
              <option value={1}>one, along the top</option>
              <option value={2}>two, a second half way down</option>
            </Form.Select>
          </div>
          {number('orificeDiameter', 'Hole', 'mm', 0.3, 10, 1000)}
          {number('pipeDiameter', 'Pipe inside', 'mm', 4, 200, 1000)}
          {number('lift', 'Water up to the top pipe', 'm', 0, 200)}
          {number('riser', 'Riser', 'm', 0, 300)}
          {number('riserDiameter', 'Riser inside', 'mm', 4, 200, 1000)}
          {number('shutOffHead', 'Pump or mains, nothing flowing', 'm', 0.5, 300)}
          {number('maxFlow', 'Pump or mains, free flow', 'L/min', 1, 5000)}
          {number('pumpPower', 'Pump draws', 'W', 0, 50_000)}
        </div>
        {!metric && <p className="quiet">Pipes are asked in metric here: the fittings are sold so.</p>}
        <h2>Timer and water</h2>
        <div className="form-grid">
          {number('keepUnder', 'Keep the loss of film under', '%', 0.1, 50, 100)}
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
          <PlainMoney
            label="The line, put up"
            amount={money.price}
            onAmount={(price) => setMoney((now) => ({ ...now, price }))}
            onEmpty={() => setMoney((now) => ({ ...now, price: null }))}
          />
          <PlainMoney
            label="Upkeep, a year"
            amount={money.upkeep}
            onAmount={(upkeep) => setMoney((now) => ({ ...now, upkeep }))}
          />
          {number('lasts', 'Lasts', 'years', 1, 40)}
          <PlainNumber
            label="Wiped along while it runs"
            suffix="times a year"
            value={money.wipes}
            min={0}
            max={52}
            onValue={(value) => setMoney((now) => ({ ...now, wipes: Math.round(value) }))}
          />
          <PlainMoney
            label="Wiping, each time"
            amount={money.wipeCost}
            onAmount={(wipeCost) => setMoney((now) => ({ ...now, wipeCost }))}
          />
        </div>
        <p className="quiet">
          Holes and pump to begin with are house assumptions; what settles here and what a visit costs are this site’s
          own.
        </p>
      </section>
    </div>
  );
}
