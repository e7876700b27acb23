/** A phone's clock that is no more than this off, seconds, is taken as right: sending takes time too. */
export const CLOCK_TOLERANCE = 120;

/** An entry as far as its time goes. */
export interface Clocked {
  /** by the clock of the phone */
  at: string;
  /** seconds by which that clock was ahead of the server's when it sent the entry; left out where it was right */
  clockGap?: number | undefined;
}

/** When something happened by the right clock, ISO 8601. */
export const happenedAt = ({ at, clockGap = 0 }: Clocked): string =>
  clockGap === 0 ? at : new Date(Date.parse(at) - clockGap * 1000).toISOString();

/**
 * How far a phone's clock was ahead, seconds; 0 where it was right. Where the phone did not say what time it took it to
 * be when it sent, only a time that lies in the future can be told to be wrong.
 * @param at of the entry @param received by the server's clock @param sentAt by the phone's, as it sent
 */
export function clockGap(at: string, received: Date, sentAt: string | undefined): number {
  const ahead = (moment: string) => Math.round((Date.parse(moment) - received.getTime()) / 1000);
  const said = sentAt === undefined ? 0 : ahead(sentAt);
  const gap = Math.abs(said) > CLOCK_TOLERANCE ? said : 0;
  // Whatever the phone says of its clock, nothing has happened that is still to come.
  return ahead(at) - gap > CLOCK_TOLERANCE ? ahead(at) : gap;
}
