import { useState } from 'react';
import { Link } from 'react-router';
import type { PlanInput } from '../../core/planning/visit.ts';
import type { WayCompared, WaysCompared } from '../../core/planning/ways.ts';
import { ACCESS_WORDS } from '../../words/en/labels.ts';
import { METHOD_WORDS, RISK_WORDS } from '../../words/en/ways.ts';
import { formatMoney, formatQuantity, formatRange } from '../../words/format.ts';
import { useCurrency, useSay, useUnits } from '../api/hooks.ts';
import { useNewest, useWorker } from '../compute/useWorker.ts';
import { AskReason } from '../parts/AskReason.tsx';
import { Trouble, Waiting } from '../parts/states.tsx';

export interface WaysProps {
  input: PlanInput;
  arrayId: string;
  /** takes another way, from where it is priced, with the reason; left out for those who may only read */
  onChoose: ((way: WayCompared, reason: string) => void) | undefined;
  busy: boolean;
}

/** All ways of cleaning a face beside each other, worked out on this device. */
export default function Ways({ input, arrayId, onChoose, busy }: WaysProps) {
  const worker = useWorker();
  const { answer, error } = useNewest(
    'ways',
    (asked: { input: PlanInput; arrayId: string }) => worker.get().ways(asked.input, asked.arrayId),
    { input, arrayId },
  );
  if (error) return <Trouble error={error} />;
  if (answer === null) return <Waiting what="Comparing all ways" />;
  return <WaysTable compared={answer} onChoose={onChoose} busy={busy} />;
}

/** The ways that keep the finish by the money they leave, then the others, those that cannot be used here last, with why not. */
export function WaysTable({
  compared,
  onChoose,
  busy,
}: Pick<WaysProps, 'onChoose' | 'busy'> & { compared: WaysCompared }) {
  const say = useSay();
  const [asking, setAsking] = useState<WayCompared | null>(null);
  return (
    <>
      {compared.findings.map((finding) => (
        <p className="notice plain" key={finding.code}>
          {say.finding(finding)}
        </p>
      ))}
      <div className="wide-table">
        <table className="table row-cards">
          <thead>
            <tr>
              <th>Way, used alone</th>
              <th className="number">At the modules</th>
              <th className="number">
                Loss left,
                <br />
                brought back
              </th>
              <th className="number">
                A visit costs,
                <br />
                worth less cost
              </th>
              {onChoose && (
                <th>
                  <span className="visually-hidden">Choose</span>
                </th>
              )}
            </tr>
          </thead>
          <tbody>
            {compared.ways.map((one) => (
              <Way
                key={one.way}
                way={one}
                chosen={one.way === compared.chosen}
                best={one.way === compared.best}
                onChoose={onChoose && (() => setAsking(one))}
                busy={busy}
              />
            ))}
          </tbody>
        </table>
      </div>
      <p className="quiet">
        By the <Link to="/rules">rules of the ways</Link>: house assumptions until you change them or your own figures
        stand in their place. Brought back: by one wash of this face today, until it has soiled again; worth less cost
        is what all faces bring back, less what the visit asks with tax. A way that wants hands or weight at the glass
        is priced from a lift.
      </p>
      {asking && (
        <AskReason
          title={`Clean by: ${METHOD_WORDS[asking.way]}`}
          label="Reason (kept, and shown where the recommendation stood)"
          action="Choose it and plan again"
          onClose={() => setAsking(null)}
          onReason={(reason) => {
            onChoose?.(asking, reason);
            setAsking(null);
          }}
        />
      )}
    </>
  );
}

interface WayProps {
  way: WayCompared;
  chosen: boolean;
  best: boolean;
  onChoose: (() => void) | undefined;
  busy: boolean;
}

function Way({ way, chosen, best, onChoose, busy }: WayProps) {
  const say = useSay();
  const units = useUnits();
  const currency = useCurrency();
  const possible = way.refusals.length === 0;
  const { left, brings } = way;
  return (
    <>
      <tr
        className={`${chosen ? 'chosen' : ''} ${possible ? 'has-more' : ''}`}
        aria-current={chosen ? 'true' : undefined}
      >
        <td>
          <span className={possible ? 'fw-bold' : 'quiet'}>{METHOD_WORDS[way.way]}</span>
          {chosen && <span className="quiet text-nowrap"> chosen</span>}
          {best && <span className="quiet text-nowrap"> best worth</span>}
          <span className="quiet d-block">
            {possible ? ACCESS_WORDS[way.access] : way.refusals.map((refusal) => say.finding(refusal)).join(' ')}
            {possible && !way.keepsFinish && (
              <> · takes off {formatQuantity(way.takesOff, 'fraction', units, 0)} of the loss now, under the finish</>
            )}
          </span>
        </td>
        <td className="number" data-label="At the modules">
          {formatQuantity(way.minutes, 'minutes', units, 0)}
          <span className="quiet d-block">{formatQuantity(way.litres, 'volume', units, 0)}</span>
        </td>
        <td className="number" data-label="Loss left, brought back">
          {formatRange(left.p10, left.p90, 'fraction', units)}
          <span className="quiet d-block">{formatRange(brings.p10, brings.p90, 'energy', units, 0)}</span>
        </td>
        <td className="number" data-label="A visit costs, worth less cost">
          {formatMoney(way.gross, currency, units, 0)}
          <span className="fw-bold d-block">{formatMoney(way.net, currency, units, 0)}</span>
        </td>
        {onChoose && (
          <td className="text-end">
            {possible && !chosen && (
              <button type="button" className="btn btn-quiet" disabled={busy} onClick={onChoose}>
                choose
              </button>
            )}
          </td>
        )}
      </tr>
      {possible && (
        <tr className="way-more">
          <td colSpan={onChoose ? 5 : 4}>
            <Stays way={way} />
          </td>
        </tr>
      )}
    </>
  );
}

/** What a way leaves on the glass, layer by layer, and what it can do to people and glass. */
function Stays({ way: { stays, residue, risks } }: { way: WayCompared }) {
  const units = useUnits();
  const share = (value: number) => formatQuantity(value, 'fraction', units, 0);
  return (
    <details className="conditions">
      <summary>what stays, and risks</summary>
      <span className="quiet d-block">
        Stays: {share(stays.loose)} of the loose film, {share(stays.bonded)} of the bonded, {share(stays.droppings)} of
        droppings, {share(stays.lichen)} of lichen
        {residue > 0 && `; its water leaves ${formatQuantity(residue, 'residue', units)}`}.
      </span>
      {risks.length > 0 && (
        <span className="quiet d-block">Risks: {risks.map((risk) => RISK_WORDS[risk]).join(', ')}.</span>
      )}
    </details>
  );
}
