import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'
import vuetify from 'vite-plugin-vuetify'

export default defineConfig({
  base: '/ui/',
  plugins: [vue(), vuetify({ autoImport: true })],
  // The script for sites has no packages of its own: its tests run with these.
  resolve: { alias: { vitest: fileURLToPath(new URL('node_modules/vitest', import.meta.url)) } },
  build: { target: 'es2022', chunkSizeWarningLimit: 900, manifest: true },
  server: {
    fs: { allow: ['..'] },
    proxy: { '/api': 'http://127.0.0.1:8080', '/assets': 'http://127.0.0.1:8080' },
  },
  test: {
    environment: 'jsdom',
    include: ['src/**/*.test.ts', '../embed/src/**/*.test.ts'],
    setupFiles: ['src/testing/setup.ts'],
    server: { deps: { inline: ['vuetify'] } },
    css: false,
    // One world for all: what takes the time is bringing in the library of components anew.
    isolate: false,
    maxWorkers: 2,
    testTimeout: 30_000,
    expect: { poll: { timeout: 8000 } },
  },
})
