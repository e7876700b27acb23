import { mkdtempSync, rmSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildServer } from '../build.ts';
import { makeModel, throwawayCluster } from '../stage.ts';
import { codeFiles, KINDS, type Kind, shuffled } from './files.ts';
import { journeys } from './journeys.ts';
import { mocha } from './mocha.ts';
import { type Count, check, NONE, ONE_FAILED, program, sum } from './ran.ts';
import { reachedTests } from './reach.ts';

/** How many things are done at once. */
const LANES = Math.max(2, availableParallelism());

interface Part {
  name: string;
  run(): Promise<Count>;
}

/** What a run is made of. */
interface Asked {
  checks: boolean;
  /** files by kind, in the order in which they are run */
  files: Record<Kind, string[]>;
  /** what lint looks at; everything where nothing is said */
  lint?: string[];
}

const PARTS = ['checks', 'unit', 'pressed', 'server', 'journeys'] as const;

/** @param words names of parts, parts of paths of test files, or `changed`; none for everything */
function askedFor(words: readonly string[], seed: number): Asked {
  const of = (paths: readonly string[]) =>
    Object.fromEntries(
      Object.entries(KINDS).map(([kind, is]) => [kind, shuffled(paths.filter(is), seed)]),
    ) as Asked['files'];
  if (words.includes('changed')) {
    const { changed, tests } = reachedTests();
    return { checks: true, files: of(tests), lint: changed };
  }
  const parts = PARTS.filter((part) => words.includes(part));
  const rest = words.filter((word) => !PARTS.includes(word as (typeof PARTS)[number]));
  const wanted = (path: string) => rest.length === 0 || rest.some((word) => path.includes(word));
  const files = of(codeFiles().filter(wanted));
  if (parts.length > 0) for (const kind of Object.keys(files) as Kind[]) if (!parts.includes(kind)) files[kind] = [];
  return { checks: parts.length === 0 ? rest.length === 0 : parts.includes('checks'), files };
}

const minutes = (ms: number): string => `${(ms / 60_000).toFixed(1)} min`;

/** Runs everything, or what is asked for, the cheap before the dear. @returns 0 where all of it held */
export async function test(words: readonly string[]): Promise<number> {
  const seed = Number(process.env.SEED ?? Math.floor(Math.random() * 1e6));
  const { checks, files, lint } = askedFor(words, seed);
  const begun = performance.now();
  const times: string[] = [];
  const counts: Count[] = [];

  /** Runs parts in lanes beside each other; what is long is named first. */
  async function beside(parts: readonly Part[], lanes = LANES): Promise<void> {
    const waiting = [...parts];
    const lane = async () => {
      for (let part = waiting.shift(); part !== undefined; part = waiting.shift()) {
        const from = performance.now();
        const count = await part.run().catch((error: unknown) => {
          console.log(`FAIL ${part.name}\n${error instanceof Error ? error.stack : error}`);
          return ONE_FAILED;
        });
        counts.push(count);
        times.push(`${part.name} ${minutes(performance.now() - from)}`);
      }
    };
    await Promise.all(Array.from({ length: lanes }, lane));
  }

  const first: Part[] = [];
  let demo: Awaited<ReturnType<typeof makeModel>> | undefined;
  if (files.journeys.length > 0)
    first.push({
      name: 'demo',
      run: async () => {
        demo = await makeModel();
        return NONE;
      },
    });
  if (checks) first.push({ name: 'types', run: () => check('types', program('tsc'), ['--noEmit', ...INCREMENTAL]) });
  if (checks) {
    first.push({ name: 'arrows', run: () => check('arrows', process.execPath, ['cli/arrows.mjs']) });
    const looked = lint ?? ['.'];
    first.push({
      name: 'lint',
      run: () => check('lint', program('biome'), ['check', '--no-errors-on-unmatched', ...looked]),
    });
  }
  if (files.pressed.length > 0)
    first.push({
      name: 'pressed',
      run: () =>
        mocha({ name: 'pressed parts', files: files.pressed, args: ['--import', './web/testing/register.ts'] }),
    });
  if (files.server.length > 0 || files.journeys.length > 0) await buildServer();
  await beside(first);
  if (files.unit.length > 0)
    await beside([{ name: 'unit', run: () => mocha({ name: 'unit tests', files: files.unit, lanes: LANES }) }], 1);

  if (files.server.length > 0) await beside([{ name: 'server', run: () => server(files.server) }], 1);
  if (demo !== undefined) {
    const { model, discard } = demo;
    await beside([{ name: 'journeys', run: () => journeys(files.journeys, model, seed).finally(discard) }], 1);
  }

  const { passed, failed } = sum(counts);
  console.log(`Took ${minutes(performance.now() - begun)}: ${times.join(', ')}.`);
  console.log(`Files ran in the order of seed ${seed}; SEED=${seed} ./pail test runs them so again.`);
  console.log(`${passed} passed, ${failed} failed`);
  return failed === 0 && passed > 0 ? 0 : 1;
}

/** What the compiler knew last time lies with the packages: a change is then checked in a quarter of the time. */
const INCREMENTAL = ['--incremental', '--tsBuildInfoFile', 'node_modules/.cache/types.tsbuildinfo'];

/** Tests over a real database, in as many processes as there are lanes, each file with databases of its own. */
async function server(files: readonly string[]): Promise<Count> {
  const { cluster, discard } = await throwawayCluster();
  const remembered = mkdtempSync(join(tmpdir(), 'pail-remembered-'));
  try {
    return await mocha({
      name: 'server tests',
      files,
      lanes: LANES,
      environment: {
        TEST_CLUSTER: cluster.url(),
        TEST_CLUSTER_APP: cluster.appUrl('postgres'),
        TEST_REMEMBERED: remembered,
        LOG_LEVEL: 'silent',
      },
    });
  } finally {
    discard();
    rmSync(remembered, { recursive: true });
  }
}
