import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'
import vuetify from 'vite-plugin-vuetify'

export default defineConfig({
  base: '/ui/',
  plugins: [vue(), vuetify({ autoImport: true })],
  build: { target: 'es2022', chunkSizeWarningLimit: 900 },
  server: { proxy: { '/api': 'http://127.0.0.1:8080', '/assets': 'http://127.0.0.1:8080' } },
  test: {
    environment: 'jsdom',
    include: ['src/**/*.test.ts'],
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
