import { expect } from 'chai';
import { refuseCommon } from './commonPasswords.ts';

describe('a password', () => {
  const known = ['ada.fell@harbour.example', 'Ada Fell'];
  for (const bad of [
    'qwertyuiop',
    '1234567890',
    'Password123',
    'P@ssw0rd!!',
    'password2026!',
    'Sunshine2026',
    'aaaaaaaaaaaa',
    'adafell123',
    'Wide Pail 1',
    'ada.fell.harbour',
  ]) {
    it(`"${bad}" is refused by the name of the field`, () => {
      expect(() => refuseCommon(bad, known)).to.throw(/^password: /);
    });
  }
  for (const good of [
    'four words in a row',
    'a long password',
    'gull harvest lichen spoon',
    'tr0ub4dor&3-lark',
    'ada likes lichen spoons',
  ]) {
    it(`"${good}" is taken`, () => {
      refuseCommon(good, known);
    });
  }
});
