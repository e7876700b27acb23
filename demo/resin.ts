/** A reading of the meter at the vessels, so many days ago: litres since the entry before, µS/cm, Celsius. */
interface DemoReading {
  ago: number;
  litres: number;
  before: number;
  between: number;
  after: number;
  temperature: number;
}

const read = (
  ago: number,
  litres: number,
  before: number,
  between: number,
  after: number,
  temperature: number,
): DemoReading => ({ ago, litres, before, between, after, temperature });

/** What is filled in, and what a vessel of it costs, minor units. */
export const MEDIA = { media: 'mixed bed', price: 237_500 } as const;
/** The vessels of the demo's van, the lead first, and when they were set up and the lead was exchanged, days ago. */
export const VESSELS = [
  { name: 'Juniper', litres: 25 },
  { name: 'Slate', litres: 25 },
] as const;
export const SET_UP_AGO = 251;
export const ROTATED_AGO: readonly number[] = [149, 56];

/** The log of the vessels of Harbour Pail Panel Care over two charges and the half of a third: made up. */
export const READINGS: readonly DemoReading[] = [
  read(245, 150, 740, 0.5, 0.5, 17),
  read(235, 145, 825, 0.5, 0.4, 18),
  read(228, 80, 790, 0.5, 0.5, 19),
  read(218, 115, 830, 0.6, 0.5, 20),
  read(211, 145, 835, 0.5, 0.5, 21),
  read(201, 165, 765, 0.5, 0.5, 17),
  read(194, 95, 830, 0.5, 0.4, 18),
  read(184, 80, 825, 0.6, 0.5, 19),
  read(177, 145, 845, 0.5, 0.5, 20),
  read(167, 100, 820, 0.5, 0.5, 21),
  read(160, 175, 850, 8.5, 0.5, 17),
  read(150, 185, 800, 362.9, 0.6, 18),
  read(142, 195, 755, 0.5, 0.5, 19),
  read(132, 115, 780, 0.5, 0.5, 20),
  read(125, 175, 845, 0.6, 0.4, 21),
  read(115, 100, 755, 0.5, 0.5, 17),
  read(108, 80, 750, 0.5, 0.5, 18),
  read(98, 130, 805, 0.5, 0.5, 19),
  read(91, 195, 845, 0.5, 0.5, 20),
  read(81, 105, 825, 0.5, 0.4, 21),
  read(74, 170, 835, 2.5, 0.5, 17),
  read(64, 135, 775, 59.7, 0.5, 18),
  read(57, 150, 820, 650.7, 0.6, 19),
  read(46, 95, 850, 0.5, 0.5, 20),
  read(39, 65, 835, 0.5, 0.5, 21),
  read(29, 105, 845, 0.5, 0.4, 17),
  read(22, 95, 805, 0.5, 0.5, 18),
  read(12, 150, 820, 0.5, 0.5, 19),
  read(5, 150, 785, 0.5, 0.5, 20),
];
