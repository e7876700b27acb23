import type { Role } from '../contract/endpoint.ts';
import type { Units } from '../core/units/quantities.ts';
import type { Queue } from './compute/queue.ts';
import type { Workers } from './compute/workers.ts';
import type { Database } from './storage/database.ts';
import type { Meter } from './water/meter.ts';
import type { WeatherService } from './weather/service.ts';

export interface SignedIn {
  id: string;
  name: string;
  role: Role;
  units: Units;
  /** whether a second factor is asked of everybody and this person has none yet */
  mustSetUpFactor: boolean;
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
}

/** A request that may come from nobody in particular. */
export interface OpenContext extends Services {
  person: SignedIn | null;
  requestId: string;
  /** where the request came from, for counting sign-in attempts */
  address: string;
}
