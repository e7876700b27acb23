import type { Attack } from './attack.ts';
import { frozen } from './frozen.ts';
import { kills } from './kills.ts';
import { malformed } from './malformed.ts';
import { offline } from './offline.ts';
import { races } from './races.ts';
import { restores } from './restores.ts';
import { roles } from './roles.ts';

export const ATTACKS: readonly Attack[] = [roles, malformed, races, offline, restores, frozen, kills];
