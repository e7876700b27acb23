import { Button } from 'react-bootstrap';
import type { MarkedReckoning } from '../../core/reckoning/reckoning.ts';
import { formatMoney, formatNumber, formatQuantity, formatRange } from '../../words/format.ts';
import { useCurrency, useSay, useUnits } from '../api/hooks.ts';
import { useWorker } from '../compute/useWorker.ts';
import { saveText } from '../parts/saveText.ts';

interface StringsPartProps {
  marked: MarkedReckoning;
  /** minor units that the whole array earns on a mean day with clean glass; null for whoever reads no price */
  valueADay: number | null;
}

/** What the marked patches cost, string by string: the light beside the power, and which module holds each one back. */
export function StringsPart({ marked, valueADay }: StringsPartProps) {
  const say = useSay();
  const units = useUnits();
  const currency = useCurrency();
  const worker = useWorker();
  const { inverters = [] } = marked;
  const total = marked.strings.reduce((sum, { modules }) => sum + modules, 0);
  const share = (value: number) => formatQuantity(value, 'fraction', units);
  const save = async (at: number) => {
    const { strings } = await worker.get().marked(marked.wiring, marked.marks);
    saveText('string.json', JSON.stringify(strings[at]?.input));
  };
  return (
    <>
      <h3>Marked patches, by string</h3>
      <table className="table strings-table">
        <thead>
          <tr>
            <th>String</th>
            <th className="number part">Modules</th>
            <th className="number">Shaded area</th>
            <th className="number">Power lost</th>
            {valueADay !== null && <th className="number part">A day</th>}
            <th>Held back by</th>
            <th className="part">
              <span className="visually-hidden">Case</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {marked.strings.map(({ name, modules, inverter, areaLoss, powerLoss, worst }, at) => (
            <tr key={say.finding(name)}>
              <td>
                <span className="text-nowrap">{say.finding(name)}</span>
                {inverter && <div className="range">{inverter}</div>}
              </td>
              <td className="number part">{formatNumber(modules, 0, units)}</td>
              <td className="number">{formatQuantity(areaLoss, 'fraction', units, 2)}</td>
              <td className="number">
                {share(powerLoss.mid)}
                <div className="range">{formatRange(powerLoss.low, powerLoss.high, 'fraction', units)}</div>
              </td>
              {valueADay !== null && (
                <td className="number part">
                  {formatMoney((valueADay * powerLoss.mid * modules) / total, currency, units)}
                </td>
              )}
              <td>
                {worst === null ? 'nothing marked' : `module ${worst.module + 1}: alone gives ${share(worst.gives)}`}
              </td>
              <td className="part">
                {worst !== null && (
                  <Button
                    variant="quiet"
                    onClick={() => void save(at)}
                    aria-label={`Save the case of ${say.finding(name)} for ./pail compute string`}
                  >
                    case
                  </Button>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {inverters.length > 0 && (
        <p>
          <strong>By inverter:</strong>{' '}
          {inverters
            .map(
              ({ name, modules, powerLoss }) =>
                `${name}, ${formatNumber(modules, 0, units)} modules, ${share(powerLoss.mid)} (${formatRange(powerLoss.low, powerLoss.high, 'fraction', units)})`,
            )
            .join('; ')}
          .
        </p>
      )}
      <p className="quiet">
        {marked.assumedStrings
          ? 'Nobody has said how this array is wired: strings of the usual length, row by row, are taken (house assumption). '
          : ''}
        {electronicsWords(marked.wiring)}
        The film is not in these figures; it is in the loss above.
      </p>
    </>
  );
}

/** What the electronics mean for the weakest module. */
function electronicsWords({ electronics, strings }: MarkedReckoning['wiring']): string {
  const kinds = new Set(strings.map((string) => string.electronics ?? electronics));
  const [ownAll, ownSome] = [kinds.size === 0 ? electronics === 'module' : !kinds.has('string'), kinds.has('module')];
  if (ownAll) return 'Each module has electronics of its own, so none holds another back. ';
  return ownSome
    ? 'In a string the weakest module holds the others back, but for strings with electronics at each module. '
    : 'In a string the weakest module holds the others back. ';
}
