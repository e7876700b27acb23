import { expect } from 'chai';
import { QUOTE_STATES } from '../quotes/states.ts';
import { noAnswer } from './states.ts';

describe('an offer on the customer’s page', () => {
  it('takes an answer while it is sent and its last day has not passed', () => {
    expect(noAnswer({ state: 'sent', validUntil: '2027-01-31' }, '2027-01-31')).to.equal(null);
    expect(noAnswer({ state: 'sent', validUntil: null }, '2027-01-31')).to.equal(null);
    expect(noAnswer({ state: 'sent', validUntil: '2027-01-31' }, '2027-02-01')).to.equal('expired');
  });

  it('says in every other state why it takes none', () => {
    const said = QUOTE_STATES.map((state) => noAnswer({ state, validUntil: null }, '2027-01-01'));
    expect(said).to.deep.equal([null, null, 'accepted', 'declined', 'expired', 'superseded']);
  });
});
