import { Link } from 'react-router';
import type { Site, SolarArray } from '../../contract/sites/endpoints.ts';
import { type AssumedFact, assumedFacts, assumedFinding } from '../../core/sites/assumed.ts';
import { useSay, useSession } from '../api/hooks.ts';

/** What figures rest on and nobody has said, with the way to put it right; nothing where there is nothing. */
export function Assumed({ facts }: { facts: readonly AssumedFact[] }) {
  const say = useSay();
  const desk = useSession().data?.person?.role !== 'crew';
  if (facts.length === 0) return null;
  const changes = [
    ...(facts.some(({ key }) => key === 'conductivity') ? (['water'] as const) : []),
    ...(desk && facts.some(({ of, key }) => !of && key !== 'conductivity') ? (['site'] as const) : []),
    ...(desk && facts.some(({ of }) => of) ? (['array'] as const) : []),
  ];
  return (
    <details className="assumed">
      <summary>
        {facts.length === 1
          ? 'One thing is assumed: nobody has said it'
          : `${facts.length} things are assumed: nobody has said them`}
      </summary>
      <ul>
        {facts.map((fact) => (
          <li key={`${fact.of ?? ''}${fact.key}`}>{say.finding(assumedFinding(fact))}</li>
        ))}
      </ul>
      {changes.map((change) => (
        <Link key={change} to={`?change=${change}`} className="me-3">
          {CHANGE_WORDS[change]}
        </Link>
      ))}
    </details>
  );
}

const CHANGE_WORDS = { water: 'Read the water', site: 'Change the site', array: 'Change the array' };

/** What an array is reckoned with that nobody has said; prices are the desk's. */
export const factsOfArray = (site: Site, array: SolarArray, desk: boolean): AssumedFact[] =>
  assumedFacts(desk ? site : { ...site, assumed: [] }, [array]);
