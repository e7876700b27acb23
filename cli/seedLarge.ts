// Makes the large company and one a tenth of its size, each in a database of its own, for `npm run bench:large`.
import { openLarge, SIZES, seed } from './large/seed.ts';

const cluster = await openLarge();
try {
  for (const name of Object.keys(SIZES)) await seed(cluster, name, console.log);
  console.log(`Both stand in ${cluster.folder}.`);
} finally {
  cluster.stop();
}
process.exit(0);
