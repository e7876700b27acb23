import { Link, useParams } from 'react-router';
import type { ArrayProof } from '../../contract/reports/endpoints.ts';
import type { Strokes } from '../../core/reports/signature.ts';
import { signatureWords } from '../../core/reports/words.ts';
import { formatDate, formatQuantity } from '../../core/units/format.ts';
import { useAsk, useGlass, useSession } from '../api/hooks.ts';
import { photoAddress } from '../parts/photoAddress.ts';
import { Trouble, Waiting } from '../parts/states.tsx';

/** The customer's page: a short letter with two pictures and one table; prints on one sheet. */
export function CustomerReport() {
  const { id = '' } = useParams();
  const report = useAsk('readReport', { params: { id } });
  const glass = useGlass();
  const own = useSession().data?.company?.name ?? '';
  if (report.isPending) return <Waiting />;
  if (report.isError) return <Trouble error={report.error} />;
  const { content, signature, signedAt, signedBy, siteId } = report.data;
  return (
    <>
      <p className="no-print d-flex gap-3">
        <Link to={`/sites/${siteId}/show`}>back to the site</Link>
        <a href={`/api/reports/${id}/paper.pdf`} target="_blank" rel="noreferrer">
          the same as a PDF
        </a>
        <button type="button" className="btn btn-quiet p-0" onClick={() => window.print()}>
          print
        </button>
      </p>
      <article className="letter">
        <p className="small-caps mb-1">{content.firm ?? own}</p>
        <h1>Report of the wash</h1>
        <p>
          For {content.customer}
          <br />
          {content.site}, {content.place}
          <br />
          Washed {formatDate(content.washedOn, glass)}
        </p>
        <p className="headline">
          {content.cleaned} of {content.modules} modules were cleaned.
        </p>
        {content.arrays.map((array) => (
          <p key={array.arrayId}>
            <strong>{array.name}.</strong> {sentence(array, glass)}
          </p>
        ))}
        <Pictures arrays={content.arrays} />
        <table className="table">
          <thead>
            <tr>
              <th>Array</th>
              <th className="number">Cleaned</th>
              <th className="number">Gain</th>
              <th className="number">Loss there was</th>
              <th className="number">Uncertainty</th>
            </tr>
          </thead>
          <tbody>
            {content.arrays.map((array) => (
              <tr key={array.arrayId}>
                <td>{array.name}</td>
                <td className="number">
                  {array.cleaned} of {array.modules}
                </td>
                <td className="number">{formatQuantity(array.comparison?.gain ?? null, 'fraction', glass)}</td>
                <td className="number">{formatQuantity(array.comparison?.loss ?? null, 'fraction', glass)}</td>
                <td className="number">
                  {array.comparison
                    ? `± ${formatQuantity(array.comparison.expandedUncertainty, 'fraction', glass)}`
                    : ''}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {content.arrays.some(({ defects }) => defects.length > 0) && (
          <p>
            Defects seen, which are not dirt and were not cleaned:{' '}
            {content.arrays
              .flatMap(({ name, defects }) =>
                defects.map(
                  ({ kind, module, note }) =>
                    `${kind.replace('-', ' ')} on module ${module + 1} of ${name}${note ? ` (${note})` : ''}`,
                ),
              )
              .join('; ')}
            .
          </p>
        )}
        {content.notDone.length > 0 && (
          <p>Not done: {content.notDone.map(({ step, reason }) => `${step} (${reason})`).join('; ')}.</p>
        )}
        <p>
          Next{content.nextDate ? `: ${formatDate(content.nextDate, glass)}` : ''}. {content.nextBecause} The gain is
          that of the day it was measured; soiling begins again the next morning.
        </p>
        {signature?.strokes && <Hand strokes={signature.strokes} />}
        <p className="mb-0">
          {signedAt ? signatureWords(signature, signedBy ?? '', signedAt, glass) : 'Draft, not signed.'}
        </p>
        {report.data.amendments.map((amendment) => (
          <p key={amendment.id} className="mb-0 mt-2">
            Amended {formatDate(amendment.at, glass)} by {amendment.by}: {amendment.text}
          </p>
        ))}
      </article>
    </>
  );
}

function sentence(array: ArrayProof, glass: ReturnType<typeof useGlass>): string {
  const { comparison } = array;
  if (comparison === null) return `No gain is stated. ${array.missing ?? ''}`;
  const sure = comparison.distinguishable
    ? ''
    : ' That is not more than the uncertainty, so it cannot be told from no change.';
  return `It gives ${formatQuantity(comparison.gain, 'fraction', glass)} more than it did dirty (± ${formatQuantity(comparison.expandedUncertainty, 'fraction', glass)}), brought to the same sun and temperature. Put the other way, dirt had been taking ${formatQuantity(comparison.loss, 'fraction', glass)} of what it gives clean.${sure}`;
}

function Pictures({ arrays }: { arrays: ArrayProof[] }) {
  const photos = arrays.flatMap((array) => array.photos.filter(({ state }) => state === 'ready'));
  const before = photos.find(({ role }) => role === 'before');
  const after = photos.find(({ role }) => role === 'after');
  if (!before || !after) return null;
  return (
    <div className="pairs">
      {[before, after].map((photo) => (
        <figure key={photo.id} className="m-0">
          <img src={photoAddress(photo.id, 'upright')} alt={photo.caption || photo.role} className="w-100" />
          <figcaption className="quiet">{photo.caption || photo.role}</figcaption>
        </figure>
      ))}
    </div>
  );
}

/** A signature as it was drawn. */
function Hand({ strokes }: { strokes: Strokes }) {
  return (
    <svg className="hand" viewBox="0 0 1 0.34" role="img" aria-label="Signature, drawn by hand">
      {strokes.map((stroke) => (
        <polyline key={JSON.stringify(stroke[0])} points={stroke.map((point) => point.join(',')).join(' ')} />
      ))}
    </svg>
  );
}
