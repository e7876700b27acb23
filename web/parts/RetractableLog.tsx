import { type ReactNode, useState } from 'react';
import { AskReason } from './AskReason.tsx';

/** A line of a log as it is read. */
export interface LogLine {
  id: string;
  /** when, as its reader reads dates, and who told it */
  when: string;
  by: string;
  words: string;
  /** what is said beside it */
  more?: ReactNode;
}

/** A log that is only added to: a line that was wrong is retracted with its reason, and stays in sight. */
export function RetractableLog({
  lines,
  retracted,
  onRetract,
}: {
  lines: readonly LogLine[];
  /** why some were retracted, by their id */
  retracted: ReadonlyMap<string, string>;
  onRetract: (id: string, reason: string) => void;
}) {
  const [retracting, setRetracting] = useState<string | null>(null);
  return (
    <>
      <ul className="plain-list retractable-log">
        {lines.map(({ id, when, by, words, more }) => (
          <li key={id}>
            <span>
              {when} <span className="quiet">{by}</span>
            </span>
            <span className={retracted.has(id) ? 'retracted' : ''}>{words}</span>
            {more}
            {retracted.has(id) ? (
              <span className="overruled">Struck: {retracted.get(id)}</span>
            ) : (
              <button type="button" className="btn btn-quiet end" onClick={() => setRetracting(id)}>
                strike
              </button>
            )}
          </li>
        ))}
      </ul>
      {retracting && (
        <AskReason
          title="Strike an entry"
          label="What was wrong with it (kept on record)"
          action="Strike it"
          onClose={() => setRetracting(null)}
          onReason={(reason) => {
            onRetract(retracting, reason);
            setRetracting(null);
          }}
        />
      )}
    </>
  );
}

/** Why entries of a log were retracted, by the id of each. */
export const whyRetracted = (entries: readonly { id: string; kind: string }[]): Map<string, string> =>
  new Map(
    entries.flatMap((entry) => {
      const { kind, entry: id, reason } = entry as { kind: string; entry?: string; reason?: string };
      return kind === 'retracted' && id ? [[id, reason ?? ''] as const] : [];
    }),
  );
