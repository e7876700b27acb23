import { SMALL } from '../cli/attack/index.ts';
import { attackedInSmall } from './testing/attacked.ts';

// A small part of what `npm run check:attack` tries in full, apart from attack.test.ts because both take long.
attackedInSmall('a running copy that is killed', SMALL.killing);
