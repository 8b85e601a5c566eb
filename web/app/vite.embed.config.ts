import { gzipSync } from 'node:zlib'
import { defineConfig } from 'vite'

/** Octets the whole script may have on the wire, compressed. */
const MOST = 9 * 1000

/** The script for sites: one file, no dependency, built for browsers of the last years. */
export default defineConfig({
  root: '../embed',
  publicDir: false,
  build: {
    outDir: '../app/dist-embed',
    emptyOutDir: true,
    target: 'es2020',
    lib: { entry: 'src/index.ts', formats: ['iife'], name: 'jetonEmbed', fileName: () => 'embed.js' },
  },
  plugins: [
    {
      name: 'size',
      generateBundle(_, bundle) {
        for (const file of Object.values(bundle)) {
          if (file.type === 'chunk') {
            const octets = gzipSync(file.code, { level: 9 }).length
            if (octets > MOST) {
              this.error(`${file.fileName} has ${octets} octets compressed; ${MOST} is the limit`)
            }
            console.log(`${file.fileName}: ${octets} of ${MOST} octets compressed`)
          }
        }
      },
    },
  ],
})
