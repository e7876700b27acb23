import { expect } from 'chai';
import type { QuickLook } from '../../contract/inspections/quickLooks.ts';
import { keepDraft, readDraft } from '../api/drafts.ts';
import { NEW_SITE, siteBegun } from '../sites/newSiteDraft.ts';
import { inBrowser } from '../testing/browser.tsx';
import { MakeSite } from './MakeSite.tsx';

const fields: QuickLook['fields'] = {
  caller: { name: 'Una Larch', phone: '000 555 0199', place: 'Larch Lane 9' },
  modules: 14,
  tilt: 22,
  storeys: 1,
  access: 'ground',
  monthsSinceCleaned: 12,
  seen: [],
  birds: 'few',
  surroundings: 'town',
  climate: 'winter-rain',
  latitude: null,
  longitude: null,
  altitude: 100,
  energyBought: 250_000,
  energySold: 80_000,
  ownUse: 0.6,
  travelKm: 20,
  travelMinutes: 30,
};
const look = { id: 'a call', at: '2026-11-20T08:00:00Z', fields };
const typed = (changes: object) => keepDraft(NEW_SITE, { id: 'x', values: changes });
const phoneKept = () => readDraft<{ values: { customer: { phone: string } } }>(NEW_SITE)?.values.customer?.phone;

describe('a site of a call', () => {
  const { show, screen, user } = inBrowser();
  const press = async (name: string) => user.click(screen.getByRole('button', { name }));

  it('begins with what the caller said, also where a form was opened and left empty', async () => {
    typed({ site: { name: ' ', place: '' }, customer: { name: '' } });
    show(<MakeSite look={look} />);
    await press('Create the site');
    expect(siteBegun()).to.deep.equal({ name: 'Una Larch', call: 'a call' });
    expect(phoneKept()).to.equal('000 555 0199');
  });

  it('keeps what was typed of it since', async () => {
    typed({ site: { name: 'Larch house' }, call: { id: 'a call' } });
    show(<MakeSite look={look} />);
    await press('Create the site');
    expect(siteBegun()).to.deep.equal({ name: 'Larch house', call: 'a call' });
  });

  it('takes the place of another one that was begun only where somebody says so', async () => {
    typed({ site: { name: 'Reed barn' } });
    show(<MakeSite look={look} />);
    await press('Create the site');
    expect(screen.getByRole('dialog').textContent).to.include('What was typed of Reed barn was not sent yet');
    await press('Leave as it is');
    expect(siteBegun()).to.deep.equal({ name: 'Reed barn', call: null });
    await press('Create the site');
    await press('Begin this one instead');
    expect(siteBegun()?.call).to.equal('a call');
  });
});
