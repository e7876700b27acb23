import type { Evidence, Witness } from '../../core/soiling/evidence.ts';
import type { Narrowing } from '../../core/soiling/narrowing.ts';
import { formatDate, formatQuantity, formatRange } from '../../core/units/format.ts';
import { useGlass } from '../api/hooks.ts';

const WITNESS_WORDS: Record<Witness, string> = {
  eye: 'The eye',
  'test-patch': 'Test strips',
  meter: 'One reading',
  energy: 'Daily energy',
  year: 'The year before',
  weather: 'Dust and rain',
};

/** Every witness of the present loss on one axis, whether they agree, and what would narrow the range most. */
export function EvidencePart({ evidence, narrowing }: { evidence: Evidence; narrowing: readonly Narrowing[] }) {
  const glass = useGlass();
  const { testimonies, quarrels, agree } = evidence;
  const ends = testimonies.flatMap(({ loss }) => (loss ? [loss.low, loss.high] : []));
  const [least, most] = [Math.min(0, ...ends), Math.max(0.05, ...ends)];
  const low = Math.max(-0.3, Math.floor(least * 20) / 20);
  const high = Math.min(1, Math.ceil(most * 20) / 20);
  const at = (value: number) => ((Math.min(high, Math.max(low, value)) - low) / (high - low)) * 100;
  return (
    <>
      <h3>Evidence before washing</h3>
      <table className="table evidence">
        <thead>
          <tr>
            <th>Source</th>
            <th className="number">Loss</th>
            <th className="axis">
              <span>{formatQuantity(low, 'fraction', glass, 0)}</span>
              <span>{formatQuantity(high, 'fraction', glass, 0)}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {testimonies.map(({ witness, loss, note }) => (
            <tr key={witness}>
              <td>
                {WITNESS_WORDS[witness]}
                <div className="quiet">{note.replace(/\d{4}-\d{2}-\d{2}/g, (date) => formatDate(date, glass))}</div>
              </td>
              <td className="number">
                {loss ? formatQuantity(loss.mid, 'fraction', glass) : 'no number'}
                {loss && <div className="range">{formatRange(loss.low, loss.high, 'fraction', glass)}</div>}
              </td>
              <td>
                <svg viewBox="0 0 100 12" preserveAspectRatio="none" aria-hidden="true">
                  <path d={`M${at(0)} 0V12`} className="zero" />
                  {loss && (
                    <rect x={at(loss.low)} y="3" width={Math.max(0.8, at(loss.high) - at(loss.low))} height="6" />
                  )}
                  {loss && <path d={`M${at(loss.mid)} 0.5V11.5`} className="mid" />}
                </svg>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {quarrels.map((quarrel) => (
        <div className="notice" key={quarrel}>
          <strong>They disagree.</strong> {quarrel}
        </div>
      ))}
      {agree && <p className="mb-2">They agree within their ranges.</p>}
      {narrowing.length > 0 && (
        <>
          <h4>What would narrow the range most</h4>
          <ol className="narrowing">
            {narrowing.slice(0, 3).map(({ what, from, to }) => (
              <li key={what}>
                {what}: from {formatQuantity(from * 100, 'count', glass, 1)} to{' '}
                {formatQuantity(to * 100, 'count', glass, 1)} points wide
              </li>
            ))}
          </ol>
        </>
      )}
    </>
  );
}
