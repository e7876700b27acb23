import { expect } from 'chai';
import { clockOff, signedFinding } from '../core/reports/signature.ts';
import { inEnglish } from './testing/inEnglish.ts';

describe('the words under a report', () => {
  const at = '2026-11-25T10:05:00.000Z';
  const signed = {
    name: 'Ada Fell',
    signer: 'self',
    how: 'typed',
    person: { name: 'Ada Fell' },
    from: '10.0.0.7',
  } as const;

  it('say who signed, how, when and from where', () => {
    expect(inEnglish(signedFinding(signed, 'Ada Fell', at))).to.equal(
      'Signed by name by Ada Fell, signed in as themselves, 25/11/2026, 10:05 UTC, from 10.0.0.7.',
    );
  });
  it('say on whose device a customer signed', () => {
    const customer = { ...signed, name: 'Ines Oakes', signer: 'customer', how: 'drawn' } as const;
    expect(inEnglish(signedFinding(customer, 'Ines Oakes', at))).to.include('by hand by Ines Oakes for the customer');
    expect(inEnglish(signedFinding(customer, 'Ines Oakes', at))).to.include('on the device of Ada Fell');
  });
  it('say no more than is known of older ones', () => {
    expect(inEnglish(signedFinding(null, 'Ada Fell', at))).to.equal('Signed by Ada Fell, 25/11/2026.');
  });
  it('say how far a clock was off, and which way', () => {
    expect(inEnglish(clockOff(3 * 3600 + 120))).to.equal(
      'The clock of a phone was 3 h 2 min ahead; its times are set right.',
    );
    expect(inEnglish(clockOff(-86_400 * 2))).to.equal('The clock of a phone was 2 d behind; its times are set right.');
  });
});
