import { ESLint } from 'eslint'
import { describe, expect, it } from 'vitest'
import { ROOMS } from '../eslint.rooms.js'

const eslint = new ESLint({ cwd: process.cwd() })

async function faults(filePath: string, code: string): Promise<string[]> {
  const [result] = await eslint.lintText(code, { filePath })
  return result!.messages.filter((m) => m.ruleId === 'no-restricted-imports').map((m) => m.message)
}

/** The rule itself is tried: a lint run fails on a call the wrong way. */
describe('The rooms of the interface', () => {
  it('use those below them', async () => {
    expect(await faults('src/offer/x.ts', "import { blocks } from '../email/blocks'")).toEqual([])
    expect(await faults('src/shared/saving/x.ts', "import { api } from '../../api/client'")).toEqual([])
  })

  it.each([
    ['src/shared/x.ts', '../business/useBusiness'],
    ['src/shared/saving/x.ts', '../../offer/words'],
    ['src/email/x.ts', '../sequence/rules'],
    ['src/people/x.vue', '../offer/words'],
    ['src/today/x.ts', '../router'],
  ])('refuse that %s uses %s', async (file, from) => {
    const code = `import x from '${from}'`
    const text = file.endsWith('.vue') ? `<script setup lang="ts">\n${code}\n</script>` : code
    expect(await faults(file, text)).toHaveLength(1)
  })

  it('make no calls in components', async () => {
    const code = `<script setup lang="ts">\nimport { api } from '../api/client'\n</script>`
    expect((await faults('src/offer/x.vue', code))[0]).toContain('Calls live in composables')
  })

  it('are all of them, each once', () => {
    const folders = Object.keys(import.meta.glob('./*/*.{ts,vue}')).map((path) => path.split('/')[1]!)
    expect([...ROOMS].sort()).toEqual([...new Set(folders)].filter((f) => f !== 'testing').sort())
  })
})
