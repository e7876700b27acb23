import type { RowsRunning, SprayRow, SprayRows } from '../../core/spray/rows.ts';
import { formatNumber, formatQuantity } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';

/** Evenness under which the far end gets plainly less. */
const EVEN = 0.9;

/** Pressure along each pipe and what comes out of it, with the valve open and balanced. */
export function LineFlows({ found, rows }: { found: SprayRows; rows: readonly SprayRow[] }) {
  const units = useUnits();
  const share = (value: number) => formatQuantity(value, 'fraction', units, 0);
  const head = (value: number | undefined) => formatQuantity(value ?? 0, 'length', units, 1);
  const running = (name: string, { rows: flows, uniformity }: RowsRunning) =>
    flows.map(({ holes, totalLpm }, at) => (
      <tr key={`${name} ${rows[at]?.lift}`}>
        <td>
          {flows.length > 1 ? `${at === 0 ? 'Upper' : 'Lower'} pipe, ${name}` : 'The pipe'}
          <span className="quiet d-block">{head(rows[at]?.lift)} up</span>
        </td>
        <td className="number" data-label="First hole">
          {head(holes[0]?.head)}
        </td>
        <td className="number" data-label="Last hole">
          {head(holes.at(-1)?.head)}
        </td>
        <td className="number" data-label="Water">
          {formatNumber(totalLpm, 1, units)} L/min
        </td>
        <td className="number" data-label="Evenness">
          {at === 0 ? share(uniformity) : ''}
        </td>
      </tr>
    ));
  const { valve, open, balanced } = found;
  return (
    <>
      <table className="table row-cards">
        <thead>
          <tr>
            <th>Pressure along it, metres of water</th>
            <th className="number">First hole</th>
            <th className="number">Last hole</th>
            <th className="number">Water</th>
            <th className="number">Evenness</th>
          </tr>
        </thead>
        <tbody>
          {valve && running('valve open', open)}
          {running('balanced', balanced)}
        </tbody>
      </table>
      {valve && (
        <p>
          The {valve.row === 0 ? 'upper' : 'lower'} pipe’s valve is closed until {head(valve.head)} of water stand less
          behind it: then both give the same.
        </p>
      )}
      {balanced.uniformity < EVEN && (
        <p className="notice">
          The last hole gets {share(balanced.uniformity)} of what the first gets. A wider pipe, smaller holes or feeding
          it from its middle evens it out.
        </p>
      )}
      <p className="quiet">Darcy and Weisbach along the pipe, Swamee and Jain for its wall; no fittings are counted.</p>
    </>
  );
}
