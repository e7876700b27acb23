import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { doors } from '../contract/doors.ts';

/** Puts the table of doors in the place of the file that draws it out of the contract, with all schemas behind it. */
const doorsAsTable = {
  name: 'doors-as-table',
  transform: (_code: string, id: string) =>
    id.endsWith('/contract/doors.ts') ? { code: `export const doors = ${JSON.stringify(doors)};`, map: null } : null,
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
        // Few files: over a slow line each costs more than what it holds. What is loaded first is one, what charts are
        // drawn with is another, and what several pages share is put together by who shares it.
        codeSplitting: {
          groups: [
            { name: 'first', tags: ['$initial'], priority: 3 },
            {
              name: 'charts',
              test: /node_modules\/(recharts|d3-|victory-|@reduxjs|redux|immer|reselect|react-redux|es-toolkit|decimal)/,
              priority: 2,
            },
            { name: 'shared', minShareCount: 2, entriesAware: true, entriesAwareMergeThreshold: 60_000, priority: 1 },
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
    doorsAsTable,
    react(),
    VitePWA({
      registerType: 'prompt',
      injectRegister: null,
      manifest: {
        name: 'Wide Pail',
        short_name: 'Wide Pail',
        display: 'standalone',
        start_url: '/field',
        background_color: '#f4f1e8',
        theme_color: '#16302b',
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
