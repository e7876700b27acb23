import { useState } from 'react';
import type { Plan } from '../../contract/methods/endpoints.ts';
import type { Estimate } from '../../core/inspections/soil.ts';
import {
  holdsFloor,
  leastOften,
  lookPrice,
  type OftenAsked,
  type OftenBeside,
} from '../../core/planning/oftenBeside.ts';
import type { PlanInput } from '../../core/planning/visit.ts';
import { counted } from '../../words/counted.ts';
import { OFTEN_WORDS } from '../../words/en/ways.ts';
import { useSay } from '../api/hooks.ts';
import { useNewest, useWorker } from '../compute/useWorker.ts';
import { PlainMoney } from '../parts/PlainMoney.tsx';
import { PlainNumber } from '../parts/PlainNumber.tsx';
import { Trouble, Waiting } from '../parts/states.tsx';

/** How often beside other ways of deciding it, worked out on this device over the courses of the plan. */
export function OftenBesidePart({ plan }: { plan: Plan }) {
  const worker = useWorker();
  const input = plan.input as unknown as PlanInput;
  const [wish, setWish] = useState(2);
  const [lookCost, setLookCost] = useState(() => lookPrice(input));
  const asked: OftenAsked = { plan: input, output: plan.output, wish, lookCost };
  const { answer, error } = useNewest('often beside', (ask: OftenAsked) => worker.get().oftenBeside(ask), asked);
  return (
    <>
      <div className="form-grid my-2">
        <PlainNumber
          label="They want it washed"
          suffix="times a year"
          value={wish}
          min={1}
          max={12}
          onValue={(value) => setWish(Math.round(value))}
        />
        <PlainMoney label="One look alone costs" amount={lookCost} onAmount={setLookCost} />
      </div>
      <Trouble error={error} />
      {answer === null ? (
        <Waiting what="Comparing" />
      ) : (
        <>
          <OftenTable beside={answer} />
          <p className="quiet">
            Under each sum stands what it comes to from one year’s weather to another, four years in five. Looking
            first: four looks a year, and a wash where a look finds {Math.round(answer.washAt * 100)} % lost or more.{' '}
            {answer.floorYears === null
              ? 'Nothing that grows settles here.'
              : `Against growth it is washed once in ${counted(answer.floorYears, 'year')} at least, whatever the energy says.`}
          </p>
        </>
      )}
    </>
  );
}

function OftenTable({ beside }: { beside: OftenBeside }) {
  const say = useSay();
  const { rows, floorYears, growth } = beside;
  const [least, holding] = [Math.min(...rows.map(({ total }) => total)), leastOften(beside)];
  const grows = new Map(growth.map(({ key, cover }) => [key, cover]));
  return (
    <table className="table row-cards often-beside">
      <thead>
        <tr>
          <th>Decided by</th>
          <th className="number">Washes a year</th>
          <th className="number">Dirt, a year</th>
          <th className="number">Washes and looks</th>
          <th className="number">Together</th>
        </tr>
      </thead>
      <tbody>
        {[...rows]
          .sort((one, other) => one.total - other.total)
          .map((row) => (
            <tr key={row.key}>
              <td>
                {OFTEN_WORDS[row.key]}
                {row.total === least && <strong> (least)</strong>}
                {row === holding && row.total > least && <strong> (least that keeps growth off)</strong>}
                <Grows cover={grows.get(row.key)} holds={holdsFloor(row, floorYears)} />
              </td>
              <td className="number" data-label="Washes a year">
                {say.number(row.visits, Number.isInteger(row.visits) ? 0 : 2)}
              </td>
              <td className="number" data-label="Dirt">
                {say.money(row.lostValue)}
              </td>
              <td className="number" data-label="Washes and looks">
                {say.money(row.cost)}
              </td>
              <td className="number" data-label="Together">
                {say.money(row.total)}
                <span className="quiet d-block">{say.moneyRange(row.spread.p10, row.spread.p90)}</span>
              </td>
            </tr>
          ))}
      </tbody>
    </table>
  );
}

/** What ten years of a way let grow on the glass, and whether that is too seldom against growth. */
function Grows({ cover, holds }: { cover: Estimate | undefined; holds: boolean }) {
  const say = useSay();
  const [low, high] = [cover?.low ?? 0, cover?.high ?? 0].map((share) => say.quantity(share, 'fraction'));
  const share = low === high ? low : `${low} to ${high}`;
  const grown = cover && `${cover.high < SHOWS ? 'nothing' : `${share} of the glass`} grown over after ten years`;
  const words = [!holds && 'too seldom against growth', grown].filter(Boolean);
  return words.length > 0 && <span className="quiet d-block">{words.join(': ')}</span>;
}

/** Share of the glass from which on growth is a number at all. */
const SHOWS = 0.0005;
