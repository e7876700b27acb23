import { Link, useParams } from 'react-router';
import type { ArrayProof } from '../../contract/reports/endpoints.ts';
import { defectFinding } from '../../core/inspections/defects.ts';
import { caveatsOf, claimFinding, claimOf, GAIN_OF_THE_DAY } from '../../core/reports/claims.ts';
import type { Strokes } from '../../core/reports/signature.ts';
import { signedFinding } from '../../core/reports/signature.ts';
import { counted } from '../../words/counted.ts';
import { formatDate, formatQuantity } from '../../words/format.ts';
import { useEndpointQuery, useSay, useSession, useUnits } from '../api/hooks.ts';
import { photoAddress } from '../parts/photoAddress.ts';
import { Trouble, Waiting } from '../parts/states.tsx';

/** The customer's page: a short letter with two pictures and one table; prints on one sheet. */
export function CustomerReport() {
  const say = useSay();
  const { id = '' } = useParams();
  const report = useEndpointQuery('readReport', { params: { id } });
  const units = useUnits();
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
          Washed {formatDate(content.washedOn, units)}
        </p>
        <p className="headline">
          {content.cleaned} of {counted(content.modules, 'module')} {content.modules === 1 ? 'was' : 'were'} cleaned.
        </p>
        {content.arrays.map((array) => (
          <div key={array.arrayId}>
            <p className="mb-1">
              <strong>{array.name}.</strong> {say.finding(claimFinding(array))}
            </p>
            <Caveats array={array} />
          </div>
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
              <Row key={array.arrayId} array={array} />
            ))}
          </tbody>
        </table>
        {content.arrays.some(({ defects }) => defects.length > 0) && (
          <p>
            Defects seen, which are not dirt and were not cleaned:{' '}
            {content.arrays
              .flatMap(({ name, defects }) => defects.map((defect) => say.finding(defectFinding(defect, name))))
              .join('; ')}
            .
          </p>
        )}
        {content.notDone.length > 0 && (
          <p>Not done: {content.notDone.map(({ step, reason }) => `${say.finding(step)} (${reason})`).join('; ')}.</p>
        )}
        <p>
          Next{content.nextDate ? `: ${formatDate(content.nextDate, units)}` : ''}. {say.finding(content.nextBecause)}{' '}
          {say.finding(GAIN_OF_THE_DAY)}
        </p>
        {signature?.strokes && <Hand strokes={signature.strokes} />}
        <p className="mb-0">
          {signedAt ? say.finding(signedFinding(signature, signedBy ?? '', signedAt)) : 'Draft, not signed.'}
        </p>
        {report.data.amendments.map((amendment) => (
          <p key={amendment.id} className="mb-0 mt-2">
            Amended {formatDate(amendment.at, units)} by {amendment.by}: {amendment.text} (because: {amendment.reason})
          </p>
        ))}
      </article>
    </>
  );
}

/** What stands against the figures, as it does on the paper. */
function Caveats({ array }: { array: ArrayProof }) {
  const say = useSay();
  const caveats = caveatsOf(array);
  if (caveats.length === 0) return null;
  return (
    <ul className="quiet">
      {caveats.map((caveat) => (
        <li key={caveat.code}>{say.finding(caveat)}</li>
      ))}
    </ul>
  );
}

function Row({ array }: { array: ArrayProof }) {
  const units = useUnits();
  const claim = claimOf(array);
  const share = (value: number | null) => formatQuantity(value, 'fraction', units);
  return (
    <tr>
      <td>{array.name}</td>
      <td className="number">
        {array.cleaned} of {array.modules}
      </td>
      {claim.stated ? (
        <>
          <td className="number">
            {share(claim.comparison.gain)}
            {claim.of === 'current' && ' in current'}
          </td>
          <td className="number">{share(claim.comparison.loss)}</td>
          <td className="number">± {share(claim.comparison.expandedUncertainty)}</td>
        </>
      ) : (
        <td className="number" colSpan={3}>
          none stated
        </td>
      )}
    </tr>
  );
}

const PAIRS = [
  ['before', 'after'],
  ['wipe-before', 'wipe-after'],
] as const;
type PairedRole = (typeof PAIRS)[number][number];

/** Each array before and after, and the cloth that was drawn over it before and after, where both were pictured. */
function Pictures({ arrays }: { arrays: ArrayProof[] }) {
  const pairs = arrays.flatMap((array) => {
    const ready = array.photos.filter(({ state }) => state === 'ready');
    return PAIRS.flatMap((roles) => {
      const found = roles.flatMap((role) => {
        const photo = ready.findLast((one) => one.role === role);
        return photo ? [{ photo, role }] : [];
      });
      return found.length === roles.length ? [{ array, found }] : [];
    });
  });
  return pairs.map(({ array, found }) => (
    <div className="pairs" key={found[0]?.photo.id}>
      {found.map(({ photo, role }) => {
        const words = photo.caption || ROLE_WORDS[role];
        return (
          <figure key={photo.id} className="m-0">
            <img src={photoAddress(photo.id, 'upright')} alt={words} className="w-100" />
            <figcaption className="quiet">
              {arrays.length > 1 ? `${array.name}: ` : ''}
              {words}
            </figcaption>
          </figure>
        );
      })}
    </div>
  ));
}

const ROLE_WORDS: Record<PairedRole, string> = {
  before: 'before the wash',
  after: 'after the wash',
  'wipe-before': 'cloth before the wash',
  'wipe-after': 'cloth after the wash',
};

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
