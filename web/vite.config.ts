import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { endpointTable } from '../contract/endpointTable.ts';
import { CONTRACT_HEADER, CONTRACT_VERSION } from '../contract/version.ts';

/** Puts the table of endpoints in the place of the file that draws it out of the contract, with all schemas behind it. */
const endpointsAsTable = {
  name: 'endpoints-as-table',
  transform: (_code: string, id: string) =>
    id.endsWith('/contract/endpointTable.ts')
      ? { code: `export const endpointTable = ${JSON.stringify(endpointTable)};`, map: null }
      : null,
};

/** Puts `early.js` before everything else, with the names of the files that the page of a site is made of. */
const early: Plugin = {
  name: 'early',
  apply: 'build',
  generateBundle(_options, bundle) {
    const chunks = Object.values(bundle).filter((one) => one.type === 'chunk');
    const filesOf = (names: readonly string[], seen = new Set<string>()): Set<string> => {
      for (const name of names) {
        if (seen.has(name)) continue;
        seen.add(name);
        filesOf(chunks.find(({ fileName }) => fileName === name)?.imports ?? [], seen);
      }
      return seen;
    };
    const named = (end: string) => chunks.filter(({ facadeModuleId }) => facadeModuleId?.endsWith(end));
    const first = filesOf(chunks.filter(({ isEntry }) => isEntry).map(({ fileName }) => fileName));
    const site = filesOf(named('/web/spread/SiteSpread.tsx').map(({ fileName }) => fileName));
    const pages = { site: [...site].filter((name) => !first.has(name)) };
    if (pages.site.length === 0) this.error('the page of a site is in no file of its own');
    const headers = { [CONTRACT_HEADER]: String(CONTRACT_VERSION) };
    const source = readFileSync(join(import.meta.dirname, 'early.js'), 'utf8')
      .replace(/^ *\/\/.*\n/gm, '')
      .replace('PAGES.site', () => JSON.stringify(pages.site))
      .replace('HEADERS', () => JSON.stringify(headers));
    this.emitFile({ type: 'asset', fileName: 'early.js', source });
  },
  transformIndexHtml: {
    order: 'post',
    handler: (_html, { bundle }) =>
      bundle ? [{ tag: 'script', attrs: { src: '/early.js' }, injectTo: 'head-prepend' }] : [],
  },
};

/** A colour of the theme, for what a browser paints before it has read a style. */
function colour(name: string): string {
  const tokens = readFileSync(join(import.meta.dirname, 'theme/_tokens.scss'), 'utf8');
  const [, value] = tokens.match(new RegExp(`'${name}': (#\\w+)`)) ?? [];
  if (value === undefined) throw new Error(`The theme names no colour ${name}.`);
  return value;
}

const themed: Plugin = {
  name: 'themed',
  transformIndexHtml: () => [
    { tag: 'meta', attrs: { name: 'theme-color', content: colour('pine') }, injectTo: 'head' },
  ],
};

export default defineConfig({
  root: import.meta.dirname,
  build: {
    outDir: 'dist',
    emptyOutDir: true,
    chunkSizeWarningLimit: 1000,
    target: 'es2022',
    rolldownOptions: {
      output: {
        // Few files: over a slow line each costs more than what it holds. They follow the layers of the house, so that no
        // two of them wait for each other: what is loaded first, the charts, the core and its words, what checks and takes in
        // what is typed, and the parts that pages are put together from.
        codeSplitting: {
          groups: [
            { name: 'first', tags: ['$initial'], priority: 9 },
            {
              name: 'zoom',
              test: /node_modules\/d3-(zoom|drag|selection|transition|dispatch|interpolate|color|ease|timer)|\/web\/parts\/(ZoomBox|zoom)\./,
              priority: 8.5,
            },
            {
              name: 'charts',
              test: /node_modules\/(recharts|d3-|victory-|@reduxjs|redux|immer|reselect|react-redux|es-toolkit|decimal)/,
              priority: 8,
            },
            { name: 'ground', test: /\/(core|words)\//, minShareCount: 2, priority: 7 },
            { name: 'typed', test: /node_modules\/(zod|react-hook-form|@hookform|papaparse)/, priority: 6 },
            {
              name: 'parts',
              test: /\/web\/(parts|api|compute|keys|spine)\/(?!fields|DraftForm|labels)/,
              minShareCount: 2,
              priority: 5,
            },
            {
              name: 'forms',
              test: /\/contract\/(?!endpointTable)|\/web\/(parts\/(fields|DraftForm|labels)|sites\/forms)\.tsx?/,
              minShareCount: 2,
              priority: 4,
            },
            { name: 'kept', test: /node_modules\/dexie|\/web\/(device\/(store|items)|outbox)/, priority: 3 },
            { name: 'shared', test: /\/web\/(?!people)/, minShareCount: 3, priority: 1 },
          ],
        },
      },
    },
  },
  css: {
    preprocessorOptions: {
      scss: { quietDeps: true, silenceDeprecations: ['import', 'global-builtin', 'color-functions', 'if-function'] },
    },
  },
  worker: { format: 'es' },
  plugins: [
    endpointsAsTable,
    early,
    themed,
    react(),
    VitePWA({
      registerType: 'prompt',
      injectRegister: null,
      manifest: {
        name: 'Wide Pail',
        short_name: 'Wide Pail',
        display: 'standalone',
        start_url: '/field',
        background_color: colour('paper'),
        theme_color: colour('pine'),
        icons: [{ src: '/pail.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        maximumFileSizeToCacheInBytes: 4_000_000,
      },
    }),
  ],
  server: { proxy: { '/api': 'http://127.0.0.1:8480' } },
});
