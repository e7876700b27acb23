import { formatDate, formatTime, type Glass } from '../units/format.ts';
import type { SignatureWay, Signer } from './signature.ts';

interface SignedHow {
  name: string;
  signer: Signer;
  how: SignatureWay;
  person: { name: string };
  from: string;
}

/** Who signed a report, how, when and from where. @param signature null where only a name was kept */
export function signatureWords(signature: SignedHow | null, name: string, at: string, glass: Glass): string {
  const when = `${formatDate(at, glass)}, ${formatTime(at)} UTC`;
  if (signature === null) return `Signed by ${name}, ${formatDate(at, glass)}.`;
  const { how, signer, person, from } = signature;
  if (how === 'imported') return `Signed by ${name}, ${formatDate(at, glass)}; taken over from an import.`;
  const hand = how === 'drawn' ? 'by hand' : 'by name';
  const where = from === '' ? '' : `, from ${from}`;
  if (signer === 'customer')
    return `Signed ${hand} by ${name} for the customer, ${when}, on the device of ${person.name}${where}.`;
  return `Signed ${hand} by ${name}, signed in as themselves, ${when}${where}.`;
}

/** How far a clock is off, in days, hours and minutes, and which way. @param gap s by which it is ahead */
export function gapWords(gap: number): string {
  const minutes = Math.round(Math.abs(gap) / 60);
  const [days, hours, rest] = [Math.floor(minutes / 1440), Math.floor((minutes % 1440) / 60), minutes % 60];
  const parts = [
    days > 0 ? `${days} d` : '',
    hours > 0 ? `${hours} h` : '',
    rest > 0 && days === 0 ? `${rest} min` : '',
  ].filter(Boolean);
  return `${parts.join(' ')} ${gap > 0 ? 'ahead' : 'behind'}`;
}

/** That a phone's clock was off. @param gap s by which it was ahead */
export const clockWords = (gap: number): string =>
  `The clock of a phone was ${gapWords(gap)}; its times are set right.`;
