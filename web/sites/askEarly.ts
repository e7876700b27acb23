import { endpointQuery, sessionQuery } from '../api/hooks.ts';
import { queryClient } from '../api/queryClient.ts';
import { deviceReady } from '../device/device.ts';

/** How long a page that opens waits for what it shows, ms: drawing it once with its figures is quicker than twice. */
const PATIENCE = 250;

/**
 * Asks for what the spread of a site shows while its page is still on its way: over a slow line they would otherwise wait
 * for each other. Whoever is not signed in is asked nothing; what goes wrong is said by the page, which asks itself.
 */
export async function askEarly({ params: { id = '', step } }: { params: { id?: string; step?: string } }) {
  const site = endpointQuery('readSite', { params: { id } });
  if (queryClient.getQueryData(site.queryKey) !== undefined) return null;
  const all = async () => {
    await deviceReady();
    const { person, mustSetUpFactor } = await queryClient.fetchQuery(sessionQuery);
    if (person === null || mustSetUpFactor) return;
    const { arrays } = await queryClient.fetchQuery(site);
    const [array] = arrays;
    if (array === undefined) return;
    const params = { id: array.id };
    await Promise.all([
      queryClient.fetchQuery(endpointQuery('listInspections', { params, query: { limit: 2 } })),
      ...(step === 'reckon'
        ? [queryClient.fetchQuery(endpointQuery('listReckonings', { params, query: { limit: 1 } }))]
        : []),
    ]);
  };
  const patience = new Promise((resolve) => setTimeout(resolve, PATIENCE));
  await Promise.race([all().catch(() => undefined), patience]);
  return null;
}
