import { dictionary } from '@zxcvbn-ts/language-common';
import { invalid } from '../errors.ts';

const COMMON = new Set((dictionary['passwords-common'] as string[]).map((word) => word.toLowerCase()));
const OURS = ['wide pail', 'widepail'];
const LETTERS: Record<string, string> = {
  '0': 'o',
  '1': 'l',
  '3': 'e',
  '4': 'a',
  '5': 's',
  '7': 't',
  '@': 'a',
  $: 's',
};

/** A password as a list of guesses would have it: small letters, no figures in place of letters, nothing hung on. */
function guesses(password: string): string[] {
  const plain = password.toLowerCase().replace(/\s+/g, '');
  const bare = plain.replace(/^[^a-z]+|[^a-z]+$/g, '');
  const spelt = (text: string) => text.replace(/[013457@$]/g, (sign) => LETTERS[sign] ?? sign);
  return [plain, bare, spelt(plain), spelt(bare)];
}

/** Refuses a password that stands on every list of guesses, or that is made of what everybody knows of its owner. */
export function refuseCommon(password: string, known: readonly string[], path = 'password'): void {
  const tried = guesses(password);
  if (tried.some((guess) => COMMON.has(guess)))
    throw invalid(path, 'is on every list of guesses; take a few words that do not belong together');
  if (new Set(tried[0]).size < 5) throw invalid(path, 'has too few different characters; take a few words');
  const names = [...known, ...OURS]
    .flatMap((text) => text.toLowerCase().split(/[@.\s]+/))
    .filter((word) => word.length > 2);
  const rest = names.reduce((left, name) => left.replaceAll(name, ''), tried[0] ?? '');
  if (rest.length < 5) throw invalid(path, 'is made of a name or an address that others know; take a few words');
}
