import type { WaterOption, WaterWay } from '../../core/water/plan.ts';
import { WATER_WORDS } from '../../words/en/labels.ts';
import { formatMoney, formatQuantity } from '../../words/format.ts';
import { useCurrency, useUnits } from '../api/hooks.ts';

interface WaterOptionsProps {
  options: readonly WaterOption[];
  chosen: WaterWay;
  /** what the ways are of, and what they cost */
  what: string;
  cost: string;
}

/** The ways to have water, side by side: what each leaves on the glass against the finish, and what it costs. */
export function WaterOptions({ options, chosen, what, cost }: WaterOptionsProps) {
  const units = useUnits();
  const currency = useCurrency();
  return (
    <table className="table row-cards">
      <thead>
        <tr>
          <th>{what}</th>
          <th className="number">On the glass</th>
          <th className="number">Salts left</th>
          <th>Finish</th>
          <th className="number">Drawn</th>
          <th className="number">Resin fill</th>
          <th className="number">{cost}</th>
        </tr>
      </thead>
      <tbody>
        {options.map((option) => (
          <tr
            key={option.way}
            className={`water-row ${option.way === chosen ? 'chosen' : ''}`}
            aria-current={option.way === chosen || undefined}
          >
            <td>{WATER_WORDS[option.way]}</td>
            <td className="number" data-label="On the glass">
              {formatQuantity(option.conductivity, 'conductivity', units)}
            </td>
            <td className="number" data-label="Salts left">
              {formatQuantity(option.residue, 'residue', units)}
            </td>
            <td className={option.meetsFinish ? 'meets' : 'miss'} data-label="Finish">
              {option.meetsFinish ? 'kept' : 'missed'}
            </td>
            <td className="number" data-label="Drawn">
              {formatQuantity(option.drawn, 'volume', units)}
            </td>
            <td className="number" data-label="Resin fill">
              {option.chargeUsed === null ? '' : formatQuantity(option.chargeUsed, 'fraction', units, 0)}
            </td>
            <td className="number" data-label={cost}>
              {formatMoney(option.cost, currency, units)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
