import { defineConfig } from 'vite';

/** The service worker: one file of its own, which the server gives out at /sw.js, not among the others. */
export default defineConfig({
  publicDir: false,
  build: {
    outDir: 'dist-worker',
    lib: { entry: 'worker/sw.ts', formats: ['iife'], name: 'worker', fileName: () => 'sw.js' },
  },
});
