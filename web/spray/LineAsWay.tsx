import type { SprayAsWay, SprayAsWayInput, YearOfWay } from '../../core/spray/asWay.ts';
import { counted } from '../../words/counted.ts';
import { formatMoney, formatNumber, formatQuantity, formatRange } from '../../words/format.ts';
import { useCurrency, useSay, useUnits } from '../api/hooks.ts';
import { useNewest, useWorker } from '../compute/useWorker.ts';
import { Trouble, Waiting } from '../parts/states.tsx';

/** A spray line beside the best visits and beside nothing: what each leaves in a year, what it costs, and which is the cheapest. */
export function LineAsWay({ input }: { input: SprayAsWayInput }) {
  const worker = useWorker();
  const { answer, error } = useNewest('spray', (next: SprayAsWayInput) => worker.get().sprayAsWay(next), input);
  if (error) return <Trouble error={error} />;
  if (answer === null) return <Waiting what="Running it through the year" />;
  return <Found found={answer} lasts={input.lasts} />;
}

const days = (every: number | null): string =>
  every === null ? 'never' : every === 1 ? 'every day' : `every ${every} days`;

function Found({ found, lasts }: { found: SprayAsWay; lasts: number }) {
  const say = useSay();
  const units = useUnits();
  const currency = useCurrency();
  const money = (amount: number) => formatMoney(amount, currency, units, 0);
  const { timer, everyDays, visits, line, nothing, saves, payback, worthAtMost } = found;
  const rows: [string, YearOfWay][] = [
    ['Nobody comes', nothing],
    [visits.count === 0 ? 'No visit is best' : `${counted(visits.count, 'visit')} a year`, visits],
    [saves === null ? 'Spray line, without its price' : 'Spray line', line],
  ];
  // What is not priced yet is the cheapest of nothing.
  const cheapest =
    saves === null ? null : rows.reduce((least, row) => (row[1].total < least[1].total ? row : least))[0];
  return (
    <>
      <p className="verdict" role="status">
        {saves !== null &&
          (saves > 0
            ? `The line does better than the best visits by ${money(saves)} a year, its price counted in. `
            : `The line does not pay here: it costs ${money(-saves)} a year more than the best visits. `)}
        {saves !== null &&
          (payback === null
            ? `Its price does not come back within ${formatNumber(lasts, 0, units)} years. `
            : `Its price is back after ${formatNumber(payback, 1, units)} years. `)}
        {worthAtMost > 0
          ? `It pays up to a price of ${money(worthAtMost)}.`
          : 'It does not pay at any price: the best visits cost less than running it.'}
      </p>
      <table className="table row-cards">
        <thead>
          <tr>
            <th>A year</th>
            <th className="number">Lost</th>
            <th className="number">Dirt costs</th>
            <th className="number">It costs</th>
            <th className="number">Both</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, year]) => (
            <tr key={name} className={name === cheapest ? 'chosen' : ''}>
              <td>
                {name}
                {name === cheapest && <b className="d-block">the cheapest</b>}
              </td>
              <td className="number" data-label="Lost">
                {formatQuantity(year.lost.p50, 'energy', units, 0)}
                <span className="quiet d-block">{formatRange(year.lost.p10, year.lost.p90, 'energy', units, 0)}</span>
              </td>
              <td className="number" data-label="Dirt costs">
                {money(year.lostValue)}
              </td>
              <td className="number" data-label="It costs">
                {money(year.cost)}
              </td>
              <td className="number" data-label="Both">
                {money(year.total)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <dl className="resin-figures">
        <div>
          <dt>Runs</dt>
          <dd>
            {days(timer.everyDays)}, {formatQuantity(timer.minutes, 'minutes', units, 1)}
            <span className="quiet d-block">
              {days(everyDays.most)} where most settles, {days(everyDays.least)} where least
            </span>
          </dd>
        </div>
        <div>
          <dt>What settles here</dt>
          <dd>
            {formatNumber(found.deposition.p50, 3, units)} g/m² a day
            <span className="quiet d-block">
              {formatNumber(found.deposition.p10, 3, units)} to {formatNumber(found.deposition.p90, 3, units)}
            </span>
          </dd>
        </div>
        <div>
          <dt>Water a year</dt>
          <dd>
            {formatQuantity(timer.litresAYear, 'volume', units, 0)}
            <span className="quiet d-block">
              {formatQuantity(timer.caughtAYear, 'volume', units, 0)} of it caught and used again
            </span>
          </dd>
        </div>
        <div>
          <dt>Pump a year</dt>
          <dd>{formatQuantity(timer.energyAYear, 'energy', units, 0)}</dd>
        </div>
      </dl>
      {found.warnings.map((warning) => (
        <p className={`notice ${warning.code === 'line-hot-glass' ? 'plain' : ''}`} key={warning.code}>
          {say.finding(warning)}
        </p>
      ))}
    </>
  );
}
