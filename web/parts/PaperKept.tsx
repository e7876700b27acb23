import type { KeptPaper } from '../../contract/documents/papers.ts';
import { useMoment } from '../api/hooks.ts';

/** That a paper is kept as it went out, and the sum by which anybody can tell that it is the same. */
export function PaperKept({ paper }: { paper: KeptPaper | null }) {
  const moment = useMoment();
  if (paper === null) return null;
  return (
    <details className="quiet paper-kept">
      <summary>The paper is kept as it went out, {moment(paper.madeAt)}</summary>
      SHA-256 of the PDF: <code className="text-break">{paper.sha256}</code>
    </details>
  );
}

/** Characters that the paper would leave out, said before it goes out. */
export function Unprintable({ characters }: { characters: readonly string[] }) {
  if (characters.length === 0) return null;
  return (
    <div className="notice" role="status">
      {characters.length === 1 ? 'One character cannot' : `${characters.length} characters cannot`} be printed on the
      paper: <strong>{characters.join(' ')}</strong>. Write them in other letters, or the paper goes out without them.
    </div>
  );
}
