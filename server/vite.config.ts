import { defineConfig } from 'vite';

/** What runs for a company: the server and what its worker threads do, each as one file. Packages stay where they are. */
export default defineConfig({
  root: import.meta.dirname,
  build: {
    ssr: true,
    outDir: 'dist',
    emptyOutDir: true,
    target: 'node20',
    sourcemap: true,
    minify: false,
    rolldownOptions: { input: { main: 'main.ts', tasks: 'compute/tasks.ts' }, output: { entryFileNames: '[name].js' } },
  },
});
