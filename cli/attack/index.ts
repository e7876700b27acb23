import type { Attack } from './attack.ts';
import { derive } from './derive.ts';
import { epochs } from './epochs.ts';
import { frozen } from './frozen.ts';
import { heads } from './heads.ts';
import { kills } from './kills.ts';
import { malformed } from './malformed.ts';
import { offline } from './offline.ts';
import { pairs } from './pairs.ts';
import { races } from './races.ts';
import { restores } from './restores.ts';
import { roles } from './roles.ts';
import { taps } from './taps.ts';
import { trails } from './trails.ts';

/** Attacks over a server that stays up. */
const OVER_A_SERVER = [roles, malformed, pairs, heads, epochs, derive, races, offline, restores, frozen, taps];
/** Attacks that kill what they are over. */
const KILLING = [trails, kills];

export const ATTACKS: readonly Attack[] = [...OVER_A_SERVER, ...KILLING];

const smallPart = (attacks: readonly Attack[]) => attacks.filter(({ small }) => small > 0);
/** What is tried in small among the tests, in two files that run beside each other. */
export const SMALL = { overAServer: smallPart(OVER_A_SERVER), killing: smallPart(KILLING) };
