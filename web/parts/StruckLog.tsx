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

/** A log that is only added to: a line that was wrong is struck with its reason, and stays in sight. */
export function StruckLog({
  lines,
  struck,
  onStrike,
}: {
  lines: readonly LogLine[];
  /** why some were struck, by their id */
  struck: ReadonlyMap<string, string>;
  onStrike: (id: string, reason: string) => void;
}) {
  const [striking, setStriking] = useState<string | null>(null);
  return (
    <>
      <ul className="plain-list struck-log">
        {lines.map(({ id, when, by, words, more }) => (
          <li key={id}>
            <span>
              {when} <span className="quiet">{by}</span>
            </span>
            <span className={struck.has(id) ? 'struck' : ''}>{words}</span>
            {more}
            {struck.has(id) ? (
              <span className="overruled">Struck: {struck.get(id)}</span>
            ) : (
              <button type="button" className="btn btn-quiet end" onClick={() => setStriking(id)}>
                strike
              </button>
            )}
          </li>
        ))}
      </ul>
      {striking && (
        <AskReason
          title="Strike an entry"
          label="What was wrong with it (kept on record)"
          action="Strike it"
          onClose={() => setStriking(null)}
          onReason={(reason) => {
            onStrike(striking, reason);
            setStriking(null);
          }}
        />
      )}
    </>
  );
}

/** Why entries of a log were struck, by the id of each. */
export const whyStruck = (entries: readonly { id: string; kind: string }[]): Map<string, string> =>
  new Map(
    entries.flatMap((entry) => {
      const { kind, entry: id, reason } = entry as { kind: string; entry?: string; reason?: string };
      return kind === 'struck' && id ? [[id, reason ?? ''] as const] : [];
    }),
  );
