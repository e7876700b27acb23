import { seededRandom } from '../statistics/random.ts';
import { WATER_DEFAULTS } from '../water/treatment.ts';

/**
 * A column of resin in thin slices, each of which takes the more of what reaches it the fresher it is: another account of
 * breakthrough than the one that the log goes by, so that its forecasts are not held against themselves.
 */
export class MadeUpColumn {
  private readonly slices: Float64Array;
  private readonly capacity: number;

  /** @param litres of resin @param factor how many times its computed capacity it has @param sharp the higher, the steeper its front */
  constructor(litres: number, factor: number, slices = 40, sharp = 1) {
    this.slices = new Float64Array(slices);
    this.capacity = (litres * WATER_DEFAULTS.resinCapacity * factor) / slices;
    this.sharp = sharp;
  }

  private readonly sharp: number;

  /** Sends mg CaCO3 through. @returns the share that comes out below */
  send(load: number): number {
    let left = load;
    for (let at = 0; at < this.slices.length; at += 1) {
      const used = (this.slices[at] ?? 0) / this.capacity;
      const taken = left * (1 - Math.exp(-this.sharp * Math.max(0, 1 - used)));
      this.slices[at] = (this.slices[at] ?? 0) + taken;
      left -= taken;
    }
    return load > 0 ? left / load : 0;
  }
}

export interface MadeUpReading {
  litres: number;
  before: number;
  between: number;
  after: number;
}

/** A van's two vessels over a made-up year: jobs of some hundred litres, a borehole that is not always the same, a meter. */
export class MadeUpVessels {
  lead: MadeUpColumn;
  lag: MadeUpColumn;
  private readonly random: () => number;
  private readonly parallel: boolean;

  constructor(
    private readonly litres: number,
    private readonly factors: (charge: number) => number,
    seed: number,
    parallel = false,
  ) {
    this.random = seededRandom(seed);
    this.parallel = parallel;
    this.lead = new MadeUpColumn(litres, factors(0));
    this.lag = new MadeUpColumn(litres, factors(1));
  }

  private made = 2;

  /** One job's water through both. @returns what a meter reads afterwards */
  job(): MadeUpReading {
    const litres = 60 + 140 * this.random();
    const before = 800 + 120 * (this.random() - 0.5);
    const share = this.parallel ? 0.5 : 1;
    let [between, after] = [0, 0];
    const pieces = 40;
    for (let piece = 0; piece < pieces; piece += 1) {
      const load = (litres / pieces) * (0.5 * before + 1.14 * 5) * share;
      between = this.lead.send(load);
      const next = this.lag.send(this.parallel ? load : load * between);
      after = this.parallel ? (between + next) / 2 : between * next;
    }
    const read = (value: number) => Math.max(0.5, value * Math.exp(0.12 * this.gauss()));
    return { litres, before, between: read(before * between), after: read(before * after) };
  }

  /** The lead is emptied and filled, and the lag becomes the lead. */
  rotate(): void {
    this.lead = this.lag;
    this.lag = new MadeUpColumn(this.litres, this.factors(this.made));
    this.made += 1;
  }

  private gauss(): number {
    return Math.sqrt(-2 * Math.log(1 - this.random())) * Math.cos(2 * Math.PI * this.random());
  }
}
