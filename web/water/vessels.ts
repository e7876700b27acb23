import type { ResinView } from '../../contract/water/resin.ts';

/** Where the vessels stand, once they are set up. */
export type Standing = NonNullable<ResinView['standing']>;

export const vesselName = ({ vessels }: ResinView, id: string): string =>
  vessels.find((vessel) => vessel.id === id)?.name ?? 'a vessel';
