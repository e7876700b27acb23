import type { HourlyYear } from '../../core/modules/hourlyYear.ts';

/** What the card asks of the worker: the file's text is sent once and kept there. */
export interface FileYearInput {
  /** names the text that the worker holds; null while there is none */
  file: string | null;
  surfaceTilt: number;
  surfaceAzimuth: number;
  /** W */
  pdc0: number;
  pacRated: number | null;
  loss: number;
  rear: number;
  load: number;
  exportLimit: number | null;
  battery: number;
}

export interface FileYearAnswer {
  place: string;
  clean: HourlyYear;
  soiled: HourlyYear;
}
