import type { TaxPart } from '../../core/quotes/lines.ts';
import { useSay } from '../api/hooks.ts';

/** The tax of a price, a row for each rate. @param empty whether a cell for moves stands at the end of each row */
export function TaxRows({ taxes, empty = false }: { taxes: readonly TaxPart[]; empty?: boolean }) {
  const say = useSay();
  return taxes.map(({ rate, net, tax }) => (
    <tr key={rate}>
      <td>Tax, {say.quantity(rate, 'fraction')}</td>
      <td className="number">{taxes.length > 1 && `on ${say.price(net)}`}</td>
      <td className="number">{say.price(tax)}</td>
      {empty && <td />}
    </tr>
  ));
}
