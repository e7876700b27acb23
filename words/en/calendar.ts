import { counted } from '../counted.ts';

/** What stands in somebody's calendar. */
export const CALENDAR_WORDS = {
  name: (firm: string) => `${firm}: visits`,
  wash: (site: string) => `Wash: ${site}`,
  washOf: (modules: number, visit: number, minutes: number) =>
    `${counted(modules, 'module')}, visit ${visit} of its quote, about ${Math.round(minutes)} minutes. The hour is the start of the cool glass, not an appointment.`,
  book: (site: string, visit: number) => `To be booked: ${site}, visit ${visit}`,
  bookBetween: 'Agreed for these days, and on no day yet.',
  ask: (site: string) => `Follow up: ${site}`,
  askAbout: (quote: string, said: string) => `Quote ${quote}${said ? `. Said last: ${said}` : ''}`,
};
