import { defineConfig } from 'vite'

/** The script of the hosted pages, from the same source as the one for sites. */
export default defineConfig({
  root: '../embed',
  publicDir: false,
  build: {
    outDir: '../app/dist-embed',
    emptyOutDir: false,
    target: 'es2020',
    lib: { entry: 'src/page.ts', formats: ['iife'], name: 'jetonPage', fileName: () => 'assets/page.js' },
  },
})
