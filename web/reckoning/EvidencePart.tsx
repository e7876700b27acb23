import { Fragment, useState } from 'react';
import type { Reckoning, ReckoningOverrides } from '../../contract/reckoning/endpoints.ts';
import { QUARREL } from '../../core/assimilation/evidence.ts';
import type { AppraisedEvidence } from '../../core/assimilation/known.ts';
import type { Estimate } from '../../core/inspections/soil.ts';
import { EVIDENCE_WORDS, UNHEARD_WORDS } from '../../words/en/evidence.ts';
import { formatDate, formatQuantity, formatRange } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import { EvidenceOpened } from './EvidenceOpened.tsx';

interface PartProps {
  reckoning: Reckoning;
  /** leaves evidence out, or hears it again; undefined for whoever may not */
  onOverrule: ((overrides: ReckoningOverrides) => void) | undefined;
  busy: boolean;
}

/** The house's expectation, each piece of evidence with its weight and its surprise, and what all of them together say, on one axis. */
export function EvidencePart({ reckoning, onOverrule, busy }: PartProps) {
  const units = useUnits();
  const [open, setOpen] = useState<string | null>(null);
  const { known, lossNow } = reckoning.output;
  const ends = [known.expected.p90, lossNow.high, ...known.evidence.flatMap(({ says }) => (says ? [says.high] : []))];
  const least = Math.min(0, known.expected.p10, ...known.evidence.flatMap(({ says }) => (says ? [says.low] : [])));
  const axis = {
    low: Math.max(-0.3, Math.floor(least * 20) / 20),
    high: Math.min(1, Math.ceil(Math.max(0.05, ...ends) * 20) / 20),
  };
  const expected = { low: known.expected.p10, mid: known.expected.p50, high: known.expected.p90 };
  return (
    <>
      <h3>What speaks for it</h3>
      <table className="table evidence">
        <thead>
          <tr>
            <th>Source</th>
            <th className="number">Loss</th>
            <th className="number">Counts for</th>
            <th className="axis">
              <span>{formatQuantity(axis.low, 'fraction', units, 0)}</span>
              <span>{formatQuantity(axis.high, 'fraction', units, 0)}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>
              The house’s expectation
              <div className="quiet">dust, rain, dew and washes, before anybody has spoken</div>
            </td>
            <Loss loss={expected} />
            <td />
            <Bar loss={expected} axis={axis} />
          </tr>
          {known.evidence.map((item) => (
            <Fragment key={item.key}>
              <tr className={item.unheard ? 'unheard' : ''}>
                <td>
                  <button
                    type="button"
                    className="evidence-item"
                    aria-expanded={open === item.key}
                    onClick={() => setOpen(open === item.key ? null : item.key)}
                  >
                    {EVIDENCE_WORDS[item.kind]}{' '}
                    <span className="quiet">{when(item, (date) => formatDate(date, units))}</span>
                  </button>
                  {Math.abs(item.surprise ?? 0) > QUARREL && <span className="quarrel">at odds with the others</span>}
                </td>
                <Loss loss={item.says} />
                <td className="number" data-label={item.unheard ? undefined : 'counts for '}>
                  {item.unheard ? UNHEARD_WORDS[item.unheard] : formatQuantity(item.weight ?? 0, 'fraction', units, 0)}
                </td>
                <Bar loss={item.says} axis={axis} />
              </tr>
              {open === item.key && (
                <tr>
                  <td colSpan={4}>
                    <EvidenceOpened reckoning={reckoning} item={item} onOverrule={onOverrule} busy={busy} />
                  </td>
                </tr>
              )}
            </Fragment>
          ))}
          <tr className="together">
            <td>All together</td>
            <Loss loss={lossNow} />
            <td />
            <Bar loss={lossNow} axis={axis} />
          </tr>
        </tbody>
      </table>
      <p className="quiet">
        Counts for: the share of the doubt that would be left without it, which it takes away. Press a source to see
        what it counted and what the answer would be without it.
      </p>
    </>
  );
}

const when = ({ from, until }: AppraisedEvidence, format: (date: string) => string): string =>
  from === until ? format(until) : `${format(from)} to ${format(until)}`;

function Loss({ loss }: { loss: Estimate | null }) {
  const units = useUnits();
  return (
    <td className="number">
      {loss ? formatQuantity(loss.mid, 'fraction', units) : 'not heard'}
      {loss && <div className="range">{formatRange(loss.low, loss.high, 'fraction', units)}</div>}
    </td>
  );
}

function Bar({ loss, axis }: { loss: Estimate | null; axis: { low: number; high: number } }) {
  const at = (value: number) =>
    ((Math.min(axis.high, Math.max(axis.low, value)) - axis.low) / (axis.high - axis.low)) * 100;
  return (
    <td>
      <svg viewBox="0 0 100 12" preserveAspectRatio="none" aria-hidden="true">
        <path d={`M${at(0)} 0V12`} className="zero" />
        {loss && <rect x={at(loss.low)} y="3" width={Math.max(0.8, at(loss.high) - at(loss.low))} height="6" />}
        {loss && <path d={`M${at(loss.mid)} 0.5V11.5`} className="mid" />}
      </svg>
    </td>
  );
}
