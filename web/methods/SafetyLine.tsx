import { Link } from 'react-router';
import { counted } from '../../words/counted.ts';
import { useEndpointQuery } from '../api/hooks.ts';

/** Where the safety sheet of a site is found, and whether it lacks what this work asks for. */
export function SafetyLine({ siteId }: { siteId: string }) {
  const { data } = useEndpointQuery('readSafety', { params: { id: siteId } });
  const lacking = data?.lacking.length ?? 0;
  return (
    <p className={lacking > 0 ? 'notice' : 'quiet'}>
      <Link to={`/sites/${siteId}/safety`}>Safety sheet</Link>
      {data &&
        (data.sheet === null
          ? ': not written yet. The crew is asked for it before anything else.'
          : lacking > 0
            ? `: ${counted(lacking, 'thing')} still to be settled before anybody begins.`
            : `: version ${data.version}, read first in the field.`)}
    </p>
  );
}
