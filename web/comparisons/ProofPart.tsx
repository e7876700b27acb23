import type { ArrayProof } from '../../contract/reports/endpoints.ts';
import { defectFinding } from '../../core/inspections/defects.ts';
import { type Claim, caveatsOf, claimLabels, claimOf, togetherFinding } from '../../core/reports/claims.ts';
import { counted } from '../../words/counted.ts';
import { formatQuantity } from '../../words/format.ts';
import { useSay, useUnits } from '../api/hooks.ts';
import { Figure, Plain } from '../parts/Figure.tsx';
import { PairSlider } from '../parts/photos.tsx';

/** Gain and loss of one array, always both, with what they rest on. */
export function ProofPart({ array }: { array: ArrayProof }) {
  const say = useSay();
  const units = useUnits();
  const claim = claimOf(array);
  const kind = array.quantity === 'current' ? 'current' : 'power';
  return (
    <section className="mb-3">
      <h3>{array.name}</h3>
      {array.together && <p className="mb-1">{say.finding(togetherFinding(array.together))}</p>}
      {claim.stated ? (
        <ProofFigures claim={claim} reasons={array.reasons} />
      ) : (
        <div className="notice">
          <strong>No gain is stated.</strong> {claim.because && say.finding(claim.because)}
        </div>
      )}
      {array.before && array.after && (
        <table className="table">
          <thead>
            <tr>
              <th>Reading</th>
              <th className="number">{kind === 'power' ? 'Power' : 'Current'}</th>
              <th className="number">Irradiance</th>
              <th className="number">Module</th>
            </tr>
          </thead>
          <tbody>
            {(['before', 'after'] as const).map((when) => (
              <tr key={when}>
                <td>{when}</td>
                <td className="number">{formatQuantity(array[when]?.value ?? null, kind, units)}</td>
                <td className="number">{formatQuantity(array[when]?.poaIrradiance ?? null, 'irradiance', units)}</td>
                <td className="number">{formatQuantity(array[when]?.tempModule ?? null, 'temperature', units)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {caveatsOf(array).map((caveat) => (
        <div className="notice" key={caveat.code}>
          {say.finding(caveat)}
        </div>
      ))}
      <p className="mb-1">{doneSentence(array)}</p>
      {array.defects.length > 0 && (
        <p className="mb-1">
          Defects seen, which are not dirt:{' '}
          {array.defects.map((defect) => say.finding(defectFinding(defect))).join('; ')}.
        </p>
      )}
      <Pairs array={array} />
    </section>
  );
}

/** Gain, loss and uncertainty; reports older than the reasons of all three show the figures alone. */
function ProofFigures({ claim, reasons }: { claim: Extract<Claim, { stated: true }>; reasons: ArrayProof['reasons'] }) {
  const say = useSay();
  const { comparison } = claim;
  const units = useUnits();
  const share = (value: number | null) => formatQuantity(value, 'fraction', units);
  const standing = comparison.distinguishable ? 'the change stands out of it' : 'cannot be told from none';
  const inverse = '1 − 1 ÷ (1 + gain)';
  const { gain, loss } = claimLabels(claim);
  const labels = { gain: say.finding(gain), loss: say.finding(loss), uncertainty: 'Uncertainty of the gain' };
  if (!reasons) {
    return (
      <div className="figures">
        <Plain label={labels.gain} value={share(comparison.gain)} />
        <Plain label={labels.loss} value={share(comparison.loss)} note={inverse} />
        <Plain label={labels.uncertainty} value={`± ${share(comparison.expandedUncertainty)}`} note={standing} />
      </div>
    );
  }
  return (
    <div className="figures">
      <Figure label={labels.gain} reason={reasons.gain} />
      <Figure label={labels.loss} reason={reasons.loss} note={inverse} />
      <Figure label={labels.uncertainty} reason={reasons.uncertainty} sign="± " note={standing} />
    </div>
  );
}

function doneSentence({ marks, modules }: ArrayProof): string {
  const parts = [
    [marks.brushed, 'brushed'],
    [marks.rinsed, 'rinsed'],
    [marks.bladed, 'bladed'],
    [marks['not-reached'], 'not reached'],
    [marks['come-back'], 'to come back to'],
    [marks.left, 'not recorded'],
  ] as const;
  return `${counted(modules, 'module')}: ${parts.flatMap(([count, word]) => (count > 0 ? [`${count} ${word}`] : [])).join(', ')}.`;
}

export function Pairs({ array }: { array: ArrayProof }) {
  const ready = array.photos.filter(({ state }) => state === 'ready');
  const of = (role: string) => ready.findLast((photo) => photo.role === role);
  const pairs = [
    { before: of('before'), after: of('after'), what: 'The array' },
    { before: of('wipe-before'), after: of('wipe-after'), what: 'The cloth' },
  ];
  return (
    <div className="two mt-2">
      {pairs.map(
        ({ before, after, what }) =>
          before && after && <PairSlider key={what} before={before} after={after} what={what} />,
      )}
    </div>
  );
}
