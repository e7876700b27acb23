import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, gzip } from 'node:zlib';
import { webFolder } from './folders.ts';

/** Lays beside every file of the built interface that gets smaller by it a packed one, once, as small as it goes. */
const folder = webFolder();
const files = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((name) =>
  /\.(js|css|html|svg|webmanifest)$/.test(name),
);
await Promise.all(
  files.map(async (name) => {
    const path = join(folder, name);
    const source = readFileSync(path);
    for (const [ending, packed] of [
      ['br', await promisify(brotliCompress)(source)],
      ['gz', await promisify(gzip)(source, { level: 9 })],
    ] as const)
      if (packed.length < source.length) writeFileSync(`${path}.${ending}`, packed);
  }),
);
