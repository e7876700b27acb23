import { expect } from 'chai';
import type { Sales } from '../../contract/agreements/endpoints.ts';
import { markup, read } from '../testing/markup.tsx';
import SalesDrawn from './SalesDrawn.tsx';
import { SalesPage } from './SalesPage.tsx';

const month = (name: string, changes: object = {}) => ({
  ...{ month: name, sent: 0, won: 0, lost: 0, waiting: 0, agreed: 0, visits: 0, earned: 0 },
  ...{ hoursSold: 0, hoursTaken: 0, net: 0, cost: 0 },
  ...changes,
});
const page = (changes: Partial<Sales> = {}) =>
  read(<SalesPage />, {
    answers: [
      [
        ['readSales', null, null],
        {
          currency: 'ZAR',
          months: [
            month('2026-10', { sent: 3, won: 2, lost: 1, agreed: 500_000, visits: 1, earned: 250_000 }),
            month('2026-11', { sent: 1, waiting: 1 }),
          ],
          ahead: { visits: 2, gross: 100_000 },
          lost: [],
          ...changes,
        },
      ],
    ],
  });

describe('the page of what was sold', () => {
  it('says how much of what was decided was won, and who still waits', () => {
    expect(page()).to.match(/Won, of what was decided 67.% 2 won, 1 lost, 1 waiting/);
    expect(page({ months: [month('2026-11')] })).to.include('none yet');
  });

  it('has money by month, and what is agreed and still to be washed', () => {
    expect(page()).to.match(/Oct 2026 3 2 1 1 ZAR.2500 ZAR.5000/);
    expect(page()).to.match(/Still to be washed ZAR.1000 2 visits of what is agreed/);
  });

  it('sets hours taken against those sold, and says what was left, as far as that is known', () => {
    const known = month('2026-10', { hoursSold: 10, hoursTaken: 12.5, net: 10_000, cost: 6000 });
    const text = page({ months: [known] });
    expect(text).to.match(/Hours at the sites 12\.5 of 10\.0 h taken of those sold: 125.%/);
    expect(text).to.match(/Left of what was asked 40.%/);
    expect(page()).to.include('say what work costs under Company');
  });

  it('lists what was lost with why, as far as anybody said', () => {
    const lost = {
      ...{ id: 'q', siteId: 's', site: 'Fell barn', number: 1004, revision: 1, gross: 90_000 },
      ...{ state: 'declined' as const, decidedBecause: 'too dear' },
    };
    const text = page({ lost: [lost, { ...lost, id: 'r', site: 'Mill', state: 'expired', decidedBecause: '' }] });
    expect(text).to.match(/Fell barn\s*declined: too dear\s*ZAR.900\s*Mill\s*expired\s*ZAR.900/);
    expect(page()).to.include('None was lost.');
  });
});

describe('the pictures of what was sold', () => {
  const drawn = (months: Sales['months']) =>
    markup(<SalesDrawn sales={{ currency: 'ZAR', months, ahead: { visits: 0, gross: 0 }, lost: [] }} />);
  const told = (html: string) =>
    [...html.matchAll(/<figure[^>]*aria-label="([^"]*)"/g)].map(([, label = '']) => label.replaceAll(/\s/g, ' '));

  it('say in words what they show, month by month where there is a share', () => {
    const months = [
      month('2026-10', { won: 2, lost: 1, earned: 250_000, agreed: 500_000, hoursSold: 10, hoursTaken: 12.5 }),
      month('2026-11', { waiting: 1, net: 10_000, cost: 6000 }),
    ];
    expect(told(drawn(months))).to.deep.equal([
      'Offers, by the month in which they went out: 2 offers won, 1 lost, 1 waiting',
      'Money, ZAR: ZAR 2500 earned, ZAR 5000 agreed',
      'Hours at the sites, of washes that were timed: 12.5 h taken of 10.0 h sold',
      'Left of what was asked before tax, %: Nov 2026: 40 %',
    ]);
  });

  it('say that there is nothing yet instead of drawing empty axes', () => {
    const text = drawn([month('2026-11')]);
    expect(text.match(/Nothing yet\./g)).to.have.length(4);
    expect(told(text).at(-1)).to.include('not known of any month');
  });

  it('say why nothing is known to be left where washes were paid', () => {
    const text = drawn([month('2026-11', { earned: 250_000, agreed: 250_000, won: 1, hoursSold: 1, hoursTaken: 1 })]);
    expect(text).to.include('Not known: say what work costs under Company.').and.not.to.include('Nothing yet.');
  });

  it('tell their series apart by more than colour, and name them', () => {
    expect(
      read(<SalesDrawn sales={{ currency: 'ZAR', months: [], ahead: { visits: 0, gross: 0 }, lost: [] }} />),
    ).to.include('solid: won, striped: lost, pale: waiting');
  });
});
