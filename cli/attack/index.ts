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

export const ATTACKS: readonly Attack[] = [
  roles,
  malformed,
  pairs,
  heads,
  epochs,
  derive,
  races,
  offline,
  restores,
  trails,
  frozen,
  kills,
  taps,
];
