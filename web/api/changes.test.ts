import { QueryClient } from '@tanstack/react-query';
import { expect } from 'chai';
import { endpointList } from '../../contract/index.ts';
import { CHANGES, invalidateAfter, type Writing } from './changes.ts';

describe('what a write makes old', () => {
  const madeOld = async (name: Writing): Promise<string[]> => {
    const client = new QueryClient();
    for (const [reading, { method }] of endpointList)
      if (method === 'GET') client.setQueryData([reading, { id: 'a' }, null], {});
    await invalidateAfter(client, name);
    const stale = client.getQueryCache().findAll({ predicate: ({ state }) => state.isInvalidated });
    return stale.map(({ queryKey }) => String(queryKey[0])).sort();
  };

  it('is asked again, and nothing else is', async () => {
    expect(await madeOld('requestBackup')).to.deep.equal(['readBackups']);
    expect(await madeOld('addWaterReading')).to.deep.equal(['listSites', 'readDay', 'readSite']);
  });

  it('is everything where somebody else comes in', async () => {
    expect(await madeOld('signIn')).to.include.members(['readSession', 'readSite', 'listPeople', 'readFigures']);
  });

  for (const name of ['recordInspection', 'reckon', 'makePlan', 'decideQuote', 'addEntries', 'signReport'] as const)
    it(`is where the site stands, after each step of the job: ${name}`, async () => {
      expect(await madeOld(name)).to.include.members(['readSite', 'listSites', 'readDay']);
    });

  it('is told of every endpoint that writes', () => {
    const writing = endpointList.filter(([, { method }]) => method !== 'GET').map(([name]) => name);
    expect(Object.keys(CHANGES).sort()).to.deep.equal([...writing].sort());
  });
});
