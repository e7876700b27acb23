import { SMALL } from '../cli/attack/index.ts';
import { attackedInSmall } from './testing/attacked.ts';

// A small part of what `npm run check:attack` tries in full; what kills the server is tried beside it, in killed.test.ts.
attackedInSmall('a running copy that is attacked', SMALL.overAServer);
