import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { expect } from 'chai';
import { PROJECT } from './folders.ts';

const run = (name: string, input: string) =>
  spawnSync(join(PROJECT, 'pail'), ['compute', name], { input, encoding: 'utf8' });
const lines = (text: string): number => text.trimEnd().split('\n').length;

describe('./pail compute', () => {
  it('answers with JSON on standard output', () => {
    const reading = { poaIrradiance: 800, tempModule: 25 };
    const input = {
      quantity: 'power',
      temperatureCoefficient: -0.004,
      before: { value: 3200, ...reading },
      after: { value: 3600, ...reading },
    };
    const ran = run('compare', JSON.stringify(input));
    expect(ran.status).to.equal(0);
    expect(JSON.parse(ran.stdout).gain).to.be.closeTo(0.125, 1e-12);
  });

  for (const [what, name, input] of [
    ['a field that is missing', 'water', '{}'],
    ['text that is not JSON', 'sun', '{"latitude":'],
    ['nothing at all', 'sun', ''],
    ['a name that is none', 'nothing', '{}'],
    ['a name of the language', 'constructor', '{}'],
  ] as const) {
    it(`refuses ${what} with exit code 2, one line, and nothing on standard output`, () => {
      const ran = run(name, input);
      expect(ran.status).to.equal(2);
      expect(ran.stdout).to.equal('');
      expect(lines(ran.stderr)).to.equal(1);
      expect(ran.stderr).to.match(/^[\w.]+: /);
    });
  }
});
