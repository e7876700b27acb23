import type { Role } from '../contract/endpoint.ts';
import type { Units } from '../core/units/quantities.ts';
import type { Queue } from './compute/queue.ts';
import type { Workers } from './compute/workers.ts';
import type { Connection, Database } from './storage/database.ts';
import type { Meter } from './water/meter.ts';
import type { WeatherService } from './weather/service.ts';

export interface SignedIn {
  id: string;
  name: string;
  role: Role;
  units: Units;
  /** whether a second factor is asked of everybody and this person has none yet */
  mustSetUpFactor: boolean;
  /** on which count of what a sign-in stands on this one was made */
  epoch: number;
}

/** What every use case may lean on. It knows nothing of HTTP. */
export interface Services {
  database: Database;
  workers: Workers;
  queue: Queue;
  clock: () => Date;
  weather: WeatherService;
  meter: Meter;
}

/** One request by one person. */
export interface Context extends Services {
  person: SignedIn;
  requestId: string;
  /** throws where the person may not act any more; asked again in the transaction that acts */
  stands?: (connection: Connection) => Promise<void>;
}

/** A request that may come from nobody in particular. */
export interface OpenContext extends Services {
  person: SignedIn | null;
  requestId: string;
  stands?: Context['stands'];
  /** where the request came from, for counting sign-in attempts */
  address: string;
}
