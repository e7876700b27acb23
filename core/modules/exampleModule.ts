import type { DiodeModule } from './string.ts';

/** A made-up module of sixty cells, some 360 W, for working things out where no maker's figures are at hand. */
export const EXAMPLE_MODULE: DiodeModule = {
  cells: 60,
  substrings: 3,
  iL: 10.7,
  i0: 1.7e-10,
  rs: 0.2,
  rsh: 260,
  a: 1.73,
};
