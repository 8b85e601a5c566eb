import { gzipSync } from 'node:zlib'
import { defineConfig } from 'vite'

/** Octets the script for wheels may have on the wire, compressed: with the one for sites, at most 13 kB. */
const MOST = 2 * 1000

/** What turns a wheel in a form: a module of its own, loaded only where one shows. */
export default defineConfig({
  root: '../embed',
  publicDir: false,
  build: {
    outDir: '../app/dist-embed',
    emptyOutDir: false,
    target: 'es2020',
    lib: { entry: 'src/wheel.ts', formats: ['es'], fileName: () => 'assets/wheel.js' },
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
