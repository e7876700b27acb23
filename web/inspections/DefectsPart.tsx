import type { Inspection } from '../../contract/inspections/endpoints.ts';
import { followDefects } from '../../core/inspections/defects.ts';
import { DEFECT_WORDS, SEVERITY_OF_DEFECT } from '../../words/en/labels.ts';
import { formatDate } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import { PhotoStrip } from '../parts/photos.tsx';

/** Defects followed over the visits, apart from dirt, with the warranty list. */
export function DefectsPart({
  inspections,
  siteId,
  desk,
}: {
  inspections: Inspection[];
  siteId: string;
  desk: boolean;
}) {
  const units = useUnits();
  const defects = followDefects(inspections);
  const pictures = inspections.flatMap(({ photos }) => photos).filter(({ role }) => role === 'defect');
  if (defects.length === 0) return null;
  return (
    <section className="mt-3">
      <h3>Defects over the visits</h3>
      <table className="table">
        <thead>
          <tr>
            <th>Defect</th>
            <th className="number">Module</th>
            <th>What to do</th>
          </tr>
        </thead>
        <tbody>
          {defects.map((defect) => (
            <tr key={`${defect.kind}${defect.module}`}>
              <td>
                {DEFECT_WORDS[defect.kind]}
                {defect.gone && <span className="quiet">, not seen last time</span>}
                {defect.worse && <strong>, grown worse</strong>}
                <div className="quiet">
                  {defect.firstSeen === defect.lastSeen
                    ? `Seen ${formatDate(defect.firstSeen, units)}`
                    : `Seen first ${formatDate(defect.firstSeen, units)}, last ${formatDate(defect.lastSeen, units)}`}
                </div>
                {defect.note && <div className="quiet">{defect.note}</div>}
                <PhotoStrip photos={pictures.filter(({ module }) => module === defect.module)} />
              </td>
              <td className="number">{defect.module + 1}</td>
              <td>{SEVERITY_OF_DEFECT[defect.severity]}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {desk && (
        <a href={`/api/sites/${siteId}/defects.pdf`} target="_blank" rel="noreferrer">
          the warranty list (PDF)
        </a>
      )}
    </section>
  );
}
