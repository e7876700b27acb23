import { asked, sessionAsked } from '../api/hooks.ts';
import { queryClient } from '../api/queryClient.ts';
import { deviceReady } from '../device/device.ts';

/**
 * Asks for what the spread of a site shows while its page is still on its way: over a slow line they would otherwise wait
 * for each other. Whoever is not signed in is asked nothing; what goes wrong is said by the page, which asks itself.
 */
export function askEarly({ params: { id = '', step } }: { params: { id?: string; step?: string } }): null {
  const site = asked('readSite', { params: { id } });
  if (queryClient.getQueryData(site.queryKey) === undefined)
    void (async () => {
      await deviceReady();
      const { person, mustSetUpFactor } = await queryClient.fetchQuery(sessionAsked);
      if (person === null || mustSetUpFactor) return;
      const { arrays } = await queryClient.fetchQuery(site);
      const [array] = arrays;
      if (step === 'reckon' && array)
        await queryClient.fetchQuery(asked('listReckonings', { params: { id: array.id }, query: { limit: 1 } }));
    })().catch(() => undefined);
  return null;
}
