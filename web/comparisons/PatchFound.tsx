import type { TestPatch } from '../../core/comparisons/testPatch.ts';
import { WAY_WORDS } from '../../words/en/labels.ts';
import { formatNumber, formatQuantity, formatRange } from '../../words/format.ts';
import { useSay, useUnits } from '../api/hooks.ts';

/** What a test patch found: the loss, what rain would leave, and what each way took off, with their ranges. */
export function PatchFound({ found }: { found: TestPatch }) {
  const say = useSay();
  const units = useUnits();
  const share = (value: number) => formatQuantity(value, 'fraction', units, 0);
  const { loss, atMost, bonded, removed, minutesPerModule, missing, strips } = found;
  const warnings = strips.flatMap((strip) => strip.warnings);
  const told = [...new Set([...missing, ...warnings].map((one) => say.finding(one)))];
  return (
    <div className="patch-found" role="status">
      <dl>
        <div>
          <dt>Loss to the dirt</dt>
          <dd>
            {loss ? formatQuantity(loss.mid, 'fraction', units) : 'no number'}
            <span className="range">
              {loss
                ? formatRange(loss.low, loss.high, 'fraction', units)
                : atMost !== null && `at most ${formatQuantity(atMost, 'fraction', units)}`}
            </span>
          </dd>
        </div>
        <div>
          <dt>Rain would leave, of the film</dt>
          <dd>
            {bonded ? share(bonded.mid) : 'no number'}
            <span className="range">{bonded && `${share(bonded.low)} to ${share(bonded.high)}`}</span>
          </dd>
        </div>
      </dl>
      <table className="table">
        <thead>
          <tr>
            <th>Strip</th>
            <th className="number">Gain</th>
            <th>Took off, of the film</th>
            <th className="number">A module</th>
          </tr>
        </thead>
        <tbody>
          {strips.map(({ way, gain, expandedUncertainty }) => {
            const took = removed.find((one) => one.way === way)?.share;
            const pace = minutesPerModule.find((one) => one.way === way)?.minutes;
            return (
              <tr key={way}>
                <td>{WAY_WORDS[way]}</td>
                <td className="number">
                  {formatQuantity(gain, 'fraction', units)}
                  <div className="range">± {formatQuantity(expandedUncertainty, 'fraction', units)}</div>
                </td>
                <td>
                  {took ? (
                    <>
                      <svg className="took" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
                        <rect width="100" height="10" className="left" />
                        <rect width={took.mid * 100} height="10" className="off" />
                        <path d={`M${took.low * 100} 5H${took.high * 100}`} className="whisker" />
                      </svg>
                      {took.low === 1 ? 'taken for clean' : share(took.mid)}{' '}
                      {took.low < 1 && <span className="range">{`${share(took.low)} to ${share(took.high)}`}</span>}
                    </>
                  ) : (
                    'no number'
                  )}
                </td>
                <td className="number">{pace === undefined ? 'not timed' : `${formatNumber(pace, 1, units)} min`}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {told.map((text) => (
        <div className="notice" key={text}>
          {text}
        </div>
      ))}
      <p className="quiet mb-1">The cleanest strip is taken for clean: what was really lost is at least this.</p>
    </div>
  );
}
