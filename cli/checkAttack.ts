// Attacks a running copy on this machine: what was tried, and what of it held. Some names run only those.
import { buildServer } from './build.ts';
import { throwawayCluster } from './stage.ts';

await buildServer();
const { cluster, discard } = await throwawayCluster();
process.env.TEST_CLUSTER = cluster.url();
process.env.TEST_CLUSTER_APP = cluster.appUrl('postgres');
process.env.LOG_LEVEL = 'silent';
const { ATTACKS } = await import('./attack/index.ts');
const wanted = process.argv.slice(2);
let broken = 0;
try {
  for (const { name, full, run } of ATTACKS) {
    if (wanted.length > 0 && !wanted.some((word) => name.includes(word))) continue;
    const begun = Date.now();
    const outcome = await run(full, { admin: cluster.url(), app: cluster.appUrl('postgres') });
    broken += outcome.broken.length;
    const seconds = Math.round((Date.now() - begun) / 1000);
    console.log(
      `${name}: ${full} times, ${outcome.tried} tried, ${outcome.tried - outcome.broken.length} held (${seconds} s)`,
    );
    for (const line of outcome.broken.slice(0, 20)) console.log(`  BROKEN ${line}`);
  }
} finally {
  discard();
}
console.log(broken === 0 ? 'Everything held.' : `${broken} did not hold.`);
process.exit(broken === 0 ? 0 : 1);
