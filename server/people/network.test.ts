import { expect } from 'chai';
import fc from 'fast-check';
import { networkOf } from './network.ts';

describe('what counts as one caller', () => {
  const SAME: [string, string][] = [
    ['2001:db8:1:2:3:4:5:6', '2001:db8:1:2::1'],
    ['2001:db8:0:0:1:2:3:4', '2001:db8::99'],
    ['2001:DB8::1', '2001:db8::2'],
    ['fe80::1%eth0', 'fe80::2'],
    ['::1', '::2'],
    ['::ffff:192.0.2.7', '192.0.2.7'],
    ['::ffff:c000:207', '192.0.2.7'],
    ['64:ff9b::192.0.2.7', '64:ff9b::1'],
  ];
  for (const [one, other] of SAME)
    it(`is the same for ${one} and ${other}`, () => expect(networkOf(one)).to.equal(networkOf(other)));

  const OTHERS: [string, string][] = [
    ['192.0.2.7', '192.0.2.8'],
    ['2001:db8:1:2::1', '2001:db8:1:3::1'],
    ['2001:db8::1', '2001:db8:0:1::1'],
    ['::ffff:192.0.2.7', '::ffff:192.0.2.8'],
    ['::1', '1::'],
  ];
  for (const [one, other] of OTHERS)
    it(`is another for ${one} and ${other}`, () => expect(networkOf(one)).to.not.equal(networkOf(other)));

  it('is the network of any address, whatever its last half', () => {
    const group = fc.integer({ min: 1, max: 0xffff });
    fc.assert(
      fc.property(
        fc.array(group, { minLength: 4, maxLength: 4 }),
        fc.array(group, { minLength: 4, maxLength: 4 }),
        (net, own) => {
          const text = (groups: number[]) => groups.map((one) => one.toString(16)).join(':');
          expect(networkOf(`${text(net)}:${text(own)}`)).to.equal(networkOf(`${text(net)}::1`));
        },
      ),
    );
  });
});
