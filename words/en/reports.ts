import { counted } from '../counted.ts';
import type { ComparisonFinding, ReportFinding, Say, Words } from '../language.ts';

const LOOK = 'Look first; wash if it is dirty.';
const season = (onBestDay: boolean) => (onBestDay ? ', and the next of them on the day that saves most' : '');
const aYear = (visits: number) => `${counted(visits, 'visit')} a year`;
const figures = (best: number) => (best === 0 ? 'no visit pays in energy' : `${aYear(best)} would cost least`);
const where = (from: string) => (from === '' ? '' : `, from ${from}`);
const when = (at: string, say: Say) => `${say.date(at.slice(0, 10))}, ${say.time(at)} UTC`;
const hand = (how: string) => (how === 'drawn' ? 'by hand' : 'by name');

export const reports: Omit<Words<Exclude<ReportFinding, ComparisonFinding>>, 'written'> = {
  'claim-none': ({ because }, say) => `No gain is stated. ${because === null ? '' : say.finding(because)}`.trim(),
  'claim-gain': ({ of, gain, loss, uncertainty, distinguishable, modules, cleaned, names }, say) => {
    const share = (value: number) => say.quantity(value, 'fraction');
    const [thing, given] =
      of === 'current' ? ['short-circuit current', 'of the current that it gives'] : ['power', 'of what it gives'];
    const whole = cleaned >= modules;
    const part = whole ? '' : `, with ${cleaned} of its ${modules} modules cleaned`;
    const faces = names ? `${say.finding({ code: 'read-together-faces', params: { names } })} ` : '';
    const lost =
      loss === null
        ? ''
        : ` Put the other way, the dirt had been taking a loss of ${share(loss)} ${given} ${whole ? 'clean' : 'now'}.`;
    const sure = distinguishable
      ? ' The change is larger than its uncertainty.'
      : ' The change is not larger than its uncertainty: it cannot be told from none.';
    return `${faces}Gain ${share(gain)} ± ${share(uncertainty)}: ${share(Math.abs(gain))} ${gain < 0 ? 'less' : 'more'} ${thing} than it gave dirty${part}, brought to the same sun and temperature.${lost}${sure}`;
  },
  'gain-label': ({ of }) => `Gain${of === 'current' ? ' in current' : ''}, on what it gave dirty`,
  'loss-label': ({ of, now }) =>
    `Loss there was${of === 'current' ? ' in current' : ''}, ${now ? 'of what it gives now' : 'of what it gives clean'}`,
  'read-together-faces': ({ names }) => `Read together on one inverter: ${names.join(', ')}.`,
  'gain-of-the-day': () => 'A gain is that of the day it was measured; soiling begins again the next morning.',

  'next-agreed': ({ visits }) => `The plan that was agreed has ${aYear(visits)}. ${LOOK}`,
  'next-best': ({ visits, onBestDay }) => `The plan found ${aYear(visits)} best${season(onBestDay)}. ${LOOK}`,
  'next-none-pays': () =>
    'On these figures no visit pays in energy. Look again when something changes: birds, building work, a drop in production.',
  'next-none-planned': ({ best }) =>
    `No visit was planned; on the figures alone ${figures(best)}. Look again within a year.`,
  'next-chosen': ({ visits, best, onBestDay }) =>
    `${aYear(visits)} ${visits === 1 ? 'was' : 'were'} chosen; on the figures alone ${figures(best)}${season(onBestDay)}. ${LOOK}`,

  'signed-name-only': ({ name, at }, say) => `Signed by ${name}, ${say.date(at)}.`,
  'signed-imported': ({ name, at }, say) => `Signed by ${name}, ${say.date(at)}; taken over from an import.`,
  'signed-for-customer': ({ name, at, how, on, from }, say) =>
    `Signed ${hand(how)} by ${name} for the customer, ${when(at, say)}, on the device of ${on}${where(from)}.`,
  'signed-as-self': ({ name, at, how, from }, say) =>
    `Signed ${hand(how)} by ${name}, signed in as themselves, ${when(at, say)}${where(from)}.`,
  'clock-off': ({ gap }, say) =>
    `The clock of a phone was ${say.finding({ code: 'clock-gap', params: { gap } })}; its times are set right.`,
  'clock-gap': ({ gap }) => {
    const minutes = Math.round(Math.abs(gap) / 60);
    const [days, hours, rest] = [Math.floor(minutes / 1440), Math.floor((minutes % 1440) / 60), minutes % 60];
    const parts = [
      days > 0 ? `${days} d` : '',
      hours > 0 ? `${hours} h` : '',
      rest > 0 && days === 0 ? `${rest} min` : '',
    ].filter(Boolean);
    return `${parts.join(' ')} ${gap > 0 ? 'ahead' : 'behind'}`;
  },
};
