import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { Reckoning, ReckoningOverrides } from '../../contract/reckoning/endpoints.ts';
import type { AppraisedEvidence } from '../../core/assimilation/known.ts';
import type { ReckonInput } from '../../core/reckoning/reckoning.ts';
import type { Units } from '../../core/units/quantities.ts';
import { countedEvidence } from '../../words/evidence.ts';
import { formatDate, formatNumber, formatQuantity, formatRange } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import { useNewest, useWorker } from '../compute/useWorker.ts';
import { AskReason } from '../parts/AskReason.tsx';
import { Trouble, Waiting } from '../parts/states.tsx';

interface OpenedProps {
  reckoning: Reckoning;
  item: AppraisedEvidence;
  onOverrule: ((overrides: ReckoningOverrides) => void) | undefined;
  busy: boolean;
}

/** One piece of evidence: what it counted, what the answer would be without it, and the way to leave it out. */
export function EvidenceOpened({ reckoning, item, onOverrule, busy }: OpenedProps) {
  const units = useUnits();
  const { input, overrides } = reckoning;
  const leftOut = overrides.leftOut ?? [];
  const out = leftOut.find(({ key }) => key === item.key);
  const [asking, setAsking] = useState(false);
  return (
    <div className="evidence-opened">
      {input && <p>{countedEvidence(item, input, units)}</p>}
      {item.surprise !== null && (
        <p className="quiet">
          It lies {formatNumber(Math.abs(item.surprise), 1, units)} times what both may be out from what all the others
          let expect.
        </p>
      )}
      {input && item.unheard === null && <Without input={input} item={item} units={units} />}
      {out && (
        <p>
          Left out: {out.reason}{' '}
          {onOverrule && (
            <Button
              variant="quiet"
              disabled={busy}
              onClick={() => onOverrule({ ...overrides, leftOut: leftOut.filter((one) => one !== out) })}
            >
              hear it again
            </Button>
          )}
        </p>
      )}
      {onOverrule && !out && item.unheard === null && (
        <Button variant="outline-primary" disabled={busy} onClick={() => setAsking(true)}>
          Leave it out
        </Button>
      )}
      {asking && onOverrule && (
        <AskReason
          title="Leave this source out"
          label="Reason (kept, and shown where the source stood)"
          action="Leave it out and reckon again"
          onClose={() => setAsking(false)}
          onReason={(reason) => {
            setAsking(false);
            onOverrule({ ...overrides, leftOut: [...leftOut, { key: item.key, reason }] });
          }}
        />
      )}
      <p className="quiet mb-0">{item.unheard === null && `Heard as of ${formatDate(item.until, units)}.`}</p>
    </div>
  );
}

/** The answer without one piece of evidence, worked out on this device. */
function Without({ input, item, units }: { input: ReckonInput; item: AppraisedEvidence; units: Units }) {
  const worker = useWorker();
  const { answer: loss, error } = useNewest(
    'without',
    (asked: { input: ReckonInput; key: string }) => worker.get().without(asked.input, asked.key),
    { input, key: item.key },
  );
  if (error) return <Trouble error={error} />;
  if (loss === null) return <Waiting what="Reckoning without it" />;
  return (
    <p>
      Without it: <strong>{formatQuantity(loss.mid, 'fraction', units)}</strong>{' '}
      <span className="quiet">({formatRange(loss.low, loss.high, 'fraction', units)})</span>
    </p>
  );
}
